<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

/** What a warm-up made from a piece prepares (handbook 6). */
enum WarmUpKind: string
{
    /** a finger against the open string that sounds the same note */
    case Check = 'check';
    /** two open strings that the piece crosses, slow to quick */
    case OpenStrings = 'open-strings';
    /** the hand up and down on one string */
    case Hand = 'hand';
    /** the scale and the broken chord of the key */
    case Scale = 'scale';
    /** the first note plucked, then bowed */
    case FirstNote = 'first-note';
    /** a finger or placement that is new */
    case NewPlace = 'new';
    /** the bow stroke of the piece on an open string */
    case Stroke = 'stroke';

    /** What it is called; what it is about stands behind it. */
    public function title(): string
    {
        return match ($this) {
            self::Check => 'check against the open string:',
            self::OpenStrings => 'open strings',
            self::Hand => 'the hand on',
            self::Scale => 'scale and chord of the key',
            self::FirstNote => 'first note, plucked and bowed',
            self::NewPlace => 'new place',
            self::Stroke => 'the stroke on an open string',
        };
    }

    /** What a class is told before it. */
    public function prompt(): string
    {
        return match ($this) {
            self::Check => 'does the finger ring with the open string?',
            self::OpenStrings => 'the arm leads, the string follows',
            self::Hand => 'fingers up and down, quiet hand',
            self::Scale => 'one sound from note to note',
            self::FirstNote => 'pluck it, hear it, bow it',
            self::NewPlace => 'new place: look, set, listen',
            self::Stroke => 'this is the stroke of the piece',
        };
    }
}
