<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

/** How far a class came on the stair of one lesson. */
final readonly class Climbed
{
    /**
     * @param int       $tempo  at which it stopped, in beats a minute; 0 where nothing was played
     * @param list<int> $treads of that day, in beats a minute
     */
    public function __construct(public int $tempo, public array $treads)
    {
    }

    /** So many treads under the one on which it stopped, or the lowest of that day. */
    public function down(int $treads): int
    {
        $lower = array_values(array_filter($this->treads, fn (int $tread): bool => $tread <= $this->tempo));

        return $lower[max(0, \count($lower) - 1 - $treads)] ?? $this->tempo;
    }
}
