<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Hands;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\FingerMark;
use CoinStair\Core\LeftHand\FingerTrouble;
use CoinStair\Core\RightHand\StrokeMark;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Override;
use CoinStair\Core\Score\OverrideKind;
use CoinStair\Core\Score\Overrides;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Tests\Effort;
use CoinStair\Core\Tests\RandomPieces;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** What a teacher sets goes before the policy and before what is printed; the search runs again around it (handbook 3). */
final class OverridesTest extends TestCase
{
    public function testTheSearchRunsAgainAroundAFingerThatWasSet(): void
    {
        self::assertSame('1 0 1', $this->fingers('E A E z|', []));
        self::assertSame('1 4 1', $this->fingers('E A E z|', [['P1-m0-v1-1', 'A4', OverrideKind::Finger, '4']]));
        self::assertSame('4 4 3', $this->fingers('A A G z|', [['P1-m0-v1-0', 'A4', OverrideKind::String, 'D']]));
    }

    public function testASetFingerGoesBeforeAPrintedOne(): void
    {
        $hands = $this->hands('E !4!A E z|', [['P1-m0-v1-1', 'A4', OverrideKind::Finger, '0']]);
        self::assertSame(0, $hands->fingering->choices[1]?->finger);
        self::assertSame(
            [FingerMark::Override],
            array_values(
                array_intersect_key($hands->fingerMarks[1], array_flip(array_keys($hands->fingerMarks[1], FingerMark::Override, true))),
            ),
        );
        self::assertSame('Set by the teacher.', $hands->reason(1)->text());
    }

    public function testOutsideThePolicyIsObeyedWithAWarning(): void
    {
        $hands = $this->hands('A B d z|', [['P1-m0-v1-2', 'D5', OverrideKind::Finger, '1']]);
        self::assertSame(['III', 'outside-policy'], [$hands->fingering->hand(2)?->position, $hands->notices[0]->kind]);
        self::assertTrue($hands->fingering->has(2, FingerTrouble::Outside));
        self::assertStringContainsString('outside the hands that this class uses', $hands->notices[0]->notice->text());
    }

    public function testAFingerThatCannotBeIsToldNotObeyed(): void
    {
        $hands = $this->hands('D E F G|', [['P1-m0-v1-0', 'D4', OverrideKind::String, 'E']]);
        self::assertSame(['set-finger', 0], [$hands->notices[0]->kind, $hands->fingering->choices[0]?->finger]);
    }

    public function testAnEditWhoseNoteIsAnotherNowIsKeptButNotObeyed(): void
    {
        $hands = $this->hands('E B E z|', [
            ['P1-m0-v1-1', 'A4', OverrideKind::Finger, '4'],
            ['P1-m7-v1-0', 'A4', OverrideKind::Direction, 'up'],
        ]);
        self::assertSame([1, 2], [$hands->fingering->choices[1]?->finger, \count($hands->lost)]);
    }

    public function testADirectionThatWasSetTurnsWhatFollows(): void
    {
        $hands = $this->hands('D (EF) G|A4|', [
            ['P1-m0-v1-2', 'F#4', OverrideKind::Direction, 'down'],
            ['P1-m1-v1-0', 'A4', OverrideKind::Amount, '0.25'],
        ]);
        self::assertSame(
            ['down', 'down', 'up', 'down'],
            array_map(static fn ($step): string => $step->direction->value, $hands->bowing->strokes),
        );
        self::assertSame([StrokeMark::Retake, StrokeMark::Override], $hands->strokeMarks[1]);
        self::assertSame(0.25, $hands->path->places[3][1] - $hands->path->places[3][0]);
        self::assertContains(StrokeMark::Override, $hands->strokeMarks[3]);
    }

    #[TestWith([OverrideKind::Finger, '5'])]
    #[TestWith([OverrideKind::String, 'H'])]
    #[TestWith([OverrideKind::Direction, 'left'])]
    #[TestWith([OverrideKind::Amount, '1.5'])]
    #[TestWith([OverrideKind::Amount, 'much'])]
    public function testWhatCannotBeSetIsRefused(OverrideKind $kind, string $value): void
    {
        $this->expectException(Refusal::class);
        Override::of('P1-m0-v1-0', 'A4', $kind, $value);
    }

    public function testEveryEditIsKeptInAnyPiece(): void
    {
        $random = new Randomizer(new Mt19937(61));
        for ($seed = 0; $seed < Effort::times(150); ++$seed) {
            $piece = RandomPieces::piece($seed);
            $instrument = $piece->parts[0]->instrument;
            $policies = HandPolicies::of(1 + ($seed % 4), [
                'amount' => ['value', 'speed', 'whole'][$seed % 3],
                'bowing' => ['alternate', 'downbeat', 'phrase'][intdiv($seed, 3) % 3],
            ]);
            $plain = BothHands::of($piece, $instrument, $policies, 80);
            $edits = [];
            foreach ($plain->fingering->notes as $index => $note) {
                $others = $plain->fingering->fingerboard->candidates($note->pitch);
                if ([] !== $others && [] === $note->upper && !$note->tiedFrom && 0 === $random->getInt(0, 3)) {
                    $other = $others[$random->getInt(0, \count($others) - 1)];
                    $edits[$note->id] = [
                        $other->finger,
                        $plain->fingering->fingerboard->stringName($other->string),
                        ['down', 'up'][$random->getInt(0, 1)],
                        [0.125, 0.5, 1.0][$random->getInt(0, 2)],
                    ];
                }
            }
            $made = [];
            foreach ($plain->fingering->notes as $note) {
                if (isset($edits[$note->id])) {
                    foreach ([OverrideKind::Finger, OverrideKind::String, OverrideKind::Direction, OverrideKind::Amount] as $at => $kind) {
                        $made[] = Override::of($note->id, $note->pitch->name(), $kind, (string) $edits[$note->id][$at]);
                    }
                }
            }
            $hands = BothHands::of($piece, $instrument, $policies, 80, Overrides::of($made));
            self::assertSame([], $hands->lost);
            foreach ($hands->fingering->notes as $index => $note) {
                if (isset($edits[$note->id])) {
                    $choice = $hands->fingering->choices[$index];
                    self::assertNotNull($choice);
                    self::assertSame(
                        \array_slice($edits[$note->id], 0, 2),
                        [$choice->finger, $hands->fingering->fingerboard->stringName($choice->string)],
                        "seed $seed, $note->id",
                    );
                }
            }
            foreach ($hands->bowing->strokes as $index => $step) {
                // A stroke that holds several such notes follows the first of them.
                foreach ($step->stroke->notes as $id) {
                    if (isset($edits[$id])) {
                        [$from, $to] = $hands->path->places[$index];
                        self::assertSame($edits[$id][2], $step->direction->value, "seed $seed, $id");
                        self::assertEqualsWithDelta($edits[$id][3], abs($to - $from), 1e-9, "seed $seed, $id");
                        break;
                    }
                }
            }
        }
    }

    /** @param list<array{string, string, OverrideKind, string}> $edits */
    private function fingers(string $body, array $edits): string
    {
        return implode(
            ' ',
            array_map(static fn ($choice): string => (string) $choice?->finger, $this->hands($body, $edits)->fingering->choices),
        );
    }

    /** @param list<array{string, string, OverrideKind, string}> $edits */
    private function hands(string $body, array $edits): BothHands
    {
        return BothHands::of(
            Tunes::abc($body, '4/4', 'D'),
            Instrument::Violin,
            HandPolicies::ofLevel(1),
            72,
            Overrides::of(array_map(static fn (array $edit): Override => Override::of(...$edit), $edits)),
        );
    }
}
