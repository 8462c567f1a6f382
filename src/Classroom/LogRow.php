<?php

declare(strict_types=1);

namespace App\Classroom;

use App\Shared\Entity\Lesson;

/** A lesson in the log of a class. */
final readonly class LogRow
{
    /** @param int $steps that were begun */
    public function __construct(public Lesson $lesson, public int $coins, public int $misses, public int $steps)
    {
    }
}
