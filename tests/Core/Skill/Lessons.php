<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Skill;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Lesson\Others;
use CoinStair\Core\Lesson\Step;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Lesson\Who;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Log\TaughtLesson;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Skill\HeldSkills;
use CoinStair\Core\Skill\PieceSkills;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\Stair;

/** Lessons with their logs, and what their chunks hold, for tests of what a class has met. */
final class Lessons
{
    public const GOAL = 72;

    /**
     * A step of one chunk, on a stair up to the goal.
     *
     * @param list<Instrument> $who all if none are named
     */
    public static function step(string $id, int $chunk = 1, Mode $mode = Mode::Bow, array $who = []): TaughtStep
    {
        $step = new Step(
            StepPurpose::Learn,
            Stair::ofTreads([60, 66, self::GOAL]),
            CoinRule::standard(),
            null,
            $mode,
            who: [] === $who ? null : Who::only($who, Others::AirBow),
        );

        return new TaughtStep($id, $step, $chunk, 0, 0, self::GOAL);
    }

    /**
     * Coins (c) and misses (m) on the lowest tread, coins at the goal (g), done (x), not done (n), opened only (b).
     *
     * @return list<LogEntry>
     */
    public static function log(string $step, string $walk, int $from = 1000): array
    {
        $kinds = ['b' => EntryKind::Begin, 'm' => EntryKind::Miss, 'x' => EntryKind::Done, 'n' => EntryKind::NotDone];
        $entries = [];
        foreach (str_split($walk) as $index => $letter) {
            $entries[] = new LogEntry(
                "$step-$from-$index",
                $step,
                $kinds[$letter] ?? EntryKind::Coin,
                'g' === $letter ? self::GOAL : 60,
                $from + $index,
            );
        }

        return $entries;
    }

    /**
     * A lesson of one step.
     *
     * @param list<Instrument> $who all if none are named
     */
    public static function one(string $day, string $walk, int $chunk = 1, Mode $mode = Mode::Bow, array $who = []): TaughtLesson
    {
        return TaughtLesson::of("$day $chunk", $day, [self::step('s', $chunk, $mode, $who)], self::log('s', $walk));
    }

    /**
     * What the chunks of some lessons hold: chunk 1 is the whole of the piece.
     *
     * @param list<TaughtLesson> $lessons
     */
    public static function held(PieceSkills $skills, Piece $piece, array $lessons): HeldSkills
    {
        /** @var \WeakMap<PieceSkills, array<string, array<string, list<string>>>> $found what was played before is found once */
        static $found = new \WeakMap();
        $held = $found[$skills] ?? [];
        foreach ($lessons as $lesson) {
            foreach ($lesson->played() as $played) {
                $held[HeldSkills::key($lesson->piece, $played)] ??= HeldSkills::find($skills, Chunk::whole($piece), $played);
            }
        }

        $found[$skills] = $held;

        return HeldSkills::of($held);
    }
}
