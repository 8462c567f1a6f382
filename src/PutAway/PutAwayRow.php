<?php

declare(strict_types=1);

namespace App\PutAway;

/** One row of the list of what was put away. */
final readonly class PutAwayRow
{
    /** @param \DateTimeImmutable|null $day of a lesson */
    public function __construct(
        public PutAwayKind $kind,
        public int $id,
        public string $title,
        public ?\DateTimeImmutable $day,
        public bool $canBeDeleted,
    ) {
    }
}
