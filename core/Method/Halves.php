<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

use CoinStair\Core\Chunk\ChunkNode;

/** The whole once as a run, then its halves, down to phrases; the phrases are learned, and joined up again. */
final class Halves implements TeachingMethod
{
    public function teach(Taught $taught, array $spots, array $own): void
    {
        $taught->run($taught->tree->whole);
        $parts = [$taught->tree->phrases()];
        $phrases = $run = [];
        // Down, level by level: what is more than a phrase is run once and halved.
        for ($at = 0; isset($parts[$at]); ++$at) {
            $half = self::half($taught, $parts[$at]);
            $both = [\array_slice($parts[$at], 0, $half), \array_slice($parts[$at], $half)];
            foreach (1 === \count($parts[$at]) ? [$parts[$at]] : $both as $part) {
                \assert([] !== $part);
                if (1 === \count($part)) {
                    $phrases[] = $part[0];
                    continue;
                }
                $chunk = $taught->spanning($part);
                $key = $taught->key($chunk);
                if ('' !== $key && isset($run[$key])) {
                    $taught->find($chunk, $run[$key]);
                    continue;
                }
                $run[$key] = $chunk;
                $taught->run($chunk);
                $parts[] = $part;
            }
        }
        // And up again: the phrases in the order of the music, then what they make.
        usort($phrases, static fn (ChunkNode $one, ChunkNode $other): int => $one->chunk->from->compare($other->chunk->from));
        foreach ($phrases as $phrase) {
            $taught->learn($phrase->chunk);
        }
        // Smaller parts come first, and each after what it is made of.
        usort(
            $parts,
            static fn (array $one, array $other): int => \count($one) <=> \count($other) ?:
            $one[0]->chunk->from->compare($other[0]->chunk->from),
        );
        foreach ($parts as $part) {
            if (\count($part) > 1) {
                $taught->join($taught->spanning($part));
            }
        }
    }

    /**
     * How many phrases the first half holds: up to the border that lies nearest to the middle by measures, of two that are as near that of
     * sections.
     *
     * @param non-empty-list<ChunkNode> $phrases
     */
    private static function half(Taught $taught, array $phrases): int
    {
        $piece = $taught->tree->piece;
        $sections = array_map(static fn (ChunkNode $section): int => $section->chunk->from->rank(), $taught->tree->sections);
        $from = $phrases[0]->chunk->from;
        $middle = $piece->ticksBetween($from, $phrases[\count($phrases) - 1]->chunk->to) / 2;
        $half = 1;
        $least = [\INF, 1];
        foreach ($phrases as $index => $phrase) {
            if (0 === $index) {
                continue;
            }
            $start = $phrase->chunk->from;
            $miss = [abs($piece->ticksBetween($from, $start) - $middle), \in_array($start->rank(), $sections, true) ? 0 : 1];
            if ($miss < $least) {
                $least = $miss;
                $half = $index;
            }
        }

        return $half;
    }
}
