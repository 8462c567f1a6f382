<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Log\LogLimits;
use CoinStair\Core\Score\Refusal;
use Symfony\Component\Uid\Uuid;

/** Log entries as a device sends them: each is read by itself, so that one that is bad does not hold up the others. */
final readonly class EntryInput
{
    private const LONGEST_TEXT = 500;
    /** What a screen can log; corrections are made on the page of the record. */
    private const KINDS = [
        EntryKind::Begin,
        EntryKind::Coin,
        EntryKind::Miss,
        EntryKind::Up,
        EntryKind::Down,
        EntryKind::Undo,
        EntryKind::Done,
        EntryKind::Note,
        EntryKind::Round,
        EntryKind::Version,
    ];

    /**
     * @param list<LogEntry>                       $entries that are understood
     * @param list<array{id: string, why: string}> $refused the others, by what they call themselves
     */
    private function __construct(public array $entries, public array $refused)
    {
    }

    /**
     * @param list<string> $steps ids of the lesson's steps
     * @param int          $from  milliseconds since 1970 when the lesson began: no entry is older
     * @param int          $now   milliseconds since 1970 by the server's clock: no entry is younger
     *
     * @throws Refusal if it is no list of entries at all
     */
    public static function parse(string $json, array $steps, int $from, int $now): self
    {
        $data = json_decode($json, true, 5);
        $rows = \is_array($data) ? $data['entries'] ?? null : null;
        if (!\is_array($rows) || \count($rows) > LogLimits::AT_ONCE) {
            throw Refusal::because(\sprintf('A list of at most %d entries was expected.', LogLimits::AT_ONCE));
        }
        $entries = $refused = [];
        foreach ($rows as $index => $row) {
            $read = \is_array($row) ? self::entry($row, $steps, $from, $now) : 'it is no entry';
            if ($read instanceof LogEntry) {
                $entries[$read->id] ??= $read;
            } else {
                $id = \is_array($row) ? $row['id'] ?? null : null;
                $refused[] = ['id' => \is_string($id) ? mb_substr($id, 0, 40) : '#'.$index, 'why' => $read];
            }
        }

        return new self(array_values($entries), $refused);
    }

    /**
     * @param array<array-key, mixed> $row
     * @param list<string>            $steps
     *
     * @return LogEntry|string the entry, or why it is none
     */
    private static function entry(array $row, array $steps, int $from, int $now): LogEntry|string
    {
        $id = $row['id'] ?? null;
        $step = $row['step'] ?? null;
        $kind = \is_string($row['kind'] ?? null) ? EntryKind::tryFrom($row['kind']) : null;
        $tempo = $row['tempo'] ?? null;
        $at = $row['at'] ?? null;
        $count = $row['count'] ?? null;
        $text = $row['text'] ?? '';
        $device = $row['device'] ?? '';

        return match (true) {
            !\is_string($id) || !Uuid::isValid($id) => 'its id is no UUID',
            null === $kind || !\in_array($kind, self::KINDS, true) => 'its kind is unknown',
            !\is_string($step) || !\in_array($step, $steps, true) => 'this lesson has no such step',
            !\is_int($tempo) || $tempo < 0 || $tempo > 400 => 'its tempo is not between 0 and 400',
            !\is_int($at) => 'its time is no number',
            !\is_int($count) || $count < 0 || $count > 1_000_000_000 => 'its count is not between 0 and 1000000000',
            !\is_string($text) => 'its text is no text',
            !\is_string($device) || 1 !== preg_match('/^[\w-]{0,36}$/D', $device) => 'its device has no proper name',
            default => new LogEntry(
                strtolower($id),
                $step,
                $kind,
                $tempo,
                max($from, min($now, $at)),
                $count,
                mb_substr($text, 0, self::LONGEST_TEXT),
                $device,
            ),
        };
    }
}
