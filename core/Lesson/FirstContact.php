<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

/** The rounds with which a step opens where a class meets its chunk for the first time (handbook 1 and 6). */
enum FirstContact: string
{
    /** say, tap, pluck, bow where something is new to the class; bow at once otherwise */
    case New = 'new';
    case Bow = 'bow';
    case Pluck = 'pluck';
    case Say = 'say';

    /**
     * @param bool $isNew something in the chunk is new to the class
     *
     * @return list<Mode>
     */
    public function rounds(bool $isNew): array
    {
        return match (true) {
            self::Say === $this || (self::New === $this && $isNew) => [Mode::Say, Mode::Tap, Mode::Pluck, Mode::Bow],
            self::Pluck === $this => [Mode::Pluck, Mode::Bow],
            default => [],
        };
    }
}
