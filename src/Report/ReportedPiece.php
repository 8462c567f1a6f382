<?php

declare(strict_types=1);

namespace App\Report;

/** A piece in a term report. */
final readonly class ReportedPiece
{
    /**
     * @param int   $lessons on it
     * @param float $seconds of them, by their logs
     * @param int   $reached beats a minute, the fastest at which a rule was met; 0 for none
     * @param int   $goal    beats a minute; 0 where nothing was played
     * @param bool  $isWhole the whole met its goal
     */
    public function __construct(
        public int $id,
        public string $title,
        public string $book,
        public int $lessons,
        public float $seconds,
        public int $reached,
        public int $goal,
        public bool $isWhole,
    ) {
    }
}
