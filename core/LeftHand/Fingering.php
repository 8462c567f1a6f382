<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/**
 * The fingers of a line: the cheapest path over all candidates, exact for the stated costs (handbook 3).
 */
final readonly class Fingering
{
    /** So little that it only decides between equals: lower position, then lower finger, then lower string. */
    private const TIE = 1e-6;

    /**
     * @param list<LineNote>       $notes
     * @param list<Candidate|null> $choices one for each note; none where it is out of reach
     * @param list<bool>           $refused printed fingers that the pitch contradicts
     * @param list<Hand>           $hands
     */
    private function __construct(public array $notes, public array $choices, public array $refused, public float $cost, public array $hands, public Fingerboard $fingerboard)
    {
    }

    /** @param list<LineNote> $notes */
    public static function of(array $notes, FingeringPolicy $policy): self
    {
        $hands = $policy->hands();
        $cost = $policy->cost();
        $fingerboard = new Fingerboard($policy->instrument, $hands);
        $layers = $refused = [];
        foreach ($notes as $note) {
            [$layers[], $refused[]] = self::layer($note, $fingerboard, $policy);
        }
        [$choices, $total] = self::cheapest($notes, $layers, $cost, $hands);

        return new self($notes, $choices, $refused, $total, $hands, $fingerboard);
    }

    /**
     * What a whole choice costs; out-of-reach notes cost nothing and leave the hand as it is.
     *
     * @param list<LineNote>       $notes
     * @param list<Candidate|null> $choices
     */
    public static function costOf(array $notes, array $choices, FingeringPolicy $policy): float
    {
        $cost = $policy->cost();
        $hands = $policy->hands();
        $total = 0.0;
        $before = null;
        foreach ($choices as $index => $choice) {
            if (null === $choice) {
                continue;
            }
            $total += self::noteCost($cost, $hands, $choice, $notes[$index]) + (null === $before ? 0.0 : self::moveCost($cost, $before, $choice, $notes[$index]));
            $before = $choice;
        }

        return $total;
    }

    public function hand(int $index): ?Hand
    {
        $choice = $this->choices[$index] ?? null;

        return null === $choice ? null : $this->hands[$choice->hand];
    }

    /**
     * @return array{list<Candidate>, bool} candidates, and whether a printed finger or string had to be refused
     */
    private static function layer(LineNote $note, Fingerboard $fingerboard, FingeringPolicy $policy): array
    {
        $candidates = $fingerboard->candidates($note->pitch);
        if (null === $note->finger && null === $note->string) {
            return [$candidates, false];
        }
        $printed = array_values(array_filter($candidates, static fn (Candidate $candidate): bool => (null === $note->finger || $candidate->finger === $note->finger) && (null === $note->string || $fingerboard->stringName($candidate->string) === $note->string)));
        if ([] === $printed) {
            return [$candidates, [] !== $candidates];
        }

        return [PrintedFingers::Kept === $policy->printed ? $printed : $candidates, false];
    }

    /**
     * @param list<LineNote>        $notes
     * @param list<list<Candidate>> $layers
     * @param list<Hand>            $hands
     *
     * @return array{list<Candidate|null>, float}
     */
    private static function cheapest(array $notes, array $layers, FingeringCost $cost, array $hands): array
    {
        $back = [];
        $lastIndex = null;
        $totals = [];
        $moves = [];
        foreach ($layers as $index => $layer) {
            if ([] === $layer) {
                continue;
            }
            $note = $notes[$index];
            $next = $from = [];
            $before = null === $lastIndex ? [] : $layers[$lastIndex];
            foreach ($layer as $to => $candidate) {
                $own = self::noteCost($cost, $hands, $candidate, $note);
                $best = null === $lastIndex ? 0.0 : \INF;
                $bestFrom = 0;
                foreach ($before as $at => $earlier) {
                    if ($note->tiedFrom && !$earlier->sameSpot($candidate)) {
                        continue;
                    }
                    $key = spl_object_id($earlier).' '.spl_object_id($candidate).($note->slurredFrom ? ' s' : '');
                    $move = $moves[$key] ??= $cost->move($earlier, $candidate, $note->slurredFrom);
                    $total = $totals[$at] + ($note->fresh ? FingeringCost::AFTER_REST * $move : $move);
                    if ($total < $best - 1e-9) {
                        $best = $total;
                        $bestFrom = $at;
                    }
                }
                $next[$to] = $best + $own;
                $from[$to] = $bestFrom;
            }
            $totals = $next;
            $back[$index] = $from;
            $lastIndex = $index;
        }
        $choices = array_fill(0, \count($layers), null);
        if (null === $lastIndex || [] === $totals) {
            return [$choices, 0.0];
        }
        $total = min($totals);
        $at = (int) array_search($total, $totals, true);
        foreach (array_reverse($back, true) as $index => $from) {
            $choices[$index] = $layers[$index][$at];
            $at = $from[$at];
        }

        return [array_values($choices), $total];
    }

    /** @param list<Hand> $hands */
    private static function noteCost(FingeringCost $cost, array $hands, Candidate $candidate, LineNote $note): float
    {
        $tie = 100 * $hands[$candidate->hand]->base + 10 * $candidate->finger + (3 - $candidate->string);

        return $cost->note($candidate, $note->long, 1 === $candidate->string && 7 === $candidate->semitones) + self::TIE * $tie;
    }

    private static function moveCost(FingeringCost $cost, Candidate $from, Candidate $to, LineNote $note): float
    {
        return $cost->move($from, $to, $note->slurredFrom) * ($note->fresh ? FingeringCost::AFTER_REST : 1.0);
    }
}
