<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Sequence;
use App\Shared\Record\DifficultyRecord;
use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Sequence\SequenceTime;
use CoinStair\Core\Standing\ChunkCoverage;
use Symfony\Contracts\Cache\CacheInterface;

/** Makes the view of a sequence with what is hard in its piece for its class. */
final readonly class SequenceViews
{
    public function __construct(private DifficultyRecord $difficulty, private CacheInterface $cache)
    {
    }

    /** @param array<string, ChunkCoverage> $coverage by chunk id */
    public function of(Sequence $sequence, array $coverage): SequenceView
    {
        return SequenceView::of($sequence, $coverage, $this->hardest($sequence, $coverage), function (array $steps) use ($sequence): array {
            $piece = $sequence->getPiece();
            $key = hash('xxh128', $piece->scoreText().serialize([$sequence->getGoalTempo(), $steps]));

            return $this->cache->get('times.'.$key, static fn (): array => SequenceTime::of($piece->score(), $sequence->getGoalTempo(), $steps));
        });
    }

    /**
     * @param array<string, ChunkCoverage> $coverage
     *
     * @return array<string, array{Hardest|null, float}> the move that holds each chunk of the sequence back, and its comfort tempo, by the chunk's edges
     */
    private function hardest(Sequence $sequence, array $coverage): array
    {
        $class = $sequence->getClass();
        $piece = $sequence->getPiece();
        $instruments = $sequence->getInstruments();
        $chunks = [];
        foreach ($sequence->getSteps() as $step) {
            if (null !== $step->getChunk()) {
                $chunks[$step->getChunk()->edges()] = $step->getChunk();
            }
        }
        $policies = $class->handPolicies();
        $key = hash('xxh128', $this->difficulty->fingerprint($piece, $policies, $class, $coverage).json_encode([$instruments, $sequence->getGoalTempo(), array_keys($chunks)], \JSON_THROW_ON_ERROR));

        return $this->cache->get('hardest.'.$key, function () use ($piece, $policies, $class, $chunks, $instruments, $sequence): array {
            $difficulty = $this->difficulty->of($piece, $policies, $class);

            $hardest = [];
            foreach ($chunks as $edges => $chunk) {
                $hardest[$edges] = [$difficulty->hardest($chunk->span(), $instruments), $difficulty->comfort($chunk->span(), $sequence->getGoalTempo(), $instruments)->tempo];
            }

            return $hardest;
        });
    }
}
