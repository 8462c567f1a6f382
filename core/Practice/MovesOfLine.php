<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Score\Place;

/** The moves of one line in order, with a table that answers for the hardest of any run at once. */
final readonly class MovesOfLine
{
    /**
     * @param list<Move>      $moves
     * @param list<int>       $starts place of each move's first note, as one number
     * @param list<list<int>> $least  index of the hardest of 1, 2, 4 … moves from each on
     */
    private function __construct(public array $moves, private array $starts, private array $least)
    {
    }

    /** @param list<Move> $moves in order, none inside another */
    public static function of(array $moves): self
    {
        $starts = $comforts = [];
        foreach ($moves as $move) {
            $starts[] = self::number($move->from);
            $comforts[] = $move->comfort();
        }
        $least = [array_keys($moves)];
        for ($level = 1; 1 << $level <= \count($moves); ++$level) {
            $below = $least[$level - 1];
            $row = [];
            $half = 1 << ($level - 1);
            for ($index = 0; $index + 2 * $half <= \count($moves); ++$index) {
                $row[] = $comforts[$below[$index]] <= $comforts[$below[$index + $half]] ? $below[$index] : $below[$index + $half];
            }
            $least[] = $row;
        }

        return new self($moves, $starts, $least);
    }

    /**
     * @param Place $to    exclusive
     * @param bool  $lands the move over the end, to the next note, counts too
     */
    public function hardest(Place $from, Place $to, bool $lands): ?Move
    {
        $first = $this->firstFrom($from);
        $last = $this->firstFrom($to) - 1;
        if (!$lands) {
            while ($last >= $first && !$this->moves[$last]->to->isBefore($to)) {
                --$last;
            }
        }
        if ($last < $first) {
            return null;
        }
        $level = (int) floor(log($last - $first + 1, 2));
        $one = $this->moves[$this->least[$level][$first]];
        $other = $this->moves[$this->least[$level][$last + 1 - (1 << $level)]];

        return $one->comfort() <= $other->comfort() ? $one : $other;
    }

    /** Index of the first move that starts at a place or after it. */
    private function firstFrom(Place $place): int
    {
        $number = self::number($place);
        $low = 0;
        $high = \count($this->starts);
        while ($low < $high) {
            $middle = intdiv($low + $high, 2);
            if ($this->starts[$middle] < $number) {
                $low = $middle + 1;
            } else {
                $high = $middle;
            }
        }

        return $low;
    }

    private static function number(Place $place): int
    {
        return ($place->position << 32) + $place->offset;
    }
}
