<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

/** A text as it stands in one line of ABC. */
final class OneLine
{
    public static function of(string $text): string
    {
        return strtr(trim((string) preg_replace('/\s+/', ' ', $text)), ['%' => '\\%']);
    }
}
