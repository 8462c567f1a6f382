<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\PlannedLesson;
use CoinStair\Core\Practice\Groups;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;

/** What a class does with a piece over as many lessons as it takes, from where its log says that it stands (handbook 6). */
final readonly class LessonSequence
{
    /**
     * @param list<PlannedLesson> $lessons that are to come
     * @param int                 $goal    beats a minute
     * @param int                 $reaches beats a minute of the fastest run of the whole, or at which it would go now; 0 where some of it
     *                                     is not taught yet
     * @param Groups              $groups  who plays together, who apart
     * @param Hardest|null        $holds   the move that holds the whole back where the goal stays out of reach
     * @param int                 $taught  lessons that were taught before
     * @param array<string, int>  $written tempo at which each group that is apart plays the whole as written at the end; 0 where it
     *                                     plays an eased part throughout
     */
    public function __construct(
        public array $lessons,
        public int $goal,
        public int $reaches,
        public Groups $groups,
        public ?Hardest $holds,
        public int $taught = 0,
        public array $written = [],
    ) {
    }

    /** The whole is at the goal at its end. */
    public function isAtGoal(): bool
    {
        return $this->reaches >= $this->goal;
    }

    /**
     * How the groups that are apart play the whole at the end: "basses as written at 72, eased above"; none where all play it as it goes.
     *
     * @param array<string, int> $written tempo at which each plays it as written; 0 where it is eased throughout
     *
     * @return list<Notice>
     */
    public static function eased(array $written, int $reaches): array
    {
        $byTempo = [];
        foreach ($written as $name => $tempo) {
            if ($tempo < Groups::HOLDS_BACK * $reaches) {
                $byTempo[$tempo][] = Instrument::from($name);
            }
        }

        return array_map(
            static fn (int $tempo, array $groups): Notice => new Notice(
                0,
                0,
                0 === $tempo ? '{who} eased' : '{who} as written at {tempo}, eased above',
                ['who' => Prompt::groups($groups), 'tempo' => (string) $tempo],
            ),
            array_keys($byTempo),
            $byTempo,
        );
    }

    /** The lesson that comes next; none where nothing is left to be taught. */
    public function next(): ?PlannedLesson
    {
        return $this->lessons[0] ?? null;
    }

    /** @throws \OutOfBoundsException if it has no lesson of this number */
    public function numbered(int $number): PlannedLesson
    {
        foreach ($this->lessons as $lesson) {
            if ($lesson->number === $number) {
                return $lesson;
            }
        }
        throw new \OutOfBoundsException(\sprintf('No lesson %d is planned.', $number));
    }

    public function seconds(): float
    {
        return array_sum(array_map(static fn (PlannedLesson $lesson): float => $lesson->seconds(), $this->lessons));
    }

    /** Seconds of the longest step. */
    public function longest(): float
    {
        return max([0.0, ...array_map(static fn (PlannedLesson $lesson): float => $lesson->longest(), $this->lessons)]);
    }

    /** @return list<LessonStep> of all lessons */
    public function steps(): array
    {
        return array_merge([], ...array_map(static fn (PlannedLesson $lesson): array => $lesson->steps, $this->lessons));
    }
}
