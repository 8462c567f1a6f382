<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;

/**
 * What comes back with the other bow (handbook 4): a run of two measures and more, or one that opens a phrase. Told once for each run, with
 * what mends it; nothing is lifted by itself.
 */
final class ReturningBows
{
    private const RUN = 2;
    private const ONE = 'Measure {measures} comes back as {like}, bow the other way. {remedy}';
    private const SEVERAL = 'Measures {measures} come back as {like}, bow the other way. {remedy}';
    /** Beats of a last note from which on half of it is time for a retake. */
    private const LONG = 2.0;
    /** Beats up to which a note is light enough to be hooked. */
    private const LIGHT = 1.0;

    /** @var array<int, int> index of the first stroke of each measure, by its position */
    private array $firsts = [];
    private readonly MeasureNumbers $numbers;

    /**
     * @param list<BowedStroke> $strokes
     * @param array<int, int>   $classes of measures with equal notes, by position
     */
    private function __construct(
        Piece $piece,
        private readonly array $strokes,
        private readonly array $classes,
        private readonly float $secondsPerTick,
        private readonly int $level,
    ) {
        $this->numbers = MeasureNumbers::of($piece);
        foreach ($strokes as $index => $step) {
            $this->firsts[$step->stroke->position] ??= $index;
        }
    }

    /**
     * @param list<BowedStroke> $strokes
     * @param array<int, int>   $classes of measures with equal notes, by position; those without notes have none
     * @param int               $level   year of playing
     *
     * @return list<HandNotice>
     */
    public static function find(Piece $piece, array $strokes, array $classes, float $secondsPerTick, int $level): array
    {
        return [] === $strokes ? [] : (new self($piece, $strokes, $classes, $secondsPerTick, $level))->notices();
    }

    /** @return list<HandNotice> */
    private function notices(): array
    {
        $first = $notices = [];
        $until = -1;
        foreach ($this->classes as $position => $class) {
            $like = $first[$class] ?? null;
            $first[$class] ??= $position;
            if (null === $like || $position < $until || !$this->isTurned($like, $position)) {
                continue;
            }
            $measures = $this->run($like, $position);
            $stroke = $this->strokes[$this->firsts[$position]]->stroke;
            if (null !== $stroke->printed) {
                // The book says so itself, and what follows it goes on so.
                $until = $position + $measures;
            } elseif ($measures >= self::RUN || $stroke->opens) {
                $notices[] = $this->notice($like, $position, $measures);
                $until = $position + $measures;
            }
        }

        return $notices;
    }

    /** The same music begins with the other bow. */
    private function isTurned(int $like, int $position): bool
    {
        $before = $this->firsts[$like] ?? null;
        $now = $this->firsts[$position] ?? null;

        return null !== $before && null !== $now && $this->strokes[$before]->direction !== $this->strokes[$now]->direction;
    }

    /** Measures that come back with the other bow from here on. */
    private function run(int $like, int $position): int
    {
        $measures = 1;
        while (
            isset($this->classes[$position + $measures], $this->classes[$like + $measures])
            && $this->classes[$position + $measures] === $this->classes[$like + $measures]
            && $like + $measures < $position
            && $this->isTurned($like + $measures, $position + $measures)
        ) {
            ++$measures;
        }

        return $measures;
    }

    private function notice(int $like, int $position, int $measures): HandNotice
    {
        $index = $this->firsts[$position];
        $span = static fn (string $from, string $to): string => $from === $to ? $from : $from.'–'.$to;

        return new HandNotice(
            'return-turns',
            new Notice(0, 0, 1 === $measures ? self::ONE : self::SEVERAL, [
                'measures' => $span($this->numbers->at($position), $this->numbers->at($position + $measures - 1)),
                'like' => $span($this->numbers->at($like), $this->numbers->at($like + $measures - 1)),
                'remedy' => Notice::word($this->remedy($index)),
            ]),
            $position,
            $this->strokes[$index]->stroke->offset,
        );
    }

    /** @param int $index of the stroke that would be turned */
    private function remedy(int $index): string
    {
        $before = $this->strokes[$index - 1] ?? null;
        $rest = $this->strokes[$index]->stroke->rest;
        $spare = null !== $before && $before->stroke->beats >= self::LONG ? intdiv($before->stroke->length, 2) : 0;

        return match (true) {
            null !== $before && ($rest + $spare) * $this->secondsPerTick >= BowUse::retakeSeconds($this->level) => 'Lift before it.',
            $this->canHook($index) => 'Hook two light notes in the measure before, or leave it.',
            default => 'Leave it, or say it aloud.',
        };
    }

    /** Two light notes stand next to each other in the measure before. */
    private function canHook(int $index): bool
    {
        $position = ($this->strokes[$index - 1] ?? null)?->stroke->position;
        $light = 0;
        for ($at = $index - 1; $at >= 0 && $this->strokes[$at]->stroke->position === $position; --$at) {
            $stroke = $this->strokes[$at]->stroke;
            $light = $stroke->beats <= self::LIGHT && 1 === \count($stroke->notes) && null === $stroke->printed ? $light + 1 : 0;
            if ($light >= 2 && 0 === $this->strokes[$at + 1]->stroke->rest) {
                return true;
            }
        }

        return false;
    }
}
