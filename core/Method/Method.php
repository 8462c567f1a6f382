<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

/** In which order the chunks of a piece are learned (handbook 5); each ends with the whole. */
enum Method: string
{
    /** the worst spots alone, each then inside its measure and its phrase; then forward */
    case SpotFirst = 'spot-first';
    /** first chunk, second, both; third, fourth, both; all four, up the tree */
    case Forward = 'forward';
    /** the last chunk; the one before and on to the end; and so on */
    case LastFirst = 'last-first';
    /** the whole as a run, its halves, down to phrases, and up again */
    case Halves = 'halves';
    /** each measure that comes back learned once; only what differs is learned anew */
    case FindIt = 'find-it';
    /** the teacher's own chunks */
    case Own = 'own';

    /** How it goes through the chunks. */
    public function teaching(): TeachingMethod
    {
        return match ($this) {
            self::SpotFirst => new SpotFirst(),
            self::Forward => new Forward(),
            self::LastFirst => new LastFirst(),
            self::Halves => new Halves(),
            self::FindIt => new FindIt(),
            self::Own => new Own(),
        };
    }
}
