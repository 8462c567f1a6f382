<?php

declare(strict_types=1);

namespace App\Classroom;

use App\Shared\Entity\SchoolClass;

/** The page of a class. */
final readonly class ClassPage
{
    /** @var array<int, string> names by ISO weekday */
    public array $weekdays;

    /**
     * @param list<array{id: int, title: string, goalTempo: int, pieces: list<int>}> $sequences the latest first
     * @param list<CoveredPiece>                                                     $pieces    the one taught last first
     * @param list<LogRow>                                                           $log       of lessons, the latest first
     * @param int                                                                    $page      of the log
     * @param bool                                                                   $more      the log has another page
     * @param list<string>                                                           $books     of which a row of short pieces can be made
     */
    public function __construct(
        public SchoolClass $class,
        public array $sequences,
        public array $pieces,
        public array $log,
        public int $page,
        public bool $more,
        public array $books,
    ) {
        $this->weekdays = ClassType::WEEKDAYS;
    }
}
