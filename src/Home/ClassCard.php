<?php

declare(strict_types=1);

namespace App\Home;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\SchoolClass;

/** What Today says of a class: the sequence in work, the lesson that is open, the last one. */
final readonly class ClassCard
{
    public function __construct(public SchoolClass $class, public ?SequenceSummary $sequence, public ?Lesson $open, public ?Lesson $last)
    {
    }

    /** Start of its lesson on a weekday (1 Monday); empty where it does not meet then. */
    public function startsAt(int $weekday): string
    {
        return $this->class->getMeetings()[$weekday] ?? '';
    }
}
