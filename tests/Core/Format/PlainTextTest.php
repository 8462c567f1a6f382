<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Format\PlainText;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** A text in the encoding in which it was saved. */
final class PlainTextTest extends TestCase
{
    #[DataProvider('texts')]
    public function testItIsReadInTheEncodingInWhichItWasSaved(string $bytes, string $text): void
    {
        self::assertSame($text, PlainText::decode($bytes));
        self::assertTrue(mb_check_encoding(PlainText::decode($bytes), 'UTF-8'));
    }

    /** @return iterable<string, array{string, string}> */
    public static function texts(): iterable
    {
        $text = "1,Frühlingslied,D\r\n2,Été – “Nuit”,G\r\n";
        yield 'nothing' => ['', ''];
        yield 'letters alone' => ['1,Gate', '1,Gate'];
        yield 'UTF-8' => [$text, $text];
        yield 'UTF-8 with its mark' => ["\xEF\xBB\xBF".$text, $text];
        yield 'UTF-16, the small half first' => ["\xFF\xFE".mb_convert_encoding($text, 'UTF-16LE', 'UTF-8'), $text];
        yield 'UTF-16, the large half first' => ["\xFE\xFF".mb_convert_encoding($text, 'UTF-16BE', 'UTF-8'), $text];
        yield 'western European of Windows' => [mb_convert_encoding($text, 'Windows-1252', 'UTF-8'), $text];
        yield 'Latin-1' => [mb_convert_encoding('Señor Müller', 'ISO-8859-1', 'UTF-8'), 'Señor Müller'];
        yield 'a mark and nothing behind it' => ["\xFF\xFE", ''];
        yield 'signs beyond the first plane' => ["\xFF\xFE".mb_convert_encoding('𝄞 Tune', 'UTF-16LE', 'UTF-8'), '𝄞 Tune'];
    }

    public function testWhateverIsSentIsTextAfterwards(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(7));
        for ($try = 0; $try < 500; ++$try) {
            $bytes = ['', "\xFF\xFE", "\xFE\xFF", "\xEF\xBB\xBF"][$try % 4].$random->getBytes($random->getInt(1, 60));
            self::assertTrue(mb_check_encoding(PlainText::decode($bytes), 'UTF-8'), bin2hex($bytes));
        }
    }
}
