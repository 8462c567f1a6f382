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
        return array_sum($this->noteParts($candidate, $long, $fourthForTopOpen));
    }

    /** Of going from one note to the next. */
    public function move(Candidate $from, Candidate $to, bool $inSlur): float
    {
        return array_sum($this->moveParts($from, $to, $inSlur));
    }

    /** @return array<string, float> by what is paid for */
    public function noteParts(Candidate $candidate, bool $long, bool $fourthForTopOpen): array
    {
        if ($candidate->isOpen()) {
            return OpenStringPolicy::Long !== $this->policy || !$this->upper ? [] : ['open' => ($long ? self::OPEN_ON_LONG : 0.0) + (0 === $candidate->string ? self::TOP_OPEN : 0.0)];
        }
        $parts = ['position' => $this->hands[$candidate->hand]->noteCost, 'stretch' => Placement::Stretched === $candidate->placement ? self::STRETCHED : 0.0];
        if (!$this->upper) {
            return $parts;
        }
        if (4 === $candidate->finger && Placement::Natural === $candidate->placement && $this->hands[$candidate->hand]->isFirst()) {
            $parts['fourth'] = $this->fourth($long, $fourthForTopOpen);
        } elseif ((4 === $candidate->finger && Placement::Low === $candidate->placement) || Placement::High === $candidate->placement) {
            $parts['placement'] = 1 === $this->level ? 2.0 : 1.0;
        } elseif (1 === $candidate->finger && Placement::Low === $candidate->placement) {
            $parts['placement'] = self::LOW_ONE;
        }

        return $parts;
    }

    /** @return array<string, float> by what is paid for */
    public function moveParts(Candidate $from, Candidate $to, bool $inSlur): array
    {
        $distance = abs($from->string - $to->string);
        $parts = ['crossing' => self::CROSSING[$distance] * ($inSlur ? self::IN_SLUR : 1.0)];
        if ($from->finger === $to->finger && 0 !== $to->finger) {
            if (1 === $distance) {
                $parts['same finger'] = $from->semitones === $to->semitones && Instrument::Bass !== $this->instrument ? self::SAME_FINGER_FIFTH : self::HOP;
            } elseif (0 === $distance && $from->semitones !== $to->semitones && $this->hands[$from->hand]->position === $this->hands[$to->hand]->position) {
                $parts['slide'] = self::SLIDE;
            }
        }
        if ($from->hand !== $to->hand) {
            $before = $this->hands[$from->hand];
            $after = $this->hands[$to->hand];
            if ($before->position === $after->position) {
                $parts['shape'] = self::SHAPE;
            } else {
                $parts['shift'] = self::SHIFT + self::SHIFT_SEMITONE * abs($before->base - $after->base);
            }
        }

        return $parts;
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
