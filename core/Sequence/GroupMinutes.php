<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\OwnStep;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Practice\Groups;

/** The own minutes of groups that would hold the rest back: once in a lesson, those with the same place together (handbook 6). */
final class GroupMinutes
{
    /** @var array<string, true> groups that had theirs in the lesson that is filled */
    private array $served = [];

    public function __construct(
        private readonly PieceForClass $of,
        private readonly Aim $aim,
        private readonly Groups $groups,
        private readonly ClassState $class,
        private readonly StepPlanner $planner,
    ) {
    }

    public function nextLesson(): void
    {
        $this->served = [];
    }

    public function had(GroupStep $step): void
    {
        foreach ($step->groups as $group) {
            $this->served[$group->value] = true;
        }
    }

    /**
     * Of groups whose worst place lies in what was played.
     *
     * @param int $lesson number of the lesson
     *
     * @return list<GroupStep>
     */
    public function after(Chunk $played, int $lesson): array
    {
        $whole = Chunk::whole($this->of->piece);
        $byPlace = $leftOut = [];
        foreach (SlowGroup::Apart === $this->aim->slow ? array_diff_key($this->class->ofGroups, $this->served) : [] as $name => $practice) {
            $worst = $practice->hardest($whole);
            $chunk = $worst?->move->spot($this->of->piece);
            $stands = $practice->comfort($whole)->lesser() >= $this->aim->goal;
            if (null === $worst || null === $chunk || $stands || !$played->holds($worst->move->from)) {
                continue;
            }
            $group = $this->groups->apart[$name];
            // The same kind of move in the same measure is one place, also where one group has it a note later.
            $place = $worst->move->from->position.' '.$worst->move->row->value;
            $byPlace[$place][] = [$practice->hands($chunk)->lesser(), $group, $chunk];
            if (OwnStep::ofGroup($lesson, $group)->isAmong($this->aim->skipped)) {
                $leftOut[$place] = true;
            }
        }
        $steps = [];
        foreach (array_diff_key($byPlace, $leftOut) as $rows) {
            usort($rows, static fn (array $one, array $other): int => $one[0] <=> $other[0]);
            [, $slowest, $chunk] = $rows[0];
            $time = $this->planner->apart($this->class->ofGroups[$slowest->value], $chunk);
            $steps[] = new GroupStep(array_column($rows, 1), $chunk, $time);
        }

        return $steps;
    }
}
