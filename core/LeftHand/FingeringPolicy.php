<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Instrument;

/** How a class fingers: its instrument and year, and what its teacher chose (handbook 1). */
final readonly class FingeringPolicy
{
    private function __construct(
        public Instrument $instrument,
        public int $level,
        public OpenStringPolicy $openStrings,
        public PrintedFingers $printed,
        /** a finger is kept down if it comes back within so many measures */
        public int $keepDownMeasures,
    ) {
    }

    /**
     * @param int                   $level       year of playing, 1 to 4
     * @param OpenStringPolicy|null $openStrings the level's own if none is chosen
     *
     * @throws \InvalidArgumentException for an instrument without strings or a level that is none
     */
    public static function of(Instrument $instrument, int $level = 1, ?OpenStringPolicy $openStrings = null, PrintedFingers $printed = PrintedFingers::Kept, int $keepDownMeasures = 2): self
    {
        if (Instrument::Other === $instrument || $level < 1 || $level > 4 || $keepDownMeasures < 0 || $keepDownMeasures > 64) {
            throw new \InvalidArgumentException('Fingers are found for violin, viola, cello and bass, in years 1 to 4.');
        }

        return new self($instrument, $level, $openStrings ?? OpenStringPolicy::ofLevel($level), $printed, $keepDownMeasures);
    }

    /** @return list<Hand> */
    public function hands(): array
    {
        return Hands::of($this->instrument, $this->level);
    }

    public function cost(): FingeringCost
    {
        return new FingeringCost($this->instrument, $this->level, $this->openStrings, $this->hands());
    }
}
