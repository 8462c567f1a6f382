<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Lesson;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Log\TaughtStep;
use Symfony\Component\Uid\Uuid;

/** Log entries as a device sends them. */
final class EntryInput
{
    private const AT_ONCE = 2000;

    /**
     * @return list<LogEntry>
     *
     * @throws \UnexpectedValueException that says what was expected
     */
    public static function list(string $json, Lesson $lesson): array
    {
        $data = json_decode($json, true, 5);
        $rows = \is_array($data) ? $data['entries'] ?? null : null;
        if (!\is_array($rows) || \count($rows) > self::AT_ONCE) {
            throw new \UnexpectedValueException('A list of at most 2000 entries was expected.');
        }
        $steps = array_map(static fn (TaughtStep $step): string => $step->id, $lesson->steps());
        $entries = [];
        foreach ($rows as $index => $row) {
            $entry = \is_array($row) ? self::entry($row) : null;
            if (null === $entry || !\in_array($entry->step, $steps, true)) {
                throw new \UnexpectedValueException(\sprintf('Entry %s is not understood.', $index));
            }
            $entries[] = $entry;
        }

        return $entries;
    }

    /** @param array<array-key, mixed> $row */
    private static function entry(array $row): ?LogEntry
    {
        ['id' => $id, 'step' => $step, 'kind' => $kind, 'tempo' => $tempo, 'at' => $at, 'count' => $count, 'text' => $text] = $row + [
            'id' => '',
            'step' => '',
            'kind' => '',
            'tempo' => 0,
            'at' => 0,
            'count' => 0,
            'text' => '',
        ];
        if (
            !\is_string($id)
            || !Uuid::isValid($id)
            || !\is_string($step)
            || !\is_string($kind)
            || !\is_int($tempo)
            || !\is_int($at)
            || !\is_int($count)
            || !\is_string($text)
        ) {
            return null;
        }
        $entryKind = EntryKind::tryFrom($kind);
        if (null === $entryKind || $tempo < 0 || $tempo > 400 || $at < 0 || $count < 0 || $count > 1_000_000_000) {
            return null;
        }

        return new LogEntry(strtolower($id), $step, $entryKind, $tempo, $at, $count, mb_substr($text, 0, 500));
    }
}
