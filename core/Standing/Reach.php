<?php

declare(strict_types=1);

namespace CoinStair\Core\Standing;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * How far a class is with a piece, said truly: how many of its measures at which tempo, and the whole (handbook 7). A measure counts at
 * the slowest tempo of its own notes, each at the fastest at which a chunk with it was won.
 */
final readonly class Reach
{
    /** Stretches that are told by their measures; more are counted. */
    private const NAMED = 3;

    /**
     * @param array<array-key, int> $tempos beats a minute reached by each measure, by its number; 0 for none
     * @param int                   $whole  beats a minute reached by the whole at once; 0 for none
     * @param int                   $goal   beats a minute; 0 where nothing says one
     */
    private function __construct(private array $tempos, public int $whole, public int $goal)
    {
    }

    /** @param list<array{Chunk, ChunkCoverage}> $met chunks of the piece, and what the logs say of them */
    public static function of(Piece $piece, array $met): self
    {
        $whole = $goal = 0;
        $day = '';
        $won = [];
        foreach ($met as [$chunk, $coverage]) {
            // The goal that was gone for last.
            [$day, $goal] = max([$day, $goal], [$coverage->lastDay, $coverage->goal]);
            $whole = $chunk->isWhole($piece) ? max($whole, $coverage->reached) : $whole;
            if ($coverage->reached > 0) {
                $won[] = [$chunk->from, $chunk->to, $coverage->reached];
            }
        }
        $numbers = MeasureNumbers::of($piece);
        $tempos = [];
        foreach (array_keys($piece->measures) as $position) {
            $tempo = self::slowest(Place::of($position, 0), Place::of($position + 1, 0), $won);
            // The halves of a split measure are one.
            $tempos[$numbers->at($position)] = min($tempos[$numbers->at($position)] ?? $tempo, $tempo);
        }

        return new self($tempos, $whole, $goal);
    }

    /** The same, for a sequence that climbs to another goal. */
    public function toward(int $goal): self
    {
        return new self($this->tempos, $this->whole, $goal);
    }

    /** The share of all measures times that of the goal's tempo, from 0 to 1: what a bar shows. */
    public function area(): float
    {
        if (0 === $this->goal || [] === $this->tempos) {
            return 0.0;
        }
        $shares = array_map(fn (int $tempo): float => min(1.0, $tempo / $this->goal), $this->tempos);

        return array_sum($shares) / \count($shares);
    }

    /** Measures that a tempo was reached in, of all. */
    public function measures(int $atLeast = 1): int
    {
        return \count($this->at($atLeast));
    }

    /** "1–9 of 26 at 96; the whole not yet". */
    public function told(): Notice
    {
        $most = $this->tempoOfMost();
        if (0 === $most) {
            return Notice::word('begun; no tread won yet');
        }
        $fastest = max([0, ...array_values($this->tempos)]);
        // What the whole reached at once needs no second word.
        $parts = $this->whole >= $most ? [] : [$this->part($most)];
        $parts = $fastest > max($most, $this->whole) ? [...$parts, $this->part($fastest)] : $parts;
        $whole = 0 === $this->whole
            ? Notice::word('the whole not yet')
            : new Notice(0, 0, $this->whole < $this->goal ? 'the whole at {tempo} of {goal}' : 'the whole at {tempo}', [
                'tempo' => (string) $this->whole,
                'goal' => (string) $this->goal,
            ]);

        return [] === $parts ? $whole : new Notice(0, 0, '{how far}; {whole}', ['how far' => Notice::joined($parts), 'whole' => $whole]);
    }

    private function part(int $tempo): Notice
    {
        $at = $this->at($tempo);
        $isAll = \count($at) === \count($this->tempos);

        return new Notice(0, 0, $isAll ? 'all {all} measures at {tempo}' : '{measures} of {all} at {tempo}', [
            'measures' => $this->named($at),
            'all' => (string) \count($this->tempos),
            'tempo' => (string) $tempo,
        ]);
    }

    /** The tempo at which most of the music stands: where measures times tempo is largest, the faster of two; 0 for none. */
    private function tempoOfMost(): int
    {
        $most = $tempo = 0;
        $reached = array_unique(array_filter($this->tempos));
        rsort($reached);
        foreach ($reached as $one) {
            if ($this->measures($one) * $one > $most) {
                $most = $this->measures($one) * $one;
                $tempo = $one;
            }
        }

        return $tempo;
    }

    /** @return list<array-key> numbers of the measures that reached a tempo */
    private function at(int $tempo): array
    {
        return array_keys(array_filter($this->tempos, static fn (int $one): bool => $one >= $tempo));
    }

    /** @param list<array-key> $reached numbers of measures, in their order */
    private function named(array $reached): string
    {
        $place = array_flip(array_keys($this->tempos));
        $follows = static fn (int $index): bool => isset($reached[$index - 1], $reached[$index])
            && $place[$reached[$index]] - 1 === $place[$reached[$index - 1]];
        $names = [];
        foreach ($reached as $index => $number) {
            if (!$follows($index)) {
                $names[] = (string) $number;
            } elseif (!$follows($index + 1)) {
                $names[] = array_pop($names).'–'.$number;
            }
        }

        return \count($names) > self::NAMED ? (string) \count($reached) : implode(', ', $names);
    }

    /**
     * The tempo of what is slowest from a place up to another, each place at the fastest at which it was won.
     *
     * @param list<array{Place, Place, int}> $won from, to, and beats a minute
     */
    private static function slowest(Place $from, Place $to, array $won): int
    {
        $edges = [$from];
        foreach ($won as [$begins, $ends]) {
            foreach ([$begins, $ends] as $edge) {
                if ($from->isBefore($edge) && $edge->isBefore($to)) {
                    $edges[] = $edge;
                }
            }
        }
        $slowest = \PHP_INT_MAX;
        foreach ($edges as $edge) {
            $fastest = 0;
            foreach ($won as [$begins, $ends, $tempo]) {
                if (!$edge->isBefore($begins) && $edge->isBefore($ends)) {
                    $fastest = max($fastest, $tempo);
                }
            }
            $slowest = min($slowest, $fastest);
        }

        return $slowest;
    }
}
