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
    private const OVER_IN_SLUR = 2.0;
    private const SAME_FINGER_FIFTH = 1.0;
    private const HOP = 3.0;
    private const SLIDE = 2.5;
    private const SHIFT = 6.0;
    /** The first finger leads a shift along the string well; the others slide. */
    private const SHIFT_ON_WEAK_FINGER = 2.0;
    private const SHIFT_SEMITONE = 1.0;
    /** Off a shift that arrives on the first finger or leaves from an open string. */
    private const SHIFT_LED = 2.0;
    private const STRETCHED = 1.0;
    /** More for the fourth finger of violin and viola in first position: a small hand hardly gets there. */
    private const STRETCHED_FOURTH = 4.0;
    private const SHAPE = 2.0;
    /** Cello: from 3 to a stretched 4 or back, the whole step that no hand has between them. */
    private const THIRD_TO_STRETCHED_FOURTH = 1.0;
    /** Share of it to let go of a stretch: a hand closes by itself. */
    private const SHAPE_CLOSING = 0.5;
    /** Share of it before or after an open string, while which the hand is free to close. */
    private const SHAPE_AT_OPEN = 0.2;
    /** Bass: a note up the string that the next string has in first or half position, by level. */
    private const UP_THE_STRING = [1 => 5.0, 2 => 3.0, 3 => 1.5, 4 => 1.5];
    /** Half steps from one string of the bass to the next. */
    private const FOURTH = 5;
    private const LOW_ONE = 0.5;
    /** A note that is repeated stays where it is, under the same finger. */
    private const REPEATED_ELSEWHERE = 5.0;
    private const FOURTH_AVOIDED = 8.0;
    private const FOURTH_CROSSING = 1.5;
    /** More for each neighbor that is not a stopped note of its string: it serves there and back only. */
    private const FOURTH_LED_ELSEWHERE = 1.75;
    /** More on a long note: there is time to cross, and an open string rings. */
    private const FOURTH_CROSSING_LONG = 2.5;
    private const FOURTH_LONG = 3.0;
    private const OPEN_ON_LONG = 6.0;
    private const TOP_OPEN = 3.0;
    /** What a move costs after a long rest, a phrase mark or the end of a slur. */
    private const AFTER_REST = 0.5;

    private bool $upper;
    /** @var list<int> MIDI numbers of the open strings */
    private array $open;

    /** @param list<HandFrame> $hands */
    public function __construct(private Instrument $instrument, private int $level, private OpenStringPolicy $policy, private array $hands)
    {
        $this->open = array_map(static fn (OpenString $string): int => $string->pitch->midi(), OpenString::allOf($instrument));
        $this->upper = Instrument::Cello !== $instrument && Instrument::Bass !== $instrument;
    }

    /**
     * Of one note or chord by itself.
     *
     * @param bool $long two beats and more, repeats counted together
     */
    public function note(Candidate $candidate, bool $long): float
    {
        $sum = 0.0;
        foreach ($candidate->stops() as $stop) {
            $sum += array_sum($this->noteParts($stop, $long));
        }

        return $sum;
    }

    /** Of going from one note to the next. */
    public function move(Candidate $from, Candidate $to, bool $inSlur, bool $hop = false, bool $fresh = false): float
    {
        return array_sum($this->moveParts($from, $to, $inSlur, $hop, $fresh));
    }

    /** Of standing at an end of the line. */
    public function end(Candidate $candidate): float
    {
        return array_sum($this->endParts($candidate));
    }

    /** A choice that the policy for open strings and fourth fingers does not speak against. */
    public function agrees(Candidate $candidate, bool $long): bool
    {
        $parts = $this->noteParts($candidate, $long);

        return ($parts['open'] ?? 0.0) <= 0.0 && ($parts['fourth'] ?? 0.0) < self::FOURTH_AVOIDED;
    }

    /** @return array<string, float> of an end of the line, by what is paid for */
    public function endParts(Candidate $candidate): array
    {
        $fourths = \count(array_filter($candidate->stops(), $this->isToSaveACrossing(...)));

        return 0 === $fourths ? [] : ['fourth' => $fourths * self::FOURTH_LED_ELSEWHERE];
    }

    /** @return array<string, float> by what is paid for */
    public function noteParts(Candidate $candidate, bool $long): array
    {
        if ($candidate->isOpen()) {
            return OpenStringPolicy::Long !== $this->policy || !$this->upper
                ? []
                : ['open' => ($long ? self::OPEN_ON_LONG : 0.0) + (0 === $candidate->string ? self::TOP_OPEN : 0.0)];
        }
        $parts = [
            'position' => $this->hands[$candidate->hand]->noteCost,
            'stretch' => $this->stretch($candidate),
        ];
        if (Instrument::Bass === $this->instrument && $candidate->string > 0 && $candidate->semitones >= self::FOURTH) {
            $parts['position'] += self::UP_THE_STRING[$this->level];
        }
        if (!$this->upper) {
            return $parts;
        }
        if ($this->isNaturalFourth($candidate)) {
            $parts['fourth'] = $this->fourth($long, 1 === $candidate->string);
        } elseif ((4 === $candidate->finger && Placement::Low === $candidate->placement) || Placement::High === $candidate->placement) {
            $parts['placement'] = 1 === $this->level ? 2.0 : 1.0;
        } elseif (1 === $candidate->finger && Placement::Low === $candidate->placement) {
            $parts['placement'] = self::LOW_ONE;
        }

        return $parts;
    }

    /**
     * From or to a chord it is the cheapest move between two of their notes.
     *
     * @param bool $hop   a finger that goes to the next string is lifted, even across a fifth
     * @param bool $fresh the hand has time before it
     *
     * @return array<string, float> by what is paid for
     */
    public function moveParts(Candidate $from, Candidate $to, bool $inSlur, bool $hop = false, bool $fresh = false): array
    {
        $parts = $this->cheapestMove($from, $to, $inSlur, $hop);
        if ($fresh) {
            $parts = array_map(static fn (float $part): float => self::AFTER_REST * $part, $parts);
        }
        // Time to move makes no fourth finger more welcome.
        $elsewhere =
            (int) ($this->isToSaveACrossing($from) && !self::isStoppedOn($from->string, $to)) +
            (int) ($this->isToSaveACrossing($to) && !self::isStoppedOn($to->string, $from));
        if ($elsewhere > 0) {
            $parts['fourth'] = $elsewhere * self::FOURTH_LED_ELSEWHERE;
        }

        return $parts;
    }

    /** @return array<string, float> */
    private function cheapestMove(Candidate $from, Candidate $to, bool $inSlur, bool $hop): array
    {
        if ([] === $from->upper && [] === $to->upper) {
            return $this->singleMove($from, $to, $inSlur, $hop);
        }
        $best = [];
        $least = \INF;
        foreach ($from->stops() as $one) {
            foreach ($to->stops() as $other) {
                $parts = $this->singleMove($one, $other, $inSlur, $hop);
                if (array_sum($parts) < $least) {
                    $least = array_sum($parts);
                    $best = $parts;
                }
            }
        }

        return $best;
    }

    /** @return array<string, float> */
    private function singleMove(Candidate $from, Candidate $to, bool $inSlur, bool $hop): array
    {
        $distance = abs($from->string - $to->string);
        $inSlur = $inSlur ? ($distance > 1 ? self::OVER_IN_SLUR : self::IN_SLUR) : 1.0;
        $parts = ['crossing' => self::CROSSING[$distance] * $inSlur];
        if (!$from->sameSpot($to) && $this->open[$from->string] + $from->semitones === $this->open[$to->string] + $to->semitones) {
            $parts['repeated'] = self::REPEATED_ELSEWHERE;
        }
        if ($from->finger === $to->finger && 0 !== $to->finger) {
            if (1 === $distance) {
                $parts['same finger'] =
                    $from->semitones === $to->semitones && !$hop && Instrument::Bass !== $this->instrument
                        ? self::SAME_FINGER_FIFTH
                        : self::HOP;
            } elseif (
                0 === $distance
                && $from->semitones !== $to->semitones
                && $this->hands[$from->hand]->position === $this->hands[$to->hand]->position
            ) {
                $parts['slide'] = self::SLIDE;
            }
        }
        if ($from->hand !== $to->hand) {
            $before = $this->hands[$from->hand];
            $after = $this->hands[$to->hand];
            if ($before->position === $after->position) {
                $parts['shape'] =
                    self::SHAPE *
                    ($from->isOpen() || $to->isOpen() ? self::SHAPE_AT_OPEN : ('closed' === $after->shape ? self::SHAPE_CLOSING : 1.0));
                if (0 === $distance && self::isThirdToStretchedFourth($from, $to)) {
                    $parts['shape'] += self::THIRD_TO_STRETCHED_FOURTH;
                }
            } else {
                $led = 1 === $to->finger || $from->isOpen();
                $parts['shift'] =
                    self::SHIFT + self::SHIFT_SEMITONE * abs($before->base - $after->base) - ($led ? self::SHIFT_LED : 0.0);
                if ($from->finger === $to->finger && $to->finger > 1 && 0 === $distance) {
                    $parts['slide'] = self::SHIFT_ON_WEAK_FINGER;
                }
            }
        }

        return $parts;
    }

    private function stretch(Candidate $candidate): float
    {
        if (Placement::Stretched !== $candidate->placement) {
            return 0.0;
        }
        $isFourth = $this->upper && 4 === $candidate->finger && $this->hands[$candidate->hand]->isFirst();

        return self::STRETCHED + ($isFourth ? self::STRETCHED_FOURTH : 0.0);
    }

    private function fourth(bool $long, bool $forTopOpen): float
    {
        return match ($this->policy) {
            OpenStringPolicy::Open => self::FOURTH_AVOIDED,
            OpenStringPolicy::Crossing => self::FOURTH_CROSSING + ($long ? self::FOURTH_CROSSING_LONG : 0.0),
            OpenStringPolicy::Long => $long || $forTopOpen ? self::FOURTH_LONG : self::FOURTH_AVOIDED,
        };
    }

    /** The place that the next open string has as well. */
    private function isNaturalFourth(Candidate $candidate): bool
    {
        return 4 === $candidate->finger && Placement::Natural === $candidate->placement && $this->hands[$candidate->hand]->isFirst();
    }

    /** A fourth finger that is there for no other reason. */
    private function isToSaveACrossing(Candidate $candidate): bool
    {
        return $this->upper && OpenStringPolicy::Crossing === $this->policy && $this->isNaturalFourth($candidate);
    }

    /** A whole step between the third finger and the fourth, in either direction. */
    private static function isThirdToStretchedFourth(Candidate $one, Candidate $other): bool
    {
        return 3 === min($one->finger, $other->finger)
            && 4 === max($one->finger, $other->finger)
            && 2 === abs($one->semitones - $other->semitones);
    }

    private static function isStoppedOn(int $string, Candidate $candidate): bool
    {
        foreach ($candidate->stops() as $stop) {
            if ($stop->string === $string && !$stop->isOpen()) {
                return true;
            }
        }

        return false;
    }
}
