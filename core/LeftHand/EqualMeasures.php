<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/**
 * One fingering for all measures with the same notes (handbook 3): each that the exact search found is tried on all of them, and the
 * cheapest is taken where that costs little enough. Only the places around them are reckoned again.
 */
final class EqualMeasures
{
    /** What one fingering may cost more for each measure that comes back. */
    private const PER_RETURN = 4.5;
    /** Fingerings of one kind of measure that are tried. */
    private const VARIANTS = 8;

    /** @var array<int, Candidate|null> by index of the note */
    private array $choices;

    /** @param list<LineNote> $notes */
    private function __construct(private readonly array $notes, Fingering $fingering, private readonly FingeringPolicy $policy)
    {
        $this->choices = $fingering->choices;
    }

    /** A fingering with that of equal measures alike, where that costs little more. */
    public static function alike(Fingering $fingering, FingeringPolicy $policy): Fingering
    {
        $self = new self($fingering->notes, $fingering, $policy);
        foreach ($self->groups() as $measures) {
            if (\count($measures) > 1) {
                $self->settle($measures);
            }
        }

        $choices = array_values($self->choices);

        return $choices === $fingering->choices ? $fingering : $fingering->with($choices, $policy);
    }

    /**
     * The number of the kind of each measure that has notes: the same for those in which the same stands.
     *
     * @param list<LineNote> $notes
     *
     * @return array<int, int> by position, rising
     */
    public static function classes(array $notes): array
    {
        $classes = $numbers = [];
        foreach (self::byMeasure($notes) as $position => $indexes) {
            $key = self::key($notes, $indexes);
            $classes[$position] = $numbers[$key] ??= \count($numbers);
        }

        return $classes;
    }

    /** @return array<string, non-empty-list<non-empty-list<int>>> indexes of the notes of each measure, by what stands in it */
    private function groups(): array
    {
        $groups = [];
        foreach (self::byMeasure($this->notes) as $indexes) {
            $groups[self::key($this->notes, $indexes)][] = $indexes;
        }

        return $groups;
    }

    /**
     * @param list<LineNote> $notes
     *
     * @return array<int, non-empty-list<int>> indexes of the notes of each measure, by its position
     */
    private static function byMeasure(array $notes): array
    {
        $byMeasure = [];
        foreach ($notes as $index => $note) {
            $byMeasure[$note->position][] = $index;
        }

        return $byMeasure;
    }

    /**
     * @param list<LineNote>      $notes
     * @param non-empty-list<int> $indexes of one measure
     */
    private static function key(array $notes, array $indexes): string
    {
        return implode(' ', array_map(static fn (int $index): string => self::told($notes[$index]), $indexes));
    }

    private static function told(LineNote $note): string
    {
        return implode('.', [
            $note->offset,
            $note->length,
            $note->pitch->name(),
            ...array_map(static fn ($pitch): string => $pitch->name(), $note->upper),
            (int) $note->slurredFrom.(int) $note->tiedFrom,
            $note->finger.$note->string.'/'.$note->setFinger.$note->setString,
        ]);
    }

    /** @param non-empty-list<non-empty-list<int>> $measures with the same notes */
    private function settle(array $measures): void
    {
        $variants = [];
        foreach ($measures as $indexes) {
            $variant = array_map(fn (int $index): ?Candidate => $this->choices[$index], $indexes);
            $variants[implode(' ', array_map(self::place(...), $variant))] ??= $variant;
        }
        if (\count($variants) < 2 || \in_array(null, array_merge(...array_values($variants)), true)) {
            return;
        }
        $around = $this->around($measures);
        $now = $this->cost($this->choices, $around);
        $best = null;
        $least = self::PER_RETURN * (\count($measures) - 1) + $now;
        foreach (\array_slice($variants, 0, self::VARIANTS) as $variant) {
            $choices = $this->choices;
            foreach ($measures as $indexes) {
                foreach ($indexes as $at => $index) {
                    $choices[$index] = $variant[$at];
                }
            }
            $cost = $this->cost($choices, $around);
            if ($cost < $least) {
                $least = $cost;
                $best = $choices;
            }
        }
        $this->choices = $best ?? $this->choices;
    }

    /**
     * Runs of notes whose cost hangs on some measures: with the note before each and the one after.
     *
     * @param list<non-empty-list<int>> $measures
     *
     * @return list<array{int, int}> first and last index
     */
    private function around(array $measures): array
    {
        $runs = [];
        $last = \count($this->notes) - 1;
        foreach ($measures as $indexes) {
            $from = $this->sounding($indexes[0], -1);
            $to = min($last, $this->sounding($indexes[\count($indexes) - 1], 1));
            $before = $runs[\count($runs) - 1] ?? null;
            if (null !== $before && $from <= $before[1]) {
                array_pop($runs);
                $runs[] = [$before[0], $to];
            } else {
                $runs[] = [max(0, $from), $to];
            }
        }

        return $runs;
    }

    /** The next note that has a choice, in a direction. */
    private function sounding(int $index, int $step): int
    {
        $at = $index + $step;
        while (isset($this->notes[$at]) && null === $this->choices[$at]) {
            $at += $step;
        }

        return max(0, $at);
    }

    /**
     * @param array<int, Candidate|null> $choices
     * @param list<array{int, int}>      $runs
     */
    private function cost(array $choices, array $runs): float
    {
        $cost = 0.0;
        foreach ($runs as [$from, $to]) {
            $notes = \array_slice($this->notes, $from, $to - $from + 1);
            $taken = \array_slice($choices, $from, $to - $from + 1);
            foreach ($notes as $at => $note) {
                $before = $taken[$at - 1] ?? null;
                if ($note->tiedFrom && null !== $before && true !== $taken[$at]?->sameSpot($before)) {
                    return \INF;
                }
            }
            $cost += Fingering::costOf($notes, array_values($taken), $this->policy);
        }

        return $cost;
    }

    private static function place(?Candidate $choice): string
    {
        return null === $choice ? '-' : "$choice->string.$choice->finger.{$choice->placement->value}.$choice->hand".
            implode('', array_map(self::place(...), $choice->upper));
    }
}
