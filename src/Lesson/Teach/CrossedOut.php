<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use App\Shared\Entity\LogEntry;
use App\Shared\Entity\User;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry as Entry;

/** A coin or a miss that was logged in a lesson and taken back afterwards: the record shows it crossed out. */
final readonly class CrossedOut
{
    /**
     * @param int       $tempo beats a minute of the tread on which it fell; 0 where that was not logged
     * @param User|null $by    who took it back; none if they are gone
     */
    private function __construct(
        public EntryKind $kind,
        public int $tempo,
        public ?User $by,
        public \DateTimeImmutable $at,
    ) {
    }

    /**
     * @param list<LogEntry> $corrections of the record
     * @param list<Entry>    $log         of the lesson
     *
     * @return array<string, list<self>> by id of the step
     */
    public static function of(array $corrections, array $log): array
    {
        $logged = array_column($log, null, 'id');
        $crossed = [];
        foreach ($corrections as $correction) {
            $entry = $correction->entry();
            $of = EntryKind::Undo === $entry->kind ? $logged[$entry->text] ?? null : null;
            if (\in_array($of?->kind, [EntryKind::Coin, EntryKind::Miss], true)) {
                $crossed[$of->step][] = new self($of->kind, $of->tempo, $correction->getAccount(), $correction->getAt());
            }
        }

        return $crossed;
    }
}
