<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Instrument;

/** Finds the marks of a fingering (handbook 3). */
final class FingerMarks
{
    private const CLOSE = 1;

    /**
     * @param list<string>|null $known places that the class knows, as place() names them; none where nothing is known of a class: then
     *                                 nothing is new
     *
     * @return list<list<FingerMark>> for each note
     */
    public static function find(Fingering $fingering, FingeringPolicy $policy, ?array $known = null): array
    {
        $marks = [];
        foreach ($fingering->choices as $index => $choice) {
            if (null === $choice) {
                $marks[] = [FingerMark::OutOfReach];
                continue;
            }
            $next = $fingering->notes[$index + 1] ?? null;
            $nextChoice = null === $next || $next->tiedFrom ? null : $fingering->choices[$index + 1] ?? null;
            $found =
                null === $nextChoice
                    ? []
                    : self::moves($choice, $nextChoice, $fingering, $policy, Fingering::isHop($fingering->notes[$index], $next, $policy));
            if (self::staysDown($fingering, $index, $policy->keepDown->measures())) {
                array_unshift($found, FingerMark::KeepDown);
            }
            if (null !== $known && !$choice->isOpen() && !\in_array(self::place($fingering, $choice), $known, true)) {
                $found[] = FingerMark::New;
            }
            $note = $fingering->notes[$index];
            if ($note->isSet() && !$fingering->has($index, FingerTrouble::SetRefused)) {
                $found[] = FingerMark::Override;
            } elseif ($note->isPrinted() && self::isAsPrinted($note, $choice, $fingering)) {
                $found[] = FingerMark::Printed;
            }
            $marks[] = $found;
        }

        return $marks;
    }

    /** A placement by name, such as "D low 2"; with its position where that is not the first. */
    public static function place(Fingering $fingering, Candidate $choice): string
    {
        $hand = $fingering->hands[$choice->hand];

        return self::named(
            $fingering->fingerboard->stringName($choice->string),
            $choice->placement->value,
            $choice->finger,
            $choice->isOpen() ? 'I' : $hand->position,
        );
    }

    /** The name of a placement: "D low 2"; with its position where that is not the first. */
    public static function named(string $string, string $placement, int $finger, string $position): string
    {
        return "$string $placement $finger".('I' === $position ? '' : ' '.$position);
    }

    /** The choice is what the book prints. */
    public static function isAsPrinted(LineNote $note, Candidate $choice, Fingering $fingering): bool
    {
        return (null === $note->finger || $choice->finger === $note->finger)
            && (null === $note->string || $fingering->fingerboard->stringName($choice->string) === $note->string);
    }

    /** @return list<FingerMark> */
    private static function moves(Candidate $from, Candidate $to, Fingering $fingering, FingeringPolicy $policy, bool $hop): array
    {
        $marks = [];
        $distance = abs($from->string - $to->string);
        $sameHand = $fingering->hands[$from->hand]->position === $fingering->hands[$to->hand]->position;
        $gap = $to->semitones - $from->semitones;
        if ($from->isOpen()) {
            if (!$to->isOpen()) {
                $marks[] = FingerMark::Prepare;
            }
        } elseif (!$to->isOpen() && $sameHand) {
            if ($from->finger === $to->finger && 1 === $distance) {
                $marks[] = 0 === $gap && !$hop && Instrument::Bass !== $policy->instrument ? FingerMark::Across : FingerMark::Hop;
            } elseif ($from->finger === $to->finger && 0 === $distance && 0 !== $gap) {
                $marks[] = FingerMark::Slide;
            } elseif ($to->finger === $from->finger + 1 && self::CLOSE === $gap && $distance <= 1) {
                $marks[] = FingerMark::Anchor;
            } elseif (1 === $distance && abs($gap) <= self::CLOSE) {
                $marks[] = FingerMark::Beside;
            }
            if (0 === $distance && $to->finger < $from->finger) {
                $marks[] = FingerMark::SetBeneath;
            }
        }
        if (
            BeneathPolicy::Together === $policy->beneath
            && $to->finger >= 2
            && (0 !== $distance || $to->finger - $from->finger >= 2)
            && $from->finger < $to->finger
        ) {
            $marks[] = FingerMark::SetTogether;
        }

        return $marks;
    }

    /** The finger comes back to the same place within the window, and in between neither it nor its string is needed lower. */
    private static function staysDown(Fingering $fingering, int $index, int $measures): bool
    {
        $choice = $fingering->choices[$index];
        if (null === $choice || $choice->isOpen() || $measures < 0) {
            return false;
        }
        $count = \count($fingering->choices);
        for ($at = $index + 1; $at < $count && $fingering->notes[$at]->position - $fingering->notes[$index]->position <= $measures; ++$at) {
            $other = $fingering->choices[$at];
            if (null === $other || $fingering->hands[$other->hand]->position !== $fingering->hands[$choice->hand]->position) {
                return false;
            }
            if ([] === $other->upper && $other->sameSpot($choice)) {
                return $at > $index + 1;
            }
            foreach ($other->stops() as $stop) {
                if ($stop->finger === $choice->finger || ($stop->string === $choice->string && $stop->finger < $choice->finger)) {
                    return false;
                }
            }
        }

        return false;
    }
}
