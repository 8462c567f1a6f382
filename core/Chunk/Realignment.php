<?php

declare(strict_types=1);

namespace CoinStair\Core\Chunk;

use CoinStair\Core\Form\MeasureShape;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * Finds the measures of a score in a newer state of it, so that a teacher's cut stays on the same music (handbook 5): measures that are
 * the same are paired in order, as many as can be; between them those that were changed.
 */
final readonly class Realignment
{
    /** Pairs of measures, between the common start and end, up to which all ways are tried. */
    private const TRIED = 1_000_000;

    /** @param array<int, int> $pairs position in the newer score by position in the older one */
    private function __construct(private Piece $old, private Piece $new, private array $pairs)
    {
    }

    public static function of(Piece $old, Piece $new): self
    {
        [$before, $after] = [self::forms($old), self::forms($new)];
        $pairs = [];
        $start = 0;
        while (isset($before[$start], $after[$start]) && $before[$start] === $after[$start]) {
            $pairs[$start] = $start;
            ++$start;
        }
        [$endBefore, $endAfter] = [\count($before), \count($after)];
        while ($endBefore > $start && $endAfter > $start && $before[$endBefore - 1] === $after[$endAfter - 1]) {
            $pairs[--$endBefore] = --$endAfter;
        }
        $pairs += self::between(
            \array_slice($before, $start, $endBefore - $start),
            \array_slice($after, $start, $endAfter - $start),
            $start,
        );
        ksort($pairs);

        return new self($old, $new, self::changed($pairs, \count($before), \count($after)));
    }

    /** The chunk on the same music; none if nothing of it is left. */
    public function chunk(Chunk $chunk): ?Chunk
    {
        if (ChunkKind::Whole === $chunk->kind) {
            return Chunk::whole($this->new);
        }
        $from = $this->start($chunk->from);
        $to = $this->end($chunk->to);

        return null === $from || null === $to || !$from->isBefore($to)
            ? null
            : Chunk::of($this->new, $chunk->kind, $from, $to, $chunk->lands && !$to->equals($this->new->end()));
    }

    /** The id of a note in the newer score, by its measure; none if that is gone. */
    public function note(string $id): ?string
    {
        if (1 !== preg_match('/^(.*-m)(\d+)(-v\d+-\d+)$/', $id, $match)) {
            return null;
        }
        $to = $this->pairs[(int) $match[2]] ?? null;

        return null === $to ? null : $match[1].$to.$match[3];
    }

    /** Where a chunk starts: in its measure, or at the first that is left after it. */
    private function start(Place $place): ?Place
    {
        for ($position = $place->position; $position < \count($this->old->measures); ++$position) {
            if (isset($this->pairs[$position])) {
                $offset =
                    $position === $place->position && $place->offset < $this->new->measures[$this->pairs[$position]]->length
                        ? $place->offset
                        : 0;

                return Place::of($this->pairs[$position], $offset);
            }
        }

        return null;
    }

    /** Where a chunk ends: in its measure, or after the last that is left before it. */
    private function end(Place $place): ?Place
    {
        $last = 0 === $place->offset ? $place->position - 1 : $place->position;
        for ($position = $last; $position >= 0; --$position) {
            if (isset($this->pairs[$position])) {
                $to = $this->pairs[$position];
                $inside = $position === $place->position && $place->offset > 0 && $place->offset < $this->new->measures[$to]->length;

                return $inside ? Place::of($to, $place->offset) : Place::of($to + 1);
            }
        }

        return null;
    }

    /** @return list<string> what each measure holds, in the part that both scores begin with */
    private static function forms(Piece $piece): array
    {
        return array_map(
            static fn (int $position): string => $piece->measures[$position]->length.
                MeasureShape::of($piece, [$piece->parts[0]], $position)->same,
            array_keys($piece->measures),
        );
    }

    /**
     * The longest row of equal measures in both.
     *
     * @param list<string> $before
     * @param list<string> $after
     *
     * @return array<int, int>
     */
    private static function between(array $before, array $after, int $start): array
    {
        $pairs = [];
        if ([] === $before || [] === $after || \count($before) * \count($after) > self::TRIED) {
            return $pairs;
        }
        $lengths = array_fill(0, \count($before) + 1, array_fill(0, \count($after) + 1, 0));
        for ($one = \count($before) - 1; $one >= 0; --$one) {
            for ($other = \count($after) - 1; $other >= 0; --$other) {
                $lengths[$one][$other] =
                    $before[$one] === $after[$other]
                        ? 1 + $lengths[$one + 1][$other + 1]
                        : max($lengths[$one + 1][$other], $lengths[$one][$other + 1]);
            }
        }
        for ($one = 0, $other = 0; isset($before[$one], $after[$other]);) {
            if ($before[$one] === $after[$other]) {
                $pairs[$start + $one++] = $start + $other++;
            } elseif ($lengths[$one + 1][$other] >= $lengths[$one][$other + 1]) {
                ++$one;
            } else {
                ++$other;
            }
        }

        return $pairs;
    }

    /**
     * Measures between two pairs that were changed: first with first, as many as both have.
     *
     * @param array<int, int> $pairs in order
     *
     * @return array<int, int>
     */
    private static function changed(array $pairs, int $before, int $after): array
    {
        $all = $pairs;
        [$one, $other] = [0, 0];
        foreach ($pairs + [$before => $after] as $old => $new) {
            for (; $one < $old && $other < $new; ++$one, ++$other) {
                $all[$one] = $other;
            }
            [$one, $other] = [$old + 1, $new + 1];
        }
        ksort($all);

        return $all;
    }
}
