<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\RightHand;

use CoinStair\Core\RightHand\Bowing;
use CoinStair\Core\RightHand\LongNote;
use CoinStair\Core\RightHand\LongNotePolicy;
use CoinStair\Core\RightHand\LongNotes;
use CoinStair\Core\RightHand\Stagger;
use CoinStair\Core\RightHand\Strokes;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** Handbook 4, "Long notes of a group". */
final class LongNotesTest extends TestCase
{
    private const LONG = '!p!C4-|C4-|C4-|C4-|C4-|C4|';

    public function testDeskPartnersChangeAtBeatsOfTheirOwnAwayFromTheBarLine(): void
    {
        [$note] = $this->notes(self::LONG, LongNotePolicy::Planned, 8);
        self::assertFalse($note->held);
        self::assertSame([[8.0], [11.0], [14.0], [18.0]], $note->planned?->changes);
        self::assertSame(2, $note->bows);
    }

    public function testFreeIsFreeAndAPlayerAloneNeedsNoPlan(): void
    {
        self::assertNull($this->notes(self::LONG, LongNotePolicy::Free, 8)[0]->planned);
        self::assertNull($this->notes(self::LONG, LongNotePolicy::Planned, 1)[0]->planned);
    }

    public function testAFermataIsAlwaysFreeWithTheBowsItMayTake(): void
    {
        [$note] = $this->notes('!fermata!C4|', LongNotePolicy::Planned, 8);
        self::assertSame([true, null, 1], [$note->held, $note->planned, $note->bows]);
        self::assertSame(2, $this->notes('!f!!fermata!C4|', LongNotePolicy::Planned, 8)[0]->bows);
    }

    public function testANoteThatOneBowLastsIsNoLongNote(): void
    {
        self::assertSame([], $this->notes('C4|C2 z2|', LongNotePolicy::Planned, 8));
    }

    public function testNoSeatRunsOutAndNoTwoChangeAtOnce(): void
    {
        for ($case = 0; $case < 600; ++$case) {
            $beats = 3.0 + ($case % 37);
            $longest = 2.0 + ($case % 11);
            if ($beats <= $longest) {
                continue;
            }
            $meter = 2 + ($case % 4);
            $bars = [];
            for ($bar = $meter; $bar < $beats; $bar += $meter) {
                $bars[] = (float) $bar;
            }
            $stagger = Stagger::of($beats, $longest, $bars, 1 + ($case % 5));
            self::assertCount(min(Stagger::SEATS, 1 + ($case % 5)), $stagger->changes, "case $case");
            $all = array_merge(...$stagger->changes);
            self::assertCount(\count($all), array_unique($all, \SORT_REGULAR), "case $case");
            foreach ($stagger->changes as $changes) {
                self::assertCount($stagger->bows - 1, $changes);
                $before = 0.0;
                foreach ([...$changes, $beats + 1] as $beat) {
                    self::assertLessThanOrEqual($longest + 1e-6, $beat - 1 - $before, "case $case");
                    $before = $beat - 1;
                }
                foreach ($changes as $beat) {
                    self::assertNotContains($beat - 1, $bars, "case $case");
                }
            }
        }
    }

    /** @return list<LongNote> */
    private function notes(string $body, LongNotePolicy $policy, int $players): array
    {
        $piece = Tunes::abc($body);

        return LongNotes::find(
            $piece,
            Bowing::of($piece, Strokes::read($piece, $piece->parts[0]))->strokes,
            Instrument::Violin,
            60 / 72 / Ticks::PER_QUARTER,
            $policy,
            $players,
        );
    }
}
