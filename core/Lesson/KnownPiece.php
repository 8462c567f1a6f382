<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

/** Another piece that a class knows: its whole was at its goal. Something older closes a lesson well (handbook 6). */
final readonly class KnownPiece
{
    /**
     * @param int   $id      by which the program knows it
     * @param int   $goal    beats a minute
     * @param float $seconds of one go at its goal, count-in included
     */
    public function __construct(public int $id, public string $title, public int $goal, public float $seconds)
    {
    }
}
