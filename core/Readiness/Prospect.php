<?php

declare(strict_types=1);

namespace CoinStair\Core\Readiness;

/** A piece that a class could play next, with what speaks for it and against it (handbook 7). */
final readonly class Prospect
{
    /**
     * @param int            $piece     id
     * @param Readiness|null $readiness all that the numbers stand for; none before a piece is among those that are told
     * @param float|null     $comfort   beats a minute at which the class is comfortable in all of it now; none where no hands are known
     * @param int            $goal      beats a minute
     * @param int|null       $lessons   that it takes; none where nobody reckoned it
     * @param int|null       $left      lessons until the class's next event; none where none is known
     * @param bool           $isPlanned the teacher has a sequence for it already
     */
    public function __construct(
        public int $piece,
        public Glance $glance,
        public ?float $comfort = null,
        public int $goal = 0,
        public ?int $lessons = null,
        public ?int $left = null,
        public bool $isPlanned = false,
        public ?Readiness $readiness = null,
    ) {
    }

    /** Share of the goal that is comfortable now, at most 1; 1 where nothing is known. */
    public function share(): float
    {
        return null === $this->comfort || 0 === $this->goal ? 1.0 : min(1.0, $this->comfort / $this->goal);
    }
}
