<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Notice;

/** Why a note is fingered as it is: the cost that decided against the next best place (handbook 3). */
final class Reasons
{
    public static function tell(Fingering $fingering, int $index, FingeringPolicy $policy): Notice
    {
        $note = $fingering->notes[$index];
        $choice = $fingering->choices[$index];
        if (null === $choice) {
            return self::trouble($fingering, $index, FingerTrouble::OutOfReach, $policy);
        }
        foreach ([FingerTrouble::SetRefused, FingerTrouble::PrintedRefused] as $trouble) {
            if ($fingering->has($index, $trouble)) {
                return self::trouble($fingering, $index, $trouble, $policy);
            }
        }
        if ($note->isSet()) {
            return new Notice(0, 0, 'Set by the teacher.');
        }
        if ($note->isPrinted() && FingerMarks::isAsPrinted($note, $choice, $fingering)) {
            return new Notice(0, 0, 'Printed in the book.');
        }
        if ($note->tiedFrom) {
            return new Notice(0, 0, 'Held on.');
        }
        if ([] !== $choice->upper) {
            return new Notice(0, 0, 'The cheapest way to take both notes in one hand.');
        }
        $others = array_values(
            array_filter(
                $fingering->fingerboard->candidates($note->pitch),
                static fn (Candidate $other): bool => !$other->sameSpot($choice),
            ),
        );
        if ([] === $others) {
            return $choice->enharmonic
                ? new Notice(0, 0, 'Taken by its sound: no finger of these hands follows the letter {letter}.', [
                    'letter' => $note->pitch->letterName(),
                ])
                : FingerAdvice::landmark($fingering, $index);
        }

        return self::decided($fingering, $index, $choice, $others, $policy);
    }

    /** @param non-empty-list<Candidate> $others */
    private static function decided(Fingering $fingering, int $index, Candidate $choice, array $others, FingeringPolicy $policy): Notice
    {
        $cost = $policy->cost();
        $note = $fingering->notes[$index];
        $before = $fingering->neighbour($index, -1);
        $after = $fingering->neighbour($index, 1);
        $parts = static function (Candidate $candidate) use ($cost, $note, $before, $after, $fingering, $index, $policy): array {
            $sum = $cost->noteParts($candidate, $note->long);
            $next = $fingering->notes[$index + 1] ?? $note;
            $hops = [
                $index > 0 && Fingering::isHurried($fingering->notes[$index - 1], $note, $policy),
                Fingering::isHurried($note, $next, $policy),
            ];
            foreach ([[$before, $candidate, $note, $hops[0]], [$candidate, $after, $next, $hops[1]]] as [$from, $to, $arrived, $hop]) {
                $paid =
                    null === $from || null === $to
                        ? $cost->endParts($candidate)
                        : $cost->moveParts($from, $to, $arrived->slurredFrom, $hop, $arrived->fresh);
                foreach ($paid as $part => $value) {
                    $sum[$part] = ($sum[$part] ?? 0.0) + $value;
                }
            }

            return $sum;
        };
        $own = $parts($choice);
        $best = null;
        foreach ($others as $other) {
            $theirs = $parts($other);
            $total = array_sum($theirs);
            if (null === $best || $total < $best[0]) {
                $best = [$total, $other, $theirs];
            }
        }
        [, $other, $theirs] = $best;
        $decisive = 'tie';
        $most = 0.01;
        foreach ($theirs as $part => $value) {
            if ($value - ($own[$part] ?? 0.0) > $most) {
                $most = $value - ($own[$part] ?? 0.0);
                $decisive = $part;
            }
        }

        return FingerAdvice::tell($fingering, $index, $decisive, $other);
    }

    /** What is told of a note beside its reason. */
    public static function trouble(Fingering $fingering, int $index, FingerTrouble $trouble, FingeringPolicy $policy): Notice
    {
        $note = $fingering->notes[$index];
        $choice = $fingering->choices[$index];

        return match ($trouble) {
            FingerTrouble::OutOfReach => self::outOfReach($fingering, $note, $policy),
            FingerTrouble::PrintedRefused => new Notice(
                0,
                0,
                'The printed finger does not give this pitch in the hands of this class; it is not followed.',
            ),
            FingerTrouble::SetRefused => new Notice(0, 0, 'The finger that was set does not give this pitch any more; it is not followed.'),
            FingerTrouble::Divided => new Notice(
                0,
                0,
                'No hand here has this chord: its lowest note is fingered; divide it, the upper notes for other players.',
            ),
            FingerTrouble::Outside => new Notice(0, 0, '{letter} is taken with {choice}, outside the hands that this class uses.', [
                'letter' => $note->pitch->letterName(),
                'choice' => null === $choice ? '' : FingerAdvice::place($fingering, $choice),
            ]),
        };
    }

    private static function outOfReach(Fingering $fingering, LineNote $note, FingeringPolicy $policy): Notice
    {
        $lowest = OpenString::allOf($policy->instrument)[3]->pitch->midi();
        if ($note->pitch->midi() >= $lowest) {
            $hands = $fingering->hands;
            $found = $fingering->everywhere->candidates($note->pitch);
            if ([] !== $found) {
                usort($found, static fn (Candidate $a, Candidate $b): int => $hands[$a->hand]->noteCost <=> $hands[$b->hand]->noteCost);

                return new Notice(0, 0, '{letter} is out of reach of these hands; position {position} has it, or the octave below.', [
                    'letter' => $note->pitch->letterName(),
                    'position' => $hands[$found[0]->hand]->position,
                ]);
            }
        }

        return new Notice(0, 0, '{letter} is out of reach; the octave {side} is offered.', [
            'letter' => $note->pitch->letterName(),
            'side' => Notice::word($note->pitch->midi() < $lowest ? 'above' : 'below'),
        ]);
    }
}
