<?php

declare(strict_types=1);

namespace App\Report;

use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Progress\ClassSkills;
use CoinStair\Core\Progress\LessonGain;
use CoinStair\Core\Skill\Catalogue;

/** What a class did from one day to another, as a head of program reads it. */
final readonly class TermReport
{
    /**
     * @param list<ReportedPiece> $pieces   the first that was taught first
     * @param int                 $lessons  that were accepted
     * @param float               $seconds  of them, by their logs
     * @param LessonGain          $gain     what became of its skills in that time
     * @param ClassSkills         $skills   on the last day
     * @param list<FamilyReport>  $families
     */
    public function __construct(
        public SchoolClass $class,
        public \DateTimeImmutable $from,
        public \DateTimeImmutable $to,
        public array $pieces,
        public int $lessons,
        public float $seconds,
        public int $coins,
        public LessonGain $gain,
        public ClassSkills $skills,
        public Catalogue $catalogue,
        public array $families,
    ) {
    }

    /** @return array<string, string> for an address */
    public function parameters(): array
    {
        return ['id' => (string) $this->class->getId(), 'from' => $this->from->format('Y-m-d'), 'to' => $this->to->format('Y-m-d')];
    }
}
