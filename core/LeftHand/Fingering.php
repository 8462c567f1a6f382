<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Numbers;

/**
 * The fingers of a line: the cheapest path over all candidates, exact for the stated costs (handbook 3).
 */
final readonly class Fingering
{
    /** So little that it only decides between equals: lower position, then lower finger, then lower string. */
    private const TIE = 1e-6;
    /** What a printed finger that is only a suggestion may cost more than another. */
    private const SUGGESTED = 0.75;

    /**
     * @param list<LineNote>            $notes
     * @param list<Candidate|null>      $choices    one for each note; none where it is out of reach
     * @param list<list<FingerTrouble>> $troubles   of each note
     * @param list<HandFrame>           $hands      those of the policy first
     * @param Fingerboard               $everywhere in all of these hands
     */
    private function __construct(
        public array $notes,
        public array $choices,
        public array $troubles,
        public float $cost,
        public array $hands,
        public Fingerboard $fingerboard,
        public Fingerboard $everywhere,
    ) {
    }

    /** @param list<LineNote> $notes */
    public static function of(array $notes, FingeringPolicy $policy): self
    {
        $hands = $policy->allHands();
        $fingerboard = new Fingerboard($policy->instrument, $policy->hands());
        $everywhere = new Fingerboard($policy->instrument, $hands);
        $cost = $policy->cost();
        $layers = $troubles = [];
        foreach ($notes as $note) {
            [$layers[], $troubles[]] = self::layer($note, $fingerboard, $everywhere, $policy, $cost);
        }
        $layers = self::onOpenStrings($layers, $hands) ?? $layers;
        [$choices, $total] = self::cheapest($notes, $layers, $policy, $cost, $hands);

        return new self($notes, $choices, $troubles, $total, $hands, $fingerboard, $everywhere);
    }

    /**
     * The same notes with other choices.
     *
     * @param list<Candidate|null> $choices one for each note; none where it is out of reach
     */
    public function with(array $choices, FingeringPolicy $policy): self
    {
        $cost = self::costOf($this->notes, $choices, $policy);

        return new self($this->notes, $choices, $this->troubles, $cost, $this->hands, $this->fingerboard, $this->everywhere);
    }

    /**
     * What a whole choice costs; out-of-reach notes cost nothing and leave the hand as it is.
     *
     * @param list<LineNote>       $notes
     * @param list<Candidate|null> $choices
     */
    public static function costOf(array $notes, array $choices, FingeringPolicy $policy): float
    {
        return array_sum(self::costsOf($notes, $choices, $policy));
    }

    /**
     * What each note of a choice costs, the move to it included.
     *
     * @param list<LineNote>       $notes
     * @param list<Candidate|null> $choices
     *
     * @return list<float>
     */
    public static function costsOf(array $notes, array $choices, FingeringPolicy $policy): array
    {
        $cost = $policy->cost();
        $hands = $policy->allHands();
        $costs = array_fill(0, \count($choices), 0.0);
        $before = $from = null;
        $last = 0;
        foreach ($choices as $index => $choice) {
            if (null === $choice) {
                continue;
            }
            $note = $notes[$index];
            $costs[$index] =
                self::noteCost($policy, $cost, $hands, $choice, $note) +
                (null === $before || null === $from
                    ? $cost->end($choice)
                    : $cost->move($before, $choice, $note->slurredFrom, self::isHurried($from, $note, $policy), $note->fresh));
            $before = $choice;
            $from = $note;
            $last = $index;
        }
        if (null !== $before) {
            $costs[$last] += $cost->end($before);
        }

        return array_values($costs);
    }

    /** There is time to lift a finger between two notes, and the policy has it lifted. */
    public static function isHop(LineNote $from, LineNote $to, FingeringPolicy $policy): bool
    {
        return $policy->fifth->isHop(self::gap($from, $to, $policy));
    }

    /** The policy has a finger lifted between two notes, and there is no time for it: that costs. */
    public static function isHurried(LineNote $from, LineNote $to, FingeringPolicy $policy): bool
    {
        return $policy->fifth->isHurried(self::gap($from, $to, $policy));
    }

    private static function gap(LineNote $from, LineNote $to, FingeringPolicy $policy): float
    {
        return max(0, $to->at - $from->at - $from->length) * $policy->secondsPerTick;
    }

    public function hand(int $index): ?HandFrame
    {
        $choice = $this->choices[$index] ?? null;

        return null === $choice ? null : $this->hands[$choice->hand];
    }

    /**
     * The choice before or after a note; those out of reach are passed over.
     *
     * @param int $step -1 or 1
     */
    public function neighbour(int $index, int $step): ?Candidate
    {
        for ($at = $index + $step; isset($this->notes[$at]); $at += $step) {
            if (null !== $this->choices[$at]) {
                return $this->choices[$at];
            }
        }

        return null;
    }

    public function has(int $index, FingerTrouble $trouble): bool
    {
        return \in_array($trouble, $this->troubles[$index], true);
    }

    /**
     * A line that can be played on open strings alone is played so.
     *
     * @param list<list<Candidate>> $layers
     * @param list<HandFrame>       $hands
     *
     * @return list<list<Candidate>>|null none if some note has no open string
     */
    private static function onOpenStrings(array $layers, array $hands): ?array
    {
        $first = array_key_first(array_filter($hands, static fn (HandFrame $hand): bool => $hand->isFirst()));
        $open = [];
        foreach ($layers as $layer) {
            // The hand has nothing to do: it rests in first position.
            $strings = array_filter(
                $layer,
                static fn (Candidate $one): bool => $one->isOpen() && [] === $one->upper && $one->hand === $first,
            );
            if ([] === $strings) {
                return null;
            }
            $open[] = array_values($strings);
        }

        return $open;
    }

    /** @return array{list<Candidate>, list<FingerTrouble>} */
    private static function layer(
        LineNote $note,
        Fingerboard $fingerboard,
        Fingerboard $everywhere,
        FingeringPolicy $policy,
        FingeringCost $cost,
    ): array {
        $troubles = [];
        $candidates = $fingerboard->chords($note->pitch, $note->upper);
        if ([] !== $note->upper && [] === $candidates) {
            $candidates = $fingerboard->candidates($note->pitch);
            $troubles[] = FingerTrouble::Divided;
        }
        if ($note->isSet()) {
            $fixed = self::fixed($note->setFinger, $note->setString, $candidates, $note, $everywhere, $troubles, FingerTrouble::SetRefused);
            if (null !== $fixed) {
                return [$fixed, $troubles];
            }
        }
        if ($note->isPrinted() && PrintedFingers::Suggestion !== $policy->printed) {
            $fixed = self::fixed($note->finger, $note->string, $candidates, $note, $everywhere, $troubles, FingerTrouble::PrintedRefused);
            if (PrintedFingers::WhereItAgrees === $policy->printed) {
                $fixed =
                    null === $fixed
                        ? null
                        : array_values(
                            array_filter(
                                $fixed,
                                static fn (Candidate $one): bool => \in_array($one, $candidates, true) && $cost->agrees($one, $note->long),
                            ),
                        );
                $troubles = array_values(array_filter($troubles, static fn (FingerTrouble $one): bool => FingerTrouble::Outside !== $one));
            }
            if (null !== $fixed && [] !== $fixed) {
                return [$fixed, $troubles];
            }
        }

        return [$candidates, [] === $candidates ? [...$troubles, FingerTrouble::OutOfReach] : $troubles];
    }

    /**
     * The candidates that a printed or set finger leaves; none if the pitch contradicts it. All hands
     * are asked for what a teacher set, and for a printed note that the policy's hands do not reach.
     *
     * @param list<Candidate>     $candidates
     * @param list<FingerTrouble> $troubles   to which is added what has to be told
     *
     * @return list<Candidate>|null
     */
    private static function fixed(
        ?int $finger,
        ?string $string,
        array $candidates,
        LineNote $note,
        Fingerboard $everywhere,
        array &$troubles,
        FingerTrouble $refusal,
    ): ?array {
        $fits = static fn (Candidate $one): bool => (null === $finger || $one->finger === $finger)
            && (null === $string || $everywhere->stringName($one->string) === $string);
        $within = array_values(array_filter($candidates, $fits));
        if ([] !== $within) {
            return $within;
        }
        if (FingerTrouble::PrintedRefused === $refusal && [] !== $candidates) {
            $troubles[] = $refusal;

            return null;
        }
        $outside =
            array_values(array_filter($everywhere->chords($note->pitch, $note->upper), $fits)) ?:
            array_values(array_filter($everywhere->candidates($note->pitch), $fits));
        $troubles[] = [] === $outside ? $refusal : FingerTrouble::Outside;

        return $outside ?: null;
    }

    /**
     * @param list<LineNote>        $notes
     * @param list<list<Candidate>> $layers
     * @param list<HandFrame>       $hands
     *
     * @return array{list<Candidate|null>, float}
     */
    private static function cheapest(array $notes, array $layers, FingeringPolicy $policy, FingeringCost $cost, array $hands): array
    {
        $back = [];
        $lastIndex = null;
        $lastKey = '';
        $totals = [];
        /** @var array<string, list<list<float>>> $moves from and to each candidate of two layers, made once */
        $moves = [];
        /** @var array<string, list<float>> $owns */
        $owns = [];
        foreach ($layers as $index => $layer) {
            if ([] === $layer) {
                continue;
            }
            $note = $notes[$index];
            $key = implode('.', array_map(spl_object_id(...), $layer));
            $own = $owns[$key.($note->long ? ' l' : '').($note->isPrinted() ? $note->finger.$note->string : '')] ??= array_map(
                static fn (Candidate $candidate): float => self::noteCost($policy, $cost, $hands, $candidate, $note),
                $layer,
            );
            if (null === $lastIndex) {
                foreach ($layer as $at => $candidate) {
                    $totals[] = $own[$at] + $cost->end($candidate);
                }
                $back[$index] = array_fill(0, \count($layer), 0);
                $lastIndex = $index;
                $lastKey = $key;
                continue;
            }
            $hop = self::isHurried($notes[$lastIndex], $note, $policy);
            $matrix = $moves[
                $lastKey.' '.$key.($note->slurredFrom ? ' s' : ' ').($hop ? 'h' : '').($note->tiedFrom ? 't' : '').($note->fresh ? 'f' : '')
            ] ??= self::matrix($layers[$lastIndex], $layer, $note, $hop, $cost);
            $next = $from = [];
            foreach ($matrix as $to => $column) {
                $best = \INF;
                $bestFrom = 0;
                foreach ($column as $at => $move) {
                    $total = $totals[$at] + $move;
                    if ($total < $best - Numbers::TOLERANCE) {
                        $best = $total;
                        $bestFrom = $at;
                    }
                }
                $next[] = $best + $own[$to];
                $from[] = $bestFrom;
            }
            $totals = $next;
            $back[$index] = $from;
            $lastIndex = $index;
            $lastKey = $key;
        }
        $choices = array_fill(0, \count($layers), null);
        if (null === $lastIndex || [] === $totals) {
            return [$choices, 0.0];
        }
        foreach ($layers[$lastIndex] as $at => $candidate) {
            $totals[$at] += $cost->end($candidate);
        }
        $total = min($totals);
        $at = (int) array_search($total, $totals, true);
        foreach (array_reverse($back, true) as $index => $from) {
            $choices[$index] = $layers[$index][$at];
            $at = $from[$at];
        }

        return [array_values($choices), $total];
    }

    /**
     * @param list<Candidate> $before
     * @param list<Candidate> $layer
     *
     * @return list<list<float>> cost of coming to each candidate from each of those before
     */
    private static function matrix(array $before, array $layer, LineNote $note, bool $hop, FingeringCost $cost): array
    {
        $matrix = [];
        foreach ($layer as $candidate) {
            $column = [];
            foreach ($before as $earlier) {
                $column[] =
                    $note->tiedFrom && !$earlier->sameSpot($candidate)
                        ? \INF
                        : $cost->move($earlier, $candidate, $note->slurredFrom, $hop, $note->fresh);
            }
            $matrix[] = $column;
        }

        return $matrix;
    }

    /** @param list<HandFrame> $hands */
    private static function noteCost(
        FingeringPolicy $policy,
        FingeringCost $cost,
        array $hands,
        Candidate $candidate,
        LineNote $note,
    ): float {
        $tie = 100 * $hands[$candidate->hand]->base + 10 * $candidate->finger + (3 - $candidate->string);
        $suggested =
            PrintedFingers::Suggestion === $policy->printed
            && $note->isPrinted()
            && (null === $note->finger || $candidate->finger === $note->finger)
            && (null === $note->string || OpenString::allOf($policy->instrument)[$candidate->string]->letter === $note->string);

        return $cost->note($candidate, $note->long) + self::TIE * $tie - ($suggested ? self::SUGGESTED : 0.0);
    }
}
