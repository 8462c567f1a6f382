<?php

declare(strict_types=1);

namespace App\Classroom;

/** A lesson in the log of a class. */
final readonly class LogRow
{
    /**
     * @param int                     $steps that were begun
     * @param \DateTimeImmutable|null $out   when it was put away; none if it counts
     * @param string                  $outBy e-mail address of who put it away; empty for somebody who is gone
     */
    public function __construct(
        public int $lesson,
        public \DateTimeImmutable $day,
        public bool $open,
        public string $title,
        public string $remark,
        public int $coins,
        public int $misses,
        public int $steps,
        public ?\DateTimeImmutable $out = null,
        public string $outBy = '',
    ) {
    }
}
