<?php

declare(strict_types=1);

namespace CoinStair\Core\Difficulty;

use CoinStair\Core\Score\Place;

/** The moves of one line in order, with a table that answers for the hardest of any run at once. */
final readonly class MovesOfLine
{
    /** Moves of which the hardest is known; what lies between them is looked through. */
    private const BLOCK = 16;

    /**
     * @param list<Move>      $moves
     * @param list<int>       $starts place of each move's first note, as one number
     * @param list<list<int>> $least  index of the hardest move of 1, 2, 4 … blocks from each on
     */
    private function __construct(public array $moves, private array $starts, private array $least)
    {
    }

    /** @param list<Move> $moves in order, none inside another */
    public static function of(array $moves): self
    {
        $starts = $blocks = [];
        foreach ($moves as $index => $move) {
            $starts[] = $move->from->rank();
            $block = intdiv($index, self::BLOCK);
            if (!isset($blocks[$block]) || $move->comfort() < $moves[$blocks[$block]]->comfort()) {
                $blocks[$block] = $index;
            }
        }
        $least = [array_values($blocks)];
        for ($level = 1; 1 << $level <= \count($blocks); ++$level) {
            $below = $least[$level - 1];
            $row = [];
            $half = 1 << ($level - 1);
            for ($index = 0; $index + 2 * $half <= \count($blocks); ++$index) {
                $row[] =
                    $moves[$below[$index]]->comfort() <= $moves[$below[$index + $half]]->comfort()
                        ? $below[$index]
                        : $below[$index + $half];
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
        $firstBlock = intdiv($first + self::BLOCK - 1, self::BLOCK);
        $lastBlock = intdiv($last + 1, self::BLOCK) - 1;
        $hardest = null;
        if ($firstBlock <= $lastBlock) {
            $level = (int) floor(log($lastBlock - $firstBlock + 1, 2));
            $hardest = self::harder(
                $this->moves[$this->least[$level][$firstBlock]],
                $this->moves[$this->least[$level][$lastBlock + 1 - (1 << $level)]],
            );
        }
        for ($index = $first; $index <= $last; ++$index) {
            if ($index === $firstBlock * self::BLOCK && $firstBlock <= $lastBlock) {
                $index = ($lastBlock + 1) * self::BLOCK - 1;
                continue;
            }
            $hardest = null === $hardest ? $this->moves[$index] : self::harder($hardest, $this->moves[$index]);
        }

        return $hardest;
    }

    private static function harder(Move $one, Move $other): Move
    {
        return $one->comfort() <= $other->comfort() ? $one : $other;
    }

    /** The note before one: where the move to it starts; none if no move leads to it. */
    public function noteBefore(Place $note): ?Place
    {
        $move = $this->moves[$this->firstFrom($note) - 1] ?? null;

        return null !== $move && $move->to->equals($note) ? $move->from : null;
    }

    /** Index of the first move that starts at a place or after it. */
    private function firstFrom(Place $place): int
    {
        $number = $place->rank();
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
}
