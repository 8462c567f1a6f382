<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Repository\ChunkRepository;
use CoinStair\Core\Log\TaughtStep;

/** The chunks of a lesson. Each stands once in its page for each rhythm in which it is played. */
final readonly class LessonChunks
{
    public function __construct(private ChunkRepository $chunks)
    {
    }

    /** @return list<Chunk> of its steps */
    public function of(Lesson $lesson): array
    {
        $ids = array_map(static fn (TaughtStep $step): int => $step->chunk, $lesson->steps());

        return $this->chunks->byIds(array_values(array_unique(array_filter($ids))));
    }

    /** @return array<array-key, string> figures of the steps of a chunk, by key; empty for the plain line */
    public static function figures(Lesson $lesson, Chunk $chunk): array
    {
        $figures = [];
        foreach ($lesson->steps() as $taught) {
            if ($taught->chunk === $chunk->getId()) {
                $figures[self::key($taught)] = $taught->step->figure;
            }
        }

        return $figures;
    }

    /** Names a chunk in its rhythm. */
    public static function key(TaughtStep $taught): string
    {
        return '' === $taught->step->figure ? (string) $taught->chunk : $taught->chunk.'-'.hash('xxh32', $taught->step->figure);
    }
}
