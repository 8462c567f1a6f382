<?php

declare(strict_types=1);

namespace App\Home;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Progress\SkillOfGroups;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Standing\Reach;

/** What Today says of a class: the sequence in work, the lesson that is open, the last one, and what is due again. */
final readonly class ClassCard
{
    /**
     * @param list<SkillOfGroups> $due         worst first
     * @param list<Instrument>    $instruments of the class
     * @param Reach|null          $reach       how far it is with the piece of its sequence; none where that was never met
     */
    public function __construct(
        public SchoolClass $class,
        public ?SequenceSummary $sequence,
        public ?Lesson $open,
        public ?Lesson $last,
        public array $due = [],
        public array $instruments = [],
        public ?Reach $reach = null,
    ) {
    }

    /** Start of its lesson on a weekday (1 Monday); empty where it does not meet then. */
    public function startsAt(int $weekday): string
    {
        return $this->class->getMeetings()[$weekday] ?? '';
    }

    /** When it meets next after a day, with its start; none where nobody said when it meets. */
    public function next(\DateTimeImmutable $day): ?\DateTimeImmutable
    {
        $next = $this->class->nextMeetings($day->modify('+1 day'), 1)[0] ?? null;

        if (null === $next) {
            return null;
        }
        [$hour, $minute] = array_map(intval(...), [...explode(':', $this->startsAt((int) $next->format('N'))), '0']);

        return $next->setTime($hour, $minute);
    }

    /** A lesson that was begun on another day and never ended. */
    public function isLeftOpen(\DateTimeImmutable $day): bool
    {
        return null !== $this->open && $this->open->getDay()->format('Y-m-d') < $day->format('Y-m-d');
    }

    /** How many of the skills that are due the warm-ups of the next lesson touch. */
    public function touched(): int
    {
        $codes = $this->sequence->reviews ?? [];

        return \count(array_filter($this->due, static fn (SkillOfGroups $one): bool => \in_array($one->code, $codes, true)));
    }
}
