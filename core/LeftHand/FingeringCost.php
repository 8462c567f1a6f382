<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Instrument;

/**
 * What a fingering costs: the weights of handbook 3, for one instrument, level and policy.
 */
final readonly class FingeringCost
{
    private const CROSSING = [0 => 0.0, 1 => 2.0, 2 => 5.0, 3 => 8.0];
    private const IN_SLUR = 1.5;
    private const SAME_FINGER_FIFTH = 1.0;
    private const HOP = 3.0;
    private const SLIDE = 2.5;
    private const SHIFT = 6.0;
    private const SHIFT_SEMITONE = 1.0;
    private const STRETCHED = 0.5;
    private const SHAPE = 2.0;
    private const LOW_ONE = 0.5;
    private const FOURTH_AVOIDED = 8.0;
    private const FOURTH_CROSSING = 1.5;
    private const FOURTH_LONG = 3.0;
    private const OPEN_ON_LONG = 6.0;
    private const TOP_OPEN = 3.0;
    /** After a long rest, a phrase mark or the end of a slur. */
    public const AFTER_REST = 0.5;

    private bool $upper;

    /** @param list<Hand> $hands */
    public function __construct(private Instrument $instrument, private int $level, private OpenStringPolicy $policy, private array $hands)
    {
        $this->upper = Instrument::Cello !== $instrument && Instrument::Bass !== $instrument;
    }

    /**
     * Of one note by itself.
     *
     * @param bool $long two beats and more, repeats counted together
     */
    public function note(Candidate $candidate, bool $long, bool $fourthForTopOpen): float
    {
        if ($candidate->isOpen()) {
            return OpenStringPolicy::Long !== $this->policy || !$this->upper ? 0.0
                : ($long ? self::OPEN_ON_LONG : 0.0) + (0 === $candidate->string ? self::TOP_OPEN : 0.0);
        }
        $cost = $this->hands[$candidate->hand]->noteCost + (Placement::Stretched === $candidate->placement ? self::STRETCHED : 0.0);
        if (!$this->upper) {
            return $cost;
        }
        $first = $this->hands[$candidate->hand]->isFirst();

        return $cost + match (true) {
            4 === $candidate->finger && Placement::Natural === $candidate->placement => $first ? $this->fourth($long, $fourthForTopOpen) : 0.0,
            4 === $candidate->finger && Placement::Low === $candidate->placement, Placement::High === $candidate->placement => 1 === $this->level ? 2.0 : 1.0,
            1 === $candidate->finger && Placement::Low === $candidate->placement => self::LOW_ONE,
            default => 0.0,
        };
    }

    /** Of going from one note to the next. */
    public function move(Candidate $from, Candidate $to, bool $inSlur): float
    {
        $distance = abs($from->string - $to->string);
        $cost = self::CROSSING[$distance] * ($inSlur ? self::IN_SLUR : 1.0);
        if ($from->finger === $to->finger && 0 !== $to->finger) {
            if (1 === $distance) {
                $cost += $from->semitones === $to->semitones && Instrument::Bass !== $this->instrument ? self::SAME_FINGER_FIFTH : self::HOP;
            } elseif (0 === $distance && $from->semitones !== $to->semitones && $this->hands[$from->hand]->position === $this->hands[$to->hand]->position) {
                $cost += self::SLIDE;
            }
        }
        if ($from->hand !== $to->hand) {
            $before = $this->hands[$from->hand];
            $after = $this->hands[$to->hand];
            $cost += $before->position === $after->position ? self::SHAPE : self::SHIFT + self::SHIFT_SEMITONE * abs($before->base - $after->base);
        }

        return $cost;
    }

    private function fourth(bool $long, bool $forTopOpen): float
    {
        return match ($this->policy) {
            OpenStringPolicy::Open => self::FOURTH_AVOIDED,
            OpenStringPolicy::Crossing => self::FOURTH_CROSSING,
            OpenStringPolicy::Long => $long || $forTopOpen ? self::FOURTH_LONG : self::FOURTH_AVOIDED,
        };
    }
}
