<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Score\Instrument;

/** What a sequence is built for: all that a teacher chose for one class and one piece (handbook 6). */
final readonly class Aim
{
    public const LESSONS = 6;

    /**
     * @param int              $goal        beats a minute
     * @param list<Instrument> $instruments that count
     * @param float|null       $comfort     tempo of every chunk, where a teacher typed it
     * @param int              $lessons     after which the goal counts as out of reach
     * @param list<string>     $skipped     what is left out of what lessons ask for themselves, as LessonStep::named() tells it
     */
    public function __construct(
        public int $goal,
        public array $instruments,
        public SlowGroup $slow = SlowGroup::Apart,
        public FirstContact $contact = FirstContact::New,
        public ?float $comfort = null,
        public int $lessons = self::LESSONS,
        public array $skipped = [],
    ) {
    }

    public function withGoal(int $goal): self
    {
        return new self($goal, $this->instruments, $this->slow, $this->contact, $this->comfort, $this->lessons, $this->skipped);
    }

    public function withSlow(SlowGroup $slow): self
    {
        return new self($this->goal, $this->instruments, $slow, $this->contact, $this->comfort, $this->lessons, $this->skipped);
    }

    public function withLessons(int $lessons): self
    {
        return new self($this->goal, $this->instruments, $this->slow, $this->contact, $this->comfort, $lessons, $this->skipped);
    }
}
