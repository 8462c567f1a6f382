<?php

declare(strict_types=1);

namespace CoinStair\Core\Standing;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Score\Instrument;

/**
 * Where a class stands: what it has covered, at which tempo, and which places on the fingerboard it knows. A value that the log and the
 * skills make and that everything reads which plans: nothing that plans asks the log itself.
 */
final readonly class Standing implements \JsonSerializable
{
    /** @var array<string, ChunkCoverage> by matter */
    private array $coverage;

    /**
     * @param iterable<ChunkCoverage>          $coverage
     * @param array<string, list<string>>|null $known      places on the fingerboard that count as known, by instrument, as
     *                                                     FingerMarks::place() names them; none where nobody knows what the class knows
     * @param array<string, list<string>>      $introduced places that were begun and are not known yet, by instrument
     * @param array<string, list<string>>      $newRhythms codes of rhythms that were never met, by instrument
     */
    private function __construct(
        iterable $coverage,
        private ?array $known,
        private array $introduced,
        public array $newRhythms,
        public Thresholds $thresholds,
    ) {
        $byMatter = [];
        foreach ($coverage as $met) {
            $byMatter[$met->matter->key()] = $met;
        }
        $this->coverage = $byMatter;
    }

    /**
     * @param iterable<ChunkCoverage>          $coverage
     * @param array<string, list<string>>|null $known      none where nobody knows what the class knows: then nothing is new to it
     * @param array<string, list<string>>      $introduced
     * @param array<string, list<string>>      $newRhythms codes of rhythms that were never met
     * @param Thresholds|null                  $thresholds the standard ones if none are named
     */
    public static function of(
        iterable $coverage,
        ?array $known = null,
        array $introduced = [],
        array $newRhythms = [],
        ?Thresholds $thresholds = null,
    ): self {
        return new self($coverage, $known, $introduced, $newRhythms, $thresholds ?? Thresholds::standard());
    }

    /** Of a class of which nothing is known. */
    public static function unknown(): self
    {
        return new self([], null, [], [], Thresholds::standard());
    }

    public function coverageOf(Matter $matter): ?ChunkCoverage
    {
        return $this->coverage[$matter->key()] ?? null;
    }

    /** @return list<ChunkCoverage> of chunks and rungs, in the order in which they were first met */
    public function coverage(): array
    {
        return array_values($this->coverage);
    }

    /**
     * @param array<array-key, Chunk> $chunks of a piece, by id
     *
     * @return array<int, CoverageState> the furthest state of the chunks in which each measure lies, by position; only those that were met
     */
    public function overMeasures(array $chunks): array
    {
        $states = [];
        foreach ($chunks as $id => $chunk) {
            $met = $this->coverageOf(Matter::of((string) $id));
            for ($position = $chunk->from->position; null !== $met && $position <= $chunk->lastPosition(); ++$position) {
                $states[$position] = $met->state->orFurther($states[$position] ?? null);
            }
        }

        return $states;
    }

    /** @return list<string>|null places on the fingerboard; none where nobody knows what the class knows, or it has no such group */
    public function known(Instrument $instrument): ?array
    {
        return $this->known[$instrument->value] ?? null;
    }

    /** @return array<string, list<string>> places by instrument */
    public function introduced(): array
    {
        return $this->introduced;
    }

    /** @return array<string, array<string, list<string>>|null> what decides which notes are new to the class, for a fingerprint */
    public function places(): array
    {
        return ['known' => $this->known, 'introduced' => $this->introduced];
    }

    /**
     * What plans follow from; none is made by what was covered.
     *
     * @return array{places: array<string, mixed>, newRhythms: array<string, mixed>, thresholds: Thresholds}
     */
    public function jsonSerialize(): array
    {
        return ['places' => $this->places(), 'newRhythms' => $this->newRhythms, 'thresholds' => $this->thresholds];
    }
}
