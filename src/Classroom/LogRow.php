<?php

declare(strict_types=1);

namespace App\Classroom;

/** A lesson in the log of a class. */
final readonly class LogRow
{
    /** @param int $steps that were begun */
    public function __construct(
        public int $lesson,
        public \DateTimeImmutable $day,
        public bool $open,
        public string $title,
        public string $remark,
        public int $coins,
        public int $misses,
        public int $steps,
    ) {
    }
}
