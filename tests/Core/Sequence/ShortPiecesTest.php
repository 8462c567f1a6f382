<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\ByHand;
use CoinStair\Core\Lesson\Habit;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Lesson\OrderedStep;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Method\TaughtChunk;
use CoinStair\Core\Sequence\LessonSequence;
use CoinStair\Core\Sequence\ShortPieces;
use PHPUnit\Framework\TestCase;

/** Handbook 6, "Many short pieces". */
final class ShortPiecesTest extends TestCase
{
    public function testOneStepAPieceEachTwiceGroupedByMode(): void
    {
        $plan = self::plan(22);
        self::assertCount(1, $plan->lessons);
        $played = array_values(array_filter($plan->steps(), static fn (LessonStep $step): bool => null !== $step->chunk));
        self::assertSame(['p0', 'p1', 'p2', 'b0', 'b1', 'b2'], array_column($played, 'id'));
        foreach ($played as $step) {
            self::assertSame([2], [$step->time->tries()?->high()]);
            self::assertLessThan(200.0, $step->time->seconds());
        }
        $purposes = array_map(static fn (LessonStep $step): StepPurpose => $step->step->purpose, $plan->steps());
        self::assertSame(StepPurpose::HoldCheck, $purposes[0]);
        self::assertContains(StepPurpose::Break, $purposes, 'rests for the arms');
        self::assertNotContains(StepPurpose::TuneUp, $purposes);
        self::assertSame(StepPurpose::TuneUp, self::plan(22, habits: [Habit::TuneUp])->steps()[1]->step->purpose);
        self::assertGreaterThanOrEqual($played[0]->top(), $played[3]->top(), 'what was plucked is read');
    }

    public function testWhatDoesNotFitOpensTheNextLessonAndWhatIsDoneIsLeftOut(): void
    {
        $plan = self::plan(5);
        self::assertGreaterThan(1, \count($plan->lessons));
        foreach ($plan->lessons as $lesson) {
            self::assertLessThanOrEqual(5 * 60.0, $lesson->seconds());
        }
        self::assertSame(['b2'], array_values(array_filter(array_column(self::plan(22, ['p0', 'p1', 'p2', 'b0', 'b1'])->steps(), 'id'))));
        self::assertSame([], self::plan(22, ['p0', 'p1', 'p2', 'b0', 'b1', 'b2'])->lessons);
    }

    /**
     * @param list<string> $done   ids of the steps that were taught
     * @param list<Habit>  $habits
     */
    private static function plan(int $minutes, array $done = [], array $habits = []): LessonSequence
    {
        $rows = [];
        $pieces = array_map(
            static fn (string $file) => Plans::piece(Plans::tune($file), 1, 84, $minutes),
            ['01-open-gate.abc', '02-stepping-stones.abc', '03-ferry-rope.abc'],
        );
        foreach (ShortPieces::modes() as $mode) {
            foreach ($pieces as $index => $piece) {
                $whole = new TaughtChunk(StepPurpose::Run, Chunk::whole($piece->piece));
                $id = (Mode::Pluck === $mode ? 'p' : 'b').$index;
                $rows[] = [OrderedStep::of($whole, $id, new ByHand(mode: $mode)), $piece];
            }
        }

        $policies = Plans::policies(1, $minutes);
        $policies = $policies->teaching($policies->contact, $policies->slow, habits: $habits);

        return ShortPieces::plan($rows, $policies, array_fill_keys($done, true), 0);
    }
}
