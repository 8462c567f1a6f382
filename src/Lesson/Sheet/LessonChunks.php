<?php

declare(strict_types=1);

namespace App\Lesson\Sheet;

use App\Shared\Entity\Chunk;
use App\Shared\Repository\ChunkRepository;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Lesson\WarmUp;

/** The chunks of a lesson. Each stands once in its page for each rhythm in which it is played. */
final readonly class LessonChunks
{
    public function __construct(private ChunkRepository $chunks)
    {
    }

    /**
     * @param list<TaughtStep> $steps of a lesson
     *
     * @return list<Chunk>
     */
    public function of(array $steps): array
    {
        $ids = array_map(static fn (TaughtStep $step): int => $step->chunk, $steps);

        return $this->chunks->byIds(array_values(array_unique(array_filter($ids))));
    }

    /**
     * @param list<TaughtStep> $steps
     *
     * @return array<int, array<array-key, string>> figures in which each chunk is played, by its id and key; empty for the plain line
     */
    public static function figures(array $steps): array
    {
        $figures = [];
        foreach ($steps as $taught) {
            $figures[$taught->chunk][self::key($taught)] = $taught->step->figure;
        }

        return $figures;
    }

    /**
     * @param list<TaughtStep> $steps
     *
     * @return array<string, WarmUp> that are played in them, by key
     */
    public static function warmUps(array $steps): array
    {
        $warmUps = [];
        foreach ($steps as $taught) {
            if (null !== $taught->step->warmUp) {
                $warmUps[self::key($taught)] = $taught->step->warmUp;
            }
        }

        return $warmUps;
    }

    /** Names a chunk in its rhythm, or a warm-up. */
    public static function key(TaughtStep $taught): string
    {
        if (null !== $taught->step->warmUp) {
            return 'warm-up '.$taught->step->warmUp->code();
        }

        return '' === $taught->step->figure ? (string) $taught->chunk : $taught->chunk.'-'.hash('xxh32', $taught->step->figure);
    }
}
