<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Instrument;

/** Finds the marks of a fingering (handbook 3). */
final class HandMarks
{
    private const CLOSE = 1;

    /**
     * @param list<string> $known places that the class knows, as place() names them; nothing is new if none are given
     *
     * @return list<list<HandMark>> for each note
     */
    public static function of(Fingering $fingering, FingeringPolicy $policy, array $known = []): array
    {
        $marks = [];
        foreach ($fingering->choices as $index => $choice) {
            if (null === $choice) {
                $marks[] = [HandMark::OutOfReach];
                continue;
            }
            $next = $fingering->notes[$index + 1] ?? null;
            $nextChoice = null === $next || $next->tiedFrom ? null : $fingering->choices[$index + 1] ?? null;
            $found = null === $nextChoice ? [] : self::moves($choice, $nextChoice, $fingering, $policy);
            if (self::staysDown($fingering, $index, $policy->keepDownMeasures)) {
                array_unshift($found, HandMark::KeepDown);
            }
            if ([] !== $known && !$choice->isOpen() && !\in_array(self::place($fingering, $choice), $known, true)) {
                $found[] = HandMark::New;
            }
            $note = $fingering->notes[$index];
            if ((null !== $note->finger || null !== $note->string) && !$fingering->refused[$index]) {
                $found[] = HandMark::Printed;
            }
            $marks[] = $found;
        }

        return $marks;
    }

    /** A placement by name, such as "D low 2". */
    public static function place(Fingering $fingering, Candidate $choice): string
    {
        return $fingering->fingerboard->stringName($choice->string).' '.$choice->placement->value.' '.$choice->finger;
    }

    /** @return list<HandMark> */
    private static function moves(Candidate $from, Candidate $to, Fingering $fingering, FingeringPolicy $policy): array
    {
        $marks = [];
        $distance = abs($from->string - $to->string);
        $sameHand = $fingering->hands[$from->hand]->position === $fingering->hands[$to->hand]->position;
        $gap = $to->semitones - $from->semitones;
        if ($from->isOpen()) {
            if (!$to->isOpen()) {
                $marks[] = HandMark::Prepare;
            }
        } elseif (!$to->isOpen() && $sameHand) {
            if ($from->finger === $to->finger && 1 === $distance) {
                $marks[] = 0 === $gap && Instrument::Bass !== $policy->instrument ? HandMark::Across : HandMark::Hop;
            } elseif ($from->finger === $to->finger && 0 === $distance && 0 !== $gap) {
                $marks[] = HandMark::Slide;
            } elseif ($to->finger === $from->finger + 1 && self::CLOSE === $gap && $distance <= 1) {
                $marks[] = HandMark::Anchor;
            } elseif (1 === $distance && abs($gap) <= self::CLOSE) {
                $marks[] = HandMark::Beside;
            }
            if (0 === $distance && $to->finger < $from->finger) {
                $marks[] = HandMark::SetBeneath;
            }
        }
        if ($to->finger >= 2 && (0 !== $distance || $to->finger - $from->finger >= 2) && $from->finger < $to->finger) {
            $marks[] = HandMark::SetTogether;
        }

        return $marks;
    }

    /** The finger comes back to the same place within the window, and in between neither it nor its string is needed lower. */
    private static function staysDown(Fingering $fingering, int $index, int $measures): bool
    {
        $choice = $fingering->choices[$index];
        if (null === $choice || $choice->isOpen()) {
            return false;
        }
        $count = \count($fingering->choices);
        for ($at = $index + 1; $at < $count && $fingering->notes[$at]->position - $fingering->notes[$index]->position <= $measures; ++$at) {
            $other = $fingering->choices[$at];
            if (null === $other || $fingering->hands[$other->hand]->position !== $fingering->hands[$choice->hand]->position) {
                return false;
            }
            if ($other->sameSpot($choice)) {
                return $at > $index + 1;
            }
            if ($other->finger === $choice->finger || ($other->string === $choice->string && $other->finger < $choice->finger)) {
                return false;
            }
        }

        return false;
    }
}
