<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

/** How a measure is like an earlier one (handbook 5). */
enum LikenessKind: string
{
    /** equal pitches, rhythm, and articulation that changes the playing */
    case Same = 'same';
    /** equal from the start for at least half the measure, then not */
    case OtherEnding = 'other-ending';
    /** a run equal but for the upbeat that leads in */
    case WithoutPickup = 'without-pickup';
    /** the same shape so many letters up or down */
    case Moved = 'moved';
    /** the same fingers on another string */
    case OtherString = 'other-string';
    /** one or more octaves apart */
    case Octave = 'octave';
    /** the same pitches, all lengths times the same factor */
    case Longer = 'longer';
    case SameRhythm = 'same-rhythm';

    /** Kinds by which the measures of two sections pair. */
    public function pairs(): bool
    {
        return match ($this) {
            self::Same, self::OtherEnding, self::WithoutPickup, self::Octave, self::Longer => true,
            self::Moved, self::OtherString, self::SameRhythm => false,
        };
    }
}
