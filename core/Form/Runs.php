<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Piece;

/**
 * Runs of four measures and more that come back in a kind that is exact measure by measure (handbook 5): the same or with another ending,
 * octaves or strings apart, moved by one distance, at other lengths. In a tune with an upbeat measures are compared without what leads into
 * the next one. Found by keys of four measures, so that the work grows with their number.
 */
final class Runs
{
    private const MEASURES = 4;
    /** Notes of a run that lies elsewhere: fewer are soon alike by chance. */
    private const NOTES = 6;
    /** Forms that are followed, the nearest first. */
    private const FORMS = ['start', 'interval', 'contour'];

    /** @var array<string, list<int>> by form: numbers of the forms of measures */
    private array $forms = [];
    /** @var array<string, list<int>> by form: numbers of the forms with how far they lie from the measure before */
    private array $steps = [];

    /** @param list<MeasureShape> $shapes */
    private function __construct(private readonly array $shapes, private readonly int $least)
    {
        foreach (self::FORMS as $form) {
            $numbers = $stepNumbers = $forms = $steps = [];
            foreach ($shapes as $position => $shape) {
                $text = self::form($form, $shape);
                $forms[] = $number = $numbers[$text] ??= \count($numbers);
                $apart = 0 === $position ? [] : self::apart($form, $shape, $shapes[$position - 1]);
                $steps[] = $stepNumbers[$number.' '.implode(',', $apart)] ??= \count($stepNumbers);
            }
            $this->forms[$form] = $forms;
            $this->steps[$form] = $steps;
        }
    }

    /**
     * @param list<MeasureShape> $shapes as shapes() gives them
     * @param int                $least  measures, 2 and more
     *
     * @return list<Run> in order; none lies in another
     */
    public static function find(Piece $piece, array $shapes, int $least = self::MEASURES): array
    {
        $self = new self($shapes, $least);
        $count = \count($shapes);
        $first = $piece->upbeat() > 0 ? 1 : 0;
        $stretches = Stretch::longRuns($piece, $least);
        $seen = $runs = [];
        for ($position = $first; $position < $count; ++$position) {
            $run = $shapes[$position]->isSilent() ? null : ($self->longest($seen, $position) ?? $stretches[$position] ?? null);
            if (null !== $run) {
                $runs[] = $run;
                $position += $run->length - 1;
            }
        }

        return $runs;
    }

    /**
     * The shapes of all measures as runs are compared: without the upbeat to the next, where the piece has one.
     *
     * @param Likeness $likeness over all parts
     *
     * @return list<MeasureShape>
     */
    public static function shapes(Piece $piece, Likeness $likeness): array
    {
        $upbeat = $piece->upbeat();
        if (0 === $upbeat) {
            return $likeness->shapes;
        }
        $shapes = [];
        foreach ($piece->measures as $position => $measure) {
            $shapes[] =
                $measure->length > $upbeat
                    ? MeasureShape::of($piece, $piece->parts, $position, $measure->meter->ticks() - $upbeat)
                    : $likeness->shapes[$position];
        }

        return $shapes;
    }

    /**
     * The longest run that begins here and follows an earlier one; of equals the nearest form.
     *
     * @param array<string, array<string, int>> $seen first position of each four measures, by form; what begins here is added
     */
    private function longest(array &$seen, int $position): ?Run
    {
        $best = null;
        foreach (self::FORMS as $form) {
            $key = $this->key($form, $position);
            $earlier = null === $key ? null : $seen[$form][$key] ?? null;
            if (null === $key || null === $earlier) {
                if (null !== $key) {
                    $seen[$form][$key] = $position;
                }
                continue;
            }
            $run = $earlier + $this->least <= $position ? $this->follow($form, $earlier, $position) : null;
            $best = null !== $run && $run->length > ($best->length ?? 0) ? $run : $best;
        }

        return $best;
    }

    private function key(string $form, int $position): ?string
    {
        return isset($this->shapes[$position + $this->least - 1])
            ? implode('.', [$this->forms[$form][$position], ...\array_slice($this->steps[$form], $position + 1, $this->least - 1)])
            : null;
    }

    private function follow(string $form, int $earlier, int $position): ?Run
    {
        $distance = self::apart($form, $this->shapes[$position], $this->shapes[$earlier]);
        $length = $notes = 0;
        $same = true;
        while (isset($this->shapes[$position + $length]) && $earlier + $length < $position) {
            $one = $this->shapes[$position + $length];
            $other = $this->shapes[$earlier + $length];
            $isAlike = $this->forms[$form][$position + $length] === $this->forms[$form][$earlier + $length];
            if (!$isAlike || self::apart($form, $one, $other) !== $distance) {
                break;
            }
            $same = $same && $one->same === $other->same;
            $notes += $one->onsets;
            ++$length;
        }
        if ('start' !== $form && $notes < self::NOTES) {
            return null;
        }
        [$kind, $by] = self::kind($form, $same, $this->shapes[$position], $this->shapes[$earlier]);

        return null === $by ? null : new Run($earlier, $position, $length, $kind, $by);
    }

    /** @return array{LikenessKind, int|null} how a run is like the earlier one, and by how much; no number if in none of the ways */
    private static function kind(string $form, bool $same, MeasureShape $one, MeasureShape $other): array
    {
        if ('start' === $form) {
            return [$same ? LikenessKind::Same : LikenessKind::OtherEnding, 0];
        }
        if ('contour' === $form) {
            return [LikenessKind::Moved, $one->lettersFrom($other)];
        }
        $octaves = $one->octavesFrom($other);

        return null !== $octaves && 0 !== $octaves
            ? [LikenessKind::Octave, $octaves]
            : [LikenessKind::OtherString, $one->stringsFrom($other)];
    }

    private static function form(string $form, MeasureShape $shape): string
    {
        return match ($form) {
            'start' => $shape->start,
            'interval' => $shape->interval,
            default => $shape->contour,
        };
    }

    /** @return list<int> how far each part lies from another measure, where the form leaves that open */
    private static function apart(string $form, MeasureShape $one, MeasureShape $other): array
    {
        return match ($form) {
            'start' => [],
            'interval' => $one->halfStepsFrom($other),
            default => $one->stepsFrom($other),
        };
    }
}
