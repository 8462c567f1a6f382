<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Instrument;

/** How a class fingers: its instrument and year, and what its teacher chose (handbook 1). */
final readonly class FingeringPolicy
{
    /** @param list<string>|null $positions */
    private function __construct(
        public Instrument $instrument,
        public int $level,
        public OpenStringPolicy $openStrings,
        public PrintedFingers $printed,
        public KeepDownPolicy $keepDown,
        public FifthPolicy $fifth,
        public BeneathPolicy $beneath,
        public BassHand $bassHand,
        private ?array $positions,
        public float $secondsPerTick,
    ) {
    }

    /**
     * @param int                   $level          year of playing, 1 to 4
     * @param OpenStringPolicy|null $openStrings    the level's own if none is chosen
     * @param list<string>|null     $positions      the hands that are allowed beside the first position; the level's own if none are named
     * @param float                 $secondsPerTick for what depends on the tempo; 0 where no tempo is known
     *
     * @throws \InvalidArgumentException for an instrument without strings or a level that is none
     */
    public static function of(
        Instrument $instrument,
        int $level = 1,
        ?OpenStringPolicy $openStrings = null,
        PrintedFingers $printed = PrintedFingers::Kept,
        KeepDownPolicy $keepDown = KeepDownPolicy::Near,
        FifthPolicy $fifth = FifthPolicy::ByTempo,
        BeneathPolicy $beneath = BeneathPolicy::Together,
        BassHand $bassHand = BassHand::OneTwoFour,
        ?array $positions = null,
        float $secondsPerTick = 0.0,
    ): self {
        if (Instrument::Other === $instrument || $level < 1 || $level > HandFrames::LEVELS) {
            throw new \InvalidArgumentException('Fingers are found for violin, viola, cello and bass, in years 1 to 4.');
        }

        return new self(
            $instrument,
            $level,
            $openStrings ?? OpenStringPolicy::ofLevel($level),
            $printed,
            $keepDown,
            $fifth,
            $beneath,
            $bassHand,
            $positions,
            $secondsPerTick,
        );
    }

    /** @return list<HandFrame> that the search may use */
    public function hands(): array
    {
        return HandFrames::allOf(
            $this->instrument,
            $this->positions ?? HandFrames::positions($this->instrument, $this->level),
            $this->bassHand,
            $this->level,
        );
    }

    /** @return list<HandFrame> the same, and after them all others of the instrument, for what a teacher sets himself */
    public function allHands(): array
    {
        $allowed = $this->hands();
        $positions = array_unique(array_column($allowed, 'position'));

        return [
            ...$allowed,
            ...HandFrames::allOf(
                $this->instrument,
                array_values(array_diff(HandFrames::positions($this->instrument), $positions)),
                $this->bassHand,
                $this->level,
            ),
        ];
    }

    public function cost(): FingeringCost
    {
        return new FingeringCost($this->instrument, $this->level, $this->openStrings, $this->allHands());
    }
}
