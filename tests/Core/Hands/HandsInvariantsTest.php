<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Hands;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\FingerTrouble;
use CoinStair\Core\LeftHand\OpenString;
use CoinStair\Core\RightHand\StrokeMark;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Tests\RandomPieces;
use PHPUnit\Framework\TestCase;

/** What holds of both hands of any piece under any policies. */
final class HandsInvariantsTest extends TestCase
{
    private const PIECES = 160;

    /** @var array<string, BothHands> found once for all tests */
    private static array $hands = [];

    public static function tearDownAfterClass(): void
    {
        self::$hands = [];
    }

    public function testEveryFingerSoundsTheWrittenPitchInsideThePolicyOrWithAWarning(): void
    {
        foreach ($this->all() as $label => $hands) {
            $strings = OpenString::allOf($hands->instrument());
            $allowed = $hands->policies->positionsOf($hands->instrument());
            foreach ($hands->voices() as $voice) {
                foreach ($voice->fingering->notes as $index => $note) {
                    $choice = $voice->fingering->choices[$index];
                    if (null === $choice) {
                        self::assertTrue($voice->fingering->has($index, FingerTrouble::OutOfReach), $label);
                        continue;
                    }
                    foreach ($choice->stops() as $at => $stop) {
                        self::assertSame(
                            [$note->pitch, ...$note->upper][$at]->midi(),
                            $strings[$stop->string]->pitch->midi() + $stop->semitones,
                            $label,
                        );
                    }
                    self::assertTrue(
                        1 + \count($note->upper) === \count($choice->stops()) || $voice->fingering->has($index, FingerTrouble::Divided),
                        $label,
                    );
                    self::assertTrue(
                        $voice->fingering->has($index, FingerTrouble::Outside)
                            || \in_array($voice->fingering->hand($index)?->position, $allowed, true),
                        $label,
                    );
                }
            }
        }
    }

    public function testEveryTroubleIsTold(): void
    {
        foreach ($this->all() as $label => $hands) {
            $kinds = array_column($hands->notices, 'kind');
            foreach ($hands->voices() as $voice) {
                foreach (array_merge(...$voice->fingering->troubles) as $trouble) {
                    self::assertContains($trouble->value, $kinds, $label);
                }
            }
        }
    }

    public function testEveryStrokeAlternatesOrIsHookedOrIsARetake(): void
    {
        foreach ($this->all() as $label => $hands) {
            foreach ($hands->voices() as $voice) {
                foreach ($voice->bowing->strokes as $index => $step) {
                    $before = $voice->bowing->strokes[$index - 1] ?? null;
                    self::assertTrue(
                        null === $before
                            || $before->direction !== $step->direction
                            || $step->has(StrokeMark::Hook)
                            || $step->has(StrokeMark::Retake),
                        "$label, stroke $index",
                    );
                }
            }
        }
    }

    public function testThePlaceStaysOnTheBowAndGoesOnWhereTheStrokeBeforeEnded(): void
    {
        foreach ($this->all() as $label => $hands) {
            foreach ($hands->path->places as $index => [$from, $to]) {
                self::assertTrue($from >= 0 && $from <= 1 && $to >= 0 && $to <= 1, $label);
                // Only a lift, two beats of rest, or a bow of which nothing is left lets the place jump.
                $stroke = $hands->bowing->strokes[$index]->stroke;
                $rests = $stroke->rest * $stroke->beats >= 2 * $stroke->length;
                $before = $hands->path->places[$index - 1][1] ?? $from;
                self::assertTrue(
                    $before === $from || $rests || $hands->bowing->strokes[$index]->isLifted() || 0.0 === $from || 1.0 === $from,
                    "$label, stroke $index",
                );
            }
        }
    }

    /** @return array<string, BothHands> */
    private function all(): array
    {
        if ([] !== self::$hands) {
            return self::$hands;
        }
        for ($seed = 0; $seed < self::PIECES; ++$seed) {
            $piece = RandomPieces::piece($seed);
            $instrument = Instrument::strings()[$seed % 4];
            self::$hands["seed $seed, $instrument->value"] = BothHands::of(
                $piece,
                $instrument,
                HandPolicies::of(1 + ($seed % 4), [
                    'openStrings' => ['open', 'long', 'crossing'][$seed % 3],
                    'bowing' => ['alternate', 'downbeat', 'phrase'][intdiv($seed, 3) % 3],
                    'amount' => ['value', 'speed', 'whole'][intdiv($seed, 9) % 3],
                    'printed' => ['kept', 'agrees', 'suggestion'][$seed % 3],
                    'fifth' => ['tempo', 'across', 'hop'][$seed % 3],
                    'bassHand' => ['1-2-4', '1-2-3-4'][$seed % 2],
                ]),
                60 + ($seed % 80),
            );
        }

        return self::$hands;
    }
}
