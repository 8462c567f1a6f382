<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\User;
use App\Shared\Facts\FactsOfClasses;
use App\Shared\Repository\Checksum;
use CoinStair\Core\Log\LogEntry as Entry;
use CoinStair\Core\Log\LogLimits;
use CoinStair\Core\Score\Refusal;
use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Psr\Clock\ClockInterface;

/**
 * The append-only log of a lesson. An entry that is sent again changes nothing. Entries are numbered in the order in which they are
 * taken, one writer of a lesson after the other, so that a screen asks for what came after the last number that it has.
 *
 * @phpstan-import-type Row from LogNews
 *
 * @phpstan-type StoredEntry array{
 *     id: string, step: string, kind: string, tempo: int, made_at: int|string, device_count: int, text: string, device: string,
 *     position: int,
 * }
 * @phpstan-type State array{
 *     program_id: int, log_size: int, log_hash: int|string, ended_at: string|null, started_at: string, steps: string,
 * }
 */
final readonly class LessonLog
{
    private const ROWS_AT_ONCE = 200;
    private const COLUMNS = 'e.id, e.step, e.kind, e.tempo, e.made_at, e.device_count, e.text, e.device, e.position';

    public function __construct(private Connection $database, private ClockInterface $clock, private FactsOfClasses $facts)
    {
    }

    /**
     * Writes entries of the server's own: of the demo, or corrections.
     *
     * @param list<Entry> $entries
     * @param User|null   $by      who corrects the record by them
     */
    public function add(Lesson $lesson, array $entries, ?User $by = null): void
    {
        $this->database->transactional(function () use ($lesson, $entries, $by): void {
            $state = $this->locked((int) $lesson->getId(), (int) $lesson->getProgram()?->getId());
            if (null !== $state) {
                $this->write((int) $lesson->getId(), $state, $entries, $by?->getId(), LogLimits::IN_ALL);
            }
        });
    }

    /**
     * Takes what a device sends, each entry once, in any order and however late.
     *
     * @param int $after position up to which the device has the log
     *
     * @return LogNews|null null if the key opens nothing any more
     *
     * @throws Refusal if it is no list of entries
     */
    public function take(LessonKey $key, string $json, int $after): ?LogNews
    {
        $program = $this->programOf($key);
        // The lesson is locked first, so that all that is read after it is as it stands once it is our turn.
        $refused = $this->database->transactional(function () use ($key, $json, $program): ?array {
            $state = null === $program ? null : $this->locked($key->lesson, $program);
            if (null === $state) {
                return null;
            }
            /** @var list<string> $steps */
            $steps = json_decode($state['steps'], true, 2, \JSON_THROW_ON_ERROR);
            $input = EntryInput::parse($json, $steps, self::begun($state), $this->now());

            return [...$input->refused, ...$this->write($key->lesson, $state, $input->entries, null, LogLimits::OF_LESSON)];
        });
        $news = null === $refused ? null : $this->news($key, $after);

        return null === $news ? null : new LogNews($news->entries, $news->after, $news->open, $refused);
    }

    /**
     * What the log has after a position: one query, by a key that tells who asks.
     *
     * @return LogNews|null null if the key opens nothing any more
     */
    public function news(LessonKey $key, int $after): ?LogNews
    {
        /** @var list<array<string, int|string|null>> $rows */
        $rows = $this->database->fetchAllAssociative(
            'SELECT l.ended_at IS NULL open, '.self::COLUMNS.' FROM account a '.
                'JOIN lesson l ON l.id = ? AND l.program_id = a.program_id '.
                'LEFT JOIN log_entry e ON e.lesson_id = l.id AND e.position > ? AND e.position <= ? '.
                'WHERE a.id = ? AND a.epoch = ? ORDER BY e.position',
            [$key->lesson, $after, LogLimits::IN_ALL, $key->account, $key->epoch],
        );
        if ([] === $rows) {
            return null;
        }
        /** @var list<StoredEntry> $entries */
        $entries = array_values(array_filter($rows, static fn (array $row): bool => null !== $row['id']));

        return self::told($entries, $after, 1 === (int) $rows[0]['open']);
    }

    /** All that a screen needs to walk the log from its beginning. */
    public function all(Lesson $lesson): LogNews
    {
        /** @var list<StoredEntry> $entries */
        $entries = $this->database->fetchAllAssociative(
            'SELECT '.self::COLUMNS.' FROM log_entry e WHERE e.lesson_id = ? AND e.program_id = ? AND e.position <= ? ORDER BY e.position',
            [$lesson->getId(), $lesson->getProgram()?->getId(), LogLimits::IN_ALL],
        );

        return self::told($entries, 0, $lesson->isOpen());
    }

    public function isThere(int $lesson): bool
    {
        return false !== $this->database->fetchOne('SELECT 1 FROM lesson WHERE id = ?', [$lesson]);
    }

    /** Milliseconds since 1970. */
    public function now(): int
    {
        return (int) $this->clock->now()->format('Uv');
    }

    private function programOf(LessonKey $key): ?int
    {
        $program = $this->database->fetchOne('SELECT program_id FROM account WHERE id = ? AND epoch = ?', [$key->account, $key->epoch]);

        return is_numeric($program) ? (int) $program : null;
    }

    /**
     * When a lesson began, in milliseconds since 1970: as the application wrote it, whatever zone the database is in.
     *
     * @param State $state
     */
    private static function begun(array $state): int
    {
        return 1000 * (new \DateTimeImmutable($state['started_at']))->getTimestamp();
    }

    /**
     * The lesson as it stands, held until the transaction ends.
     *
     * @return State|null
     */
    private function locked(int $lesson, int $program): ?array
    {
        /** @var State|false $state */
        $state = $this->database->fetchAssociative(
            'SELECT program_id, log_size, log_hash, ended_at, started_at, '.
                "COALESCE(JSON_EXTRACT(plan, '$[*].id'), '[]') steps FROM lesson WHERE id = ? AND program_id = ? FOR UPDATE",
            [$lesson, $program],
        );

        return false === $state ? null : $state;
    }

    /**
     * Writes those of some entries that the log does not have yet, as far as there is room.
     *
     * @param State       $state
     * @param list<Entry> $entries
     * @param int         $most    entries that the log may have then
     *
     * @return list<array{id: string, why: string}> those that were not taken
     */
    private function write(int $lesson, array $state, array $entries, ?int $account, int $most): array
    {
        $there = $this->lessonsOf(array_map(static fn (Entry $entry): string => $entry->id, $entries));
        $new = array_values(array_filter($entries, static fn (Entry $entry): bool => !isset($there[$entry->id])));
        $room = max(0, $most - $state['log_size']);
        $this->insert($lesson, $state, \array_slice($new, 0, $room), $account);

        return [
            ...self::refuse(array_keys(array_diff($there, [$lesson])), 'another lesson has an entry with this id'),
            ...self::refuse(array_column(\array_slice($new, $room), 'id'), "a lesson has at most $most entries"),
        ];
    }

    /**
     * @param list<string> $ids
     *
     * @return list<array{id: string, why: string}>
     */
    private static function refuse(array $ids, string $why): array
    {
        return array_map(static fn (string $id): array => ['id' => $id, 'why' => $why], $ids);
    }

    /**
     * @param State       $state
     * @param list<Entry> $entries
     */
    private function insert(int $lesson, array $state, array $entries, ?int $account): void
    {
        if ([] === $entries) {
            return;
        }
        $position = $state['log_size'];
        $hash = (int) $state['log_hash'];
        foreach (array_chunk($entries, self::ROWS_AT_ONCE) as $rows) {
            $values = [];
            foreach ($rows as $entry) {
                array_push($values, $entry->id, $state['program_id'], $lesson, ++$position, $entry->step, $entry->kind->value);
                array_push($values, $entry->tempo, $entry->at, $entry->count, $entry->text, $entry->device);
                array_push($values, (int) (null !== $state['ended_at'] && !$entry->afterwards), (int) $entry->afterwards, $account);
                $hash ^= Checksum::of($entry->id);
            }
            $this->database->executeStatement(
                'INSERT INTO log_entry (id, program_id, lesson_id, position, step, kind, '.
                    'tempo, made_at, device_count, text, device, late, afterwards, account_id) VALUES '.
                    implode(', ', array_fill(0, \count($rows), '(?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)')),
                $values,
            );
        }
        $this->database->executeStatement('UPDATE lesson SET log_size = ?, log_hash = ? WHERE id = ?', [$position, $hash, $lesson]);
        $this->facts->reset();
    }

    /**
     * @param list<string> $ids
     *
     * @return array<string, int> lessons of the entries that are there already, by id of the entry
     */
    private function lessonsOf(array $ids): array
    {
        if ([] === $ids) {
            return [];
        }
        /** @var array<string, int> $there */
        $there = $this->database->fetchAllKeyValue(
            'SELECT id, lesson_id FROM log_entry WHERE id IN (?)',
            [$ids],
            [ArrayParameterType::STRING],
        );

        return $there;
    }

    /** @param list<StoredEntry> $entries */
    private static function told(array $entries, int $after, bool $open): LogNews
    {
        $rows = array_map(
            static fn (array $row): array => [
                $row['id'],
                $row['step'],
                $row['kind'],
                $row['tempo'],
                (int) $row['made_at'],
                $row['device_count'],
                $row['text'],
                $row['device'],
            ],
            $entries,
        );

        return new LogNews($rows, [] === $entries ? $after : end($entries)['position'], $open);
    }
}
