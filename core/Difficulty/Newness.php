<?php

declare(strict_types=1);

namespace CoinStair\Core\Difficulty;

/** How new a place on the string is to a class (handbook 5 and 6). */
enum Newness: string
{
    case Known = 'known';
    case Introduced = 'introduced';
    case New = 'new';

    /** What a note weighs in the load of a chunk. */
    public function weight(): float
    {
        return match ($this) {
            self::Known => 1.0,
            self::Introduced => 1.5,
            self::New => 2.5,
        };
    }

    /** What the time of a move to it is multiplied by. */
    public function factor(): float
    {
        return match ($this) {
            self::Known => 1.0,
            self::Introduced => 1.15,
            self::New => 1.4,
        };
    }
}
