<?php

declare(strict_types=1);

namespace CoinStair\Core\Stair;

use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Score\TempoMarks;

/**
 * Treads of rising tempo up to a goal (handbook 6).
 */
final readonly class Stair
{
    /** @param non-empty-list<int> $treads beats a minute, rising */
    private function __construct(public array $treads)
    {
    }

    /**
     * @param list<int> $treads beats a minute, each above the one before
     *
     * @throws \InvalidArgumentException
     */
    public static function ofTreads(array $treads): self
    {
        if ([] === $treads) {
            throw new \InvalidArgumentException('A stair has a tread.');
        }
        $last = 0;
        foreach ($treads as $tread) {
            if ($tread <= $last || $tread > 400) {
                throw new \InvalidArgumentException('Treads rise, up to 400 beats a minute.');
            }
            $last = $tread;
        }

        return new self($treads);
    }

    /**
     * Climbs from a start to a goal; treads between are rounded to metronome marks, the last is exactly the goal.
     *
     * @throws Refusal if a tempo lies outside 20 to 300, or the start above the goal
     */
    public static function climb(int $start, int $goal, Growth $growth): self
    {
        if ($start < TempoMarks::SLOWEST || $goal > 300 || $start > $goal) {
            throw Refusal::because(
                'A stair climbs from 20 or more to 300 at the most; {start} to {goal} does not.',
                ['start' => (string) $start, 'goal' => (string) $goal],
            );
        }
        if ($start === $goal) {
            return new self([$goal]);
        }
        $treads = [$start];
        foreach (\array_slice($growth->tempos($start, $goal), 1) as $tempo) {
            $tread = $growth->nearest($tempo);
            if ($tempo < $goal && $tread > $treads[\count($treads) - 1] && $tread < $goal) {
                $treads[] = $tread;
            }
        }
        $treads[] = $goal;

        return new self($treads);
    }

    /** Its last tread. */
    public function top(): int
    {
        return $this->treads[\count($this->treads) - 1];
    }

    /** The highest tread not above a tempo, as an index. */
    public function treadAt(int $tempo): int
    {
        $found = 0;
        foreach ($this->treads as $index => $tread) {
            if ($tread <= $tempo) {
                $found = $index;
            }
        }

        return $found;
    }
}
