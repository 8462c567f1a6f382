<?php

declare(strict_types=1);

namespace CoinStair\Core\Progress;

/** What one lesson says of one skill for one instrument group. */
final readonly class Evidence
{
    /**
     * @param string $day    Y-m-d
     * @param int    $steps  that were played and held the skill
     * @param bool   $atGoal one of their coins was earned at or above the goal tempo
     * @param string $chunk  id of the chunk of the first of them that had one; empty for warm-ups
     */
    public function __construct(
        public string $lesson,
        public string $day,
        public int $steps,
        public int $coins,
        public int $misses,
        public bool $atGoal,
        public string $chunk = '',
    ) {
    }
}
