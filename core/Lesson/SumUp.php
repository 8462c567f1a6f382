<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\PlaceNames;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Notice;

/** The one sentence at the end of a lesson (handbook 6): how far which measures went today, and what is for home. */
final class SumUp
{
    /** Stretches that a sentence holds. */
    private const AT_MOST = 2;

    /**
     * @param list<array{Chunk, int}> $today what was learned or run, with the tempo that it reached
     * @param Chunk|null              $home  what is worth practising at home
     *
     * @return Notice|null none where nothing was learned
     */
    public static function of(PlaceNames $names, array $today, ?Chunk $home): ?Notice
    {
        $told = [];
        foreach (self::stretches($today) as [$first, $last, $tempo]) {
            $told[] = new Notice(0, 0, '{measures} at {tempo}', ['measures' => $names->span($first, $last), 'tempo' => (string) $tempo]);
        }
        if ([] === $told || null === $home) {
            return null;
        }

        return new Notice(
            0,
            0,
            isset($told[1]) ? 'Today: {first}, {second}. At home: {home}.' : 'Today: {first}. At home: {home}.',
            ['first' => $told[0], 'second' => $told[1] ?? $told[0], 'home' => $names->chunk($home)],
        );
    }

    /** Of a lesson that goes as it is planned: what is furthest from its goal is for home, or what was learned last. */
    public static function ofPlanned(PlannedLesson $lesson, int $goal, PlaceNames $names): ?Notice
    {
        $today = [];
        $home = null;
        $furthest = (float) $goal;
        foreach ($lesson->steps as $step) {
            $top = $step->time->top()->tempo ?? 0;
            $isLearned = $step->step->purpose->isLearned() && [] === $step->step->who()->instruments && null === $step->step->rung;
            if (null === $step->chunk || 0 === $top || (!$isLearned && StepPurpose::Run !== $step->step->purpose)) {
                continue;
            }
            $today[] = [$step->chunk, $top];
            if ($isLearned && ($top < $furthest || $furthest >= $goal)) {
                $furthest = (float) $top;
                $home = $step->chunk;
            }
        }

        return self::of($names, $today, $home ?? $today[\count($today) - 1][0] ?? null);
    }

    /**
     * What lies in nothing else, of what was played more than once the best; neighbors at one tempo are one stretch. The longest of them.
     *
     * @param list<array{Chunk, int}> $today
     *
     * @return list<array{Chunk, Chunk, int}> first and last chunk of each, and its tempo, in the order of the music
     */
    private static function stretches(array $today): array
    {
        $best = [];
        foreach ($today as [$chunk, $tempo]) {
            $edges = $chunk->edges();
            $best[$edges] = [$chunk, max($tempo, $best[$edges][1] ?? 0)];
        }
        $largest = array_filter(
            $best,
            static fn (array $one): bool => [] === array_filter(
                $best,
                static fn (array $other): bool => $other[0]->edges() !== $one[0]->edges() && $other[0]->contains($one[0]),
            ),
        );
        usort($largest, static fn (array $one, array $other): int => $one[0]->from->compare($other[0]->from));
        $stretches = [];
        foreach ($largest as [$chunk, $tempo]) {
            $before = $stretches[\count($stretches) - 1] ?? null;
            if (null !== $before && $before[2] === $tempo && !$before[1]->to->isBefore($chunk->from)) {
                $stretches[\count($stretches) - 1][1] = $chunk;
            } else {
                $stretches[] = [$chunk, $chunk, $tempo];
            }
        }
        usort($stretches, static fn (array $one, array $other): int => self::measures($other) <=> self::measures($one));
        $stretches = \array_slice($stretches, 0, self::AT_MOST);
        usort($stretches, static fn (array $one, array $other): int => $one[0]->from->compare($other[0]->from));

        return $stretches;
    }

    /** @param array{Chunk, Chunk, int} $stretch */
    private static function measures(array $stretch): int
    {
        return $stretch[1]->lastPosition() - $stretch[0]->from->position;
    }
}
