<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Format\Json\PieceDocument;
use CoinStair\Core\Format\MusicXml\Reader;
use CoinStair\Core\Format\MusicXml\Writer;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Properties that hold for any piece: written and read it is the same; a damaged file never crashes a reader. */
final class RandomPieceTest extends TestCase
{
    private const PIECES = 120;
    private const MUTANTS = 1500;

    public function testJsonAndMusicXmlKeepAPiece(): void
    {
        for ($seed = 0; $seed < self::PIECES; ++$seed) {
            $piece = self::piece($seed);
            self::assertEquals($piece, PieceDocument::decode(PieceDocument::encode($piece)), "JSON, seed $seed");
            $again = Reader::read(Writer::write($piece))->piece;
            self::assertSame(Tunes::text($piece), Tunes::text($again), "MusicXML, seed $seed");
        }
    }

    public function testADamagedFileIsReadOrRefused(): void
    {
        $random = new Randomizer(new Mt19937(7));
        $sources = [self::abc(3), self::abc(4), Writer::write(self::piece(5)), Writer::write(self::piece(6))];
        $read = $refused = 0;
        for ($mutant = 0; $mutant < self::MUTANTS; ++$mutant) {
            $source = self::damage($sources[$mutant % 4], $random);
            $started = hrtime(true);
            try {
                PieceDocument::encode(ScoreFile::read($source)->piece);
                ++$read;
            } catch (UnreadableFile $refusal) {
                self::assertNotSame('', $refusal->getMessage());
                ++$refused;
            }
            self::assertLessThan(1e9, hrtime(true) - $started, 'A reader hung.');
        }
        self::assertSame(self::MUTANTS, $read + $refused);
        self::assertGreaterThan(self::MUTANTS / 4, $read);
        self::assertGreaterThan(0, $refused);
    }

    private static function damage(string $source, Randomizer $random): string
    {
        for ($times = $random->getInt(1, 4); $times > 0; --$times) {
            $at = $random->getInt(0, \strlen($source));
            $length = $random->getInt(0, 30);
            $source = match ($random->getInt(0, 4)) {
                0 => substr($source, 0, $at),
                1 => substr_replace($source, '', $at, $length),
                2 => substr_replace($source, $random->getBytes($length + 1), $at, $length),
                3 => substr_replace($source, substr($source, $random->getInt(0, \strlen($source)), $length), $at, 0),
                default => substr_replace($source, ['|:', '(3', '[', '99999999', '"', '<note>', '</measure>', ':|1', '-1'][$random->getInt(0, 8)], $at, 0),
            };
        }

        return $source;
    }

    private static function piece(int $seed): Piece
    {
        return ScoreFile::read(self::abc($seed))->piece;
    }

    private static function abc(int $seed): string
    {
        $random = new Randomizer(new Mt19937($seed));
        $pick = static fn (string ...$from): string => array_values($from)[$random->getInt(0, \count($from) - 1)];
        $meter = $pick('4/4', '3/4', '2/4', '6/8', '2/2');
        $left = ['4/4' => 16, '3/4' => 12, '2/4' => 8, '6/8' => 12, '2/2' => 16][$meter];
        $body = '';
        $slurred = false;
        for ($measure = 0; $measure < $random->getInt(1, 16); ++$measure) {
            for ($room = $left; $room > 0; $room -= $length) {
                $length = min(1 << (int) log($room, 2), (int) $pick('1', '2', '2', '4', '4', '4', '8'));
                $note = $pick('C', 'D', '^F', 'G', 'A', '_B', 'c', '=f', 'g', 'G,', 'z', '[CE]');
                $open = !$slurred && 'z' !== $note && $random->getInt(0, 6) < 1;
                $slurred = $slurred || $open;
                $body .= ($open ? '(' : '').$pick('', '', '', 'u', '.', '!3!').$note.$length;
                if ($slurred && !$open && 'z' !== $note && $random->getInt(0, 1) < 1) {
                    $body .= ')';
                    $slurred = false;
                }
            }
            $body .= $pick('|', '|', '|', "|\n", '||', ':|');
        }

        return \sprintf("X:1\nT:Seed %d\nM:%s\nL:1/16\nQ:1/4=%d\nK:%s\n%s", $seed, $meter, $random->getInt(40, 160), $pick('C', 'G', 'D', 'F', 'Bb', 'Am', 'Em'), str_replace('!3!z', 'z', $body));
    }
}
