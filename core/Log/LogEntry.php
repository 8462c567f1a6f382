<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

/** One line of a lesson's log. Never changed after it is written. */
final readonly class LogEntry
{
    /**
     * @param string $id         made by the device that wrote it
     * @param string $step       id of the lesson's step
     * @param int    $tempo      beats a minute of the tread on which the class stood; 0 where none
     * @param int    $at         milliseconds since 1970, by the device's clock, within the bounds of the server's
     * @param int    $count      the device's running number, for entries of one millisecond
     * @param string $text       a note, the id that an undo takes back, or a day
     * @param string $device     that wrote it; empty for the server, or one of which nothing is known
     * @param bool   $afterwards a correction of the record, made when the lesson was over: no time of the lesson is told by it
     */
    public function __construct(
        public string $id,
        public string $step,
        public EntryKind $kind,
        public int $tempo,
        public int $at,
        public int $count = 0,
        public string $text = '',
        public string $device = '',
        public bool $afterwards = false,
    ) {
    }

    /**
     * Entries in the order in which they happened, each once, without what was taken back.
     *
     * @param iterable<LogEntry> $entries
     *
     * @return list<LogEntry>
     */
    public static function inOrder(iterable $entries): array
    {
        $byId = [];
        foreach ($entries as $entry) {
            $byId[$entry->id] = $entry;
        }
        $undone = self::takenBack($byId);
        $kept = array_values(
            array_filter($byId, static fn (LogEntry $entry): bool => EntryKind::Undo !== $entry->kind && !isset($undone[$entry->id])),
        );
        usort($kept, static fn (LogEntry $a, LogEntry $b): int => [$a->at, $a->count, $a->id] <=> [$b->at, $b->count, $b->id]);

        return $kept;
    }

    /**
     * What was taken back.
     *
     * @param iterable<LogEntry> $entries
     *
     * @return array<string, true> by id of the entry
     */
    public static function takenBack(iterable $entries): array
    {
        $undone = [];
        foreach ($entries as $entry) {
            if (EntryKind::Undo === $entry->kind) {
                $undone[$entry->text] = true;
            }
        }

        return $undone;
    }
}
