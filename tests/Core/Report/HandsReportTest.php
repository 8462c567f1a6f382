<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Report;

use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\OpenString;
use CoinStair\Core\Report\HandsReport;
use CoinStair\Core\RightHand\AmountPolicy;
use CoinStair\Core\RightHand\DirectionPolicy;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** What piece:hands tells of every demo tune on the four instruments. */
final class HandsReportTest extends TestCase
{
    public function testEveryDemoTuneHasItsHandsOnAllFourInstruments(): void
    {
        foreach (glob(\dirname(__DIR__, 3).'/demo/tunes/*') ?: [] as $file) {
            $piece = ScoreFile::read((string) file_get_contents($file))->piece;
            foreach (Instrument::strings() as $instrument) {
                foreach ([1, 2, 3] as $level) {
                    $report = HandsReport::tell(
                        $piece,
                        $instrument,
                        HandPolicies::of($level, [
                            'bowing' => DirectionPolicy::cases()[$level - 1]->value,
                            'amount' => AmountPolicy::cases()[$level - 1]->value,
                        ]),
                        84,
                    );
                    self::assertNotSame([], $report['notes'], basename($file));
                    self::assertNotSame([], $report['strokes'], basename($file));
                    $bowed = array_merge(...array_column($report['strokes'], 'notes'));
                    // Its first four measures are plucked.
                    $isPlucked = str_starts_with(basename($file), '26-');
                    foreach ($report['notes'] as $note) {
                        $isBowed = !$isPlucked || 1 !== preg_match('/-m[0-3]-/', $note['id']);
                        self::assertSame($isBowed, \in_array($note['id'], $bowed, true), basename($file).' '.$instrument->value);
                        self::assertStringNotContainsString('only place', $note['reason']);
                        if (null !== $note['string'] && null !== $note['semitones']) {
                            self::assertSame(
                                Pitch::parse($note['pitch'])->midi(),
                                (OpenString::named($instrument, $note['string'])?->pitch->midi() ?? 0) + $note['semitones'],
                            );
                        } else {
                            self::assertNotSame([], array_intersect(['out-of-reach', 'divided'], array_column($report['notices'], 'kind')));
                        }
                    }
                }
            }
        }
    }

    public function testTheKeysAreThoseOfTheDocument(): void
    {
        $report = HandsReport::tell(Tunes::abc('DEFG|AGFE|', '4/4', 'D'), Instrument::Violin, HandPolicies::ofLevel(1), 72);
        self::assertSame(['instrument', 'policies', 'level', 'tempo', 'notes', 'strokes', 'notices'], array_keys($report));
        self::assertSame(
            ['open', 'alternate', 'value'],
            [$report['policies']['openStrings'], $report['policies']['bowing'], $report['policies']['amount']],
        );
        self::assertSame(
            [
                'id' => 'P1-m0-v1-1',
                'position' => 0,
                'offset' => '1',
                'pitch' => 'E4',
                'string' => 'D',
                'finger' => 1,
                'placement' => 'natural',
                'semitones' => 2,
                'hand' => 'I',
                'reason' => 'As the open E, an octave down.',
                'marks' => ['keep-down'],
            ],
            $report['notes'][1],
        );
        self::assertSame(
            [
                'notes' => ['P1-m0-v1-0'],
                'direction' => 'down',
                'from' => 0.0,
                'to' => 0.5,
                'reason' => 'The line starts down.',
                'marks' => [],
                'starts' => [0.0],
                'speed' => 0.5,
                'cmPerSecond' => 36.6,
            ],
            $report['strokes'][0],
        );
        self::assertSame([], $report['notices']);
    }

    public function testAPartOfItsOwnIsTakenAndElseOneIsDerived(): void
    {
        $piece = ScoreFile::read((string) file_get_contents(\dirname(__DIR__, 3).'/demo/tunes/23-ferry-lights.musicxml'))->piece;
        $viola = HandsReport::tell($piece, Instrument::Viola, HandPolicies::ofLevel(1), 72);
        self::assertStringStartsWith($piece->parts[1]->id.'-', $viola['notes'][0]['id']);
        $high = HandsReport::tell(Tunes::abc('g2f2|g2f2|g2d2|g4|', '4/4', 'G'), Instrument::Cello, HandPolicies::ofLevel(1), 72);
        self::assertSame(['derived'], array_column($high['notices'], 'kind'));
        self::assertSame('G3', $high['notes'][0]['pitch']);
    }
}
