<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

/**
 * What a log has that a screen does not have yet.
 *
 * @phpstan-type Row array{string, string, string, int, int, int, string, string}
 */
final readonly class LogNews
{
    /**
     * @param list<Row>                            $entries id, step, kind, tempo, time, count, text, device
     * @param int                                  $after   position up to which the screen has them now
     * @param bool                                 $open    the lesson was not accepted yet
     * @param list<array{id: string, why: string}> $refused of what was sent
     */
    public function __construct(public array $entries, public int $after, public bool $open, public array $refused = [])
    {
    }

    /** @return array{entries: list<Row>, after: int, open: bool, refused: list<array{id: string, why: string}>, now: int} */
    public function told(int $now): array
    {
        return ['entries' => $this->entries, 'after' => $this->after, 'open' => $this->open, 'refused' => $this->refused, 'now' => $now];
    }
}
