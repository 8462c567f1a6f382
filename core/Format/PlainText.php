<?php

declare(strict_types=1);

namespace CoinStair\Core\Format;

/** The text of a file that says nowhere in which encoding it is: as spreadsheets, editors and old programs write it. */
final class PlainText
{
    /** The marks that stand before a text, with what they say of it. */
    private const MARKS = ["\xEF\xBB\xBF" => 'UTF-8', "\xFF\xFE" => 'UTF-16LE', "\xFE\xFF" => 'UTF-16BE'];

    /** @return string in UTF-8: what is marked as it says, else UTF-8 if it is, else the western European one of Windows */
    public static function decode(string $bytes): string
    {
        foreach (self::MARKS as $mark => $encoding) {
            if (str_starts_with($bytes, $mark)) {
                return mb_convert_encoding(substr($bytes, \strlen($mark)), 'UTF-8', $encoding);
            }
        }

        return mb_check_encoding($bytes, 'UTF-8') ? $bytes : mb_convert_encoding($bytes, 'UTF-8', 'Windows-1252');
    }
}
