<?php

declare(strict_types=1);

namespace App\Report;

use CoinStair\Core\Standing\Reach;

/** A piece in a term report. */
final readonly class ReportedPiece
{
    /**
     * @param int   $lessons on it
     * @param float $seconds of them, by their logs
     * @param Reach $reach   where it stands at the end of the time that is reported
     */
    public function __construct(
        public int $id,
        public string $title,
        public string $book,
        public int $lessons,
        public float $seconds,
        public Reach $reach,
    ) {
    }

    /** The whole met its goal. */
    public function isWhole(): bool
    {
        return $this->reach->goal > 0 && $this->reach->whole >= $this->reach->goal;
    }
}
