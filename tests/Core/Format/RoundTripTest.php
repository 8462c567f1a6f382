<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Format\Abc\Reader as AbcReader;
use CoinStair\Core\Format\Abc\Writer as AbcWriter;
use CoinStair\Core\Format\Json\PieceDocument;
use CoinStair\Core\Format\MusicXml\Reader as MusicXmlReader;
use CoinStair\Core\Format\MusicXml\Writer as MusicXmlWriter;
use CoinStair\Core\Format\ReadResult;
use CoinStair\Core\Tests\Effort;
use CoinStair\Core\Tests\RandomPieces;
use PHPUnit\Framework\TestCase;

/** A piece that is written and read again is the same piece. */
final class RoundTripTest extends TestCase
{
    private const SEEDS = 500;

    public function testJson(): void
    {
        for ($seed = 0; $seed < Effort::times(self::SEEDS); ++$seed) {
            $piece = RandomPieces::piece($seed);
            self::assertEquals($piece, PieceDocument::decode(PieceDocument::encode($piece)), "seed $seed");
        }
    }

    public function testMusicXml(): void
    {
        for ($seed = 0; $seed < Effort::times(self::SEEDS); ++$seed) {
            $piece = RandomPieces::piece($seed);
            $read = MusicXmlReader::read(MusicXmlWriter::write($piece));
            self::assertSame(self::text($piece), self::text($read->piece), "seed $seed");
            self::assertSame([], self::messages($read), "seed $seed");
        }
    }

    public function testAbc(): void
    {
        for ($seed = 0; $seed < Effort::times(self::SEEDS); ++$seed) {
            $piece = RandomPieces::piece($seed, false);
            $read = AbcReader::read(AbcWriter::write($piece));
            self::assertSame(self::text($piece), self::text($read->piece), "seed $seed");
            self::assertSame([], self::messages($read), "seed $seed");
        }
    }

    private static function text(object $piece): string
    {
        \assert($piece instanceof \CoinStair\Core\Score\Piece);

        // A line for each event, so that a difference is seen where it is.
        return str_replace('},{', "},\n{", PieceDocument::encode($piece));
    }

    /** @return list<string> */
    private static function messages(ReadResult $read): array
    {
        return array_map(static fn ($notice): string => $notice->text(), $read->notices);
    }
}
