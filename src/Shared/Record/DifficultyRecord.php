<?php

declare(strict_types=1);

namespace App\Shared\Record;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Difficulty\Difficulty;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Standing\ChunkCoverage;
use Symfony\Contracts\Cache\CacheInterface;

/** What is hard in a piece for a class: comfort tempos, spots, how new its notes are. Reckoned once for each state of what it depends on. */
final readonly class DifficultyRecord
{
    public function __construct(private HandsRecord $hands, private CacheInterface $cache)
    {
    }

    /**
     * For all string instruments.
     *
     * @param SchoolClass|null $class none: nothing is known
     */
    public function of(Piece $piece, HandPolicies $policies, ?SchoolClass $class): Difficulty
    {
        return $this->cache->get('difficulty.'.$this->fingerprint($piece, $policies, $class), function () use ($piece, $policies, $class): Difficulty {
            $hands = [];
            foreach ($piece->score()->isOutline() ? [] : Instrument::strings() as $instrument) {
                $parts = array_values(array_filter($piece->score()->parts, static fn (Part $part): bool => $part->instrument === $instrument));
                foreach ([] === $parts ? [''] : array_map(static fn (Part $part): string => $part->id, $parts) as $part) {
                    $hands[] = $this->hands->of($piece, $instrument, $policies, $class, $piece->getGoalTempo(), $part);
                }
            }

            return Difficulty::of($piece->score(), $hands, [], null === $class ? [] : $this->hands->met($class)['introduced']);
        });
    }

    /**
     * Tells one state of all that it depends on from another.
     *
     * @param array<string, ChunkCoverage>|null $coverage of the class, where it is known already
     */
    public function fingerprint(Piece $piece, HandPolicies $policies, ?SchoolClass $class, ?array $coverage = null): string
    {
        $edits = array_map(static fn ($row): array => [$row->getInstrument(), $row->edit()], $this->hands->edits($piece, $class));
        $met = null === $class ? [] : $this->hands->met($class, $coverage);

        return hash('xxh128', serialize([$piece->scoreText(), $policies->fingerprint(), $piece->getGoalTempo(), $edits, $met]));
    }
}
