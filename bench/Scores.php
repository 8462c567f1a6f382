<?php

declare(strict_types=1);

namespace CoinStair\Bench;

use CoinStair\Core\Format\Abc\Reader;
use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\MusicXml\Writer;
use CoinStair\Core\Hands\PartsFromLine;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;

/** Made-up scores of any length. */
final class Scores
{
    private const LINES = ['D D/E/ F G', 'A2 F D', 'G/F/ E/D/ E A', 'd c B A', 'B/A/ G F E', 'D4'];

    public static function abc(int $measures): string
    {
        $abc = "X:1\nT:Long\nM:4/4\nL:1/4\nK:D\n";
        for ($measure = 0; $measure < $measures; ++$measure) {
            $abc .= self::LINES[($measure * 7 + intdiv($measure, 5)) % 6].' |'.(3 === $measure % 4 ? "\n" : ' ');
        }

        return $abc;
    }

    /** Five parts with rhythms and slurs of their own: about 30 notes and 22 strokes a measure. */
    public static function fiveParts(int $measures): Piece
    {
        $lines = [
            'D D/E/ F/G/ A',
            '(A/B/)(A/G/) F D/E/',
            'G/F/ (E/D/) E/F/ A',
            '(d/c/) B/A/ (B/c/) A',
            'B/A/ (G/F/) E D/D/',
            '(DE/F/) G A/B/',
            '(A3/ B/) (A/G/) F',
            'z D/E/ (F/G/) A/A/',
        ];
        $parts = [];
        foreach ([...Instrument::strings(), Instrument::Violin] as $number => $instrument) {
            $abc = "X:1\nT:Long\nM:4/4\nL:1/4\nK:D\n";
            for ($measure = 0; $measure < $measures; ++$measure) {
                $abc .=
                    $lines[($measure * (3 + 2 * $number) + intdiv($measure, 5 + $number)) % 8].' |'.(3 === $measure % 4 ? "\n" : ' ');
            }
            $line = Reader::read($abc, Limits::large())->piece;
            $parts[] = PartsFromLine::of($line, [$instrument])->piece->parts[0];
        }

        return $line->withParts(
            array_map(
                static fn (Part $part, int $at): Part => new Part(
                    'P'.($at + 1),
                    $part->name,
                    $part->instrument,
                    $part->clef,
                    $part->measures,
                ),
                $parts,
                array_keys($parts),
            ),
        );
    }

    public static function musicXml(int $measures): string
    {
        $line = Reader::read(self::abc($measures), Limits::large())->piece;
        $parts = [];
        foreach (Instrument::strings() as $index => $instrument) {
            $parts[] = new Part('P'.($index + 1), $instrument->name, $instrument, $instrument->clef(), $line->parts[0]->measures);
        }

        return Writer::write(new Piece($line->title, '', $line->measures, $parts, null, $line->beatTicks));
    }
}
