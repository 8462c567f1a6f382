<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\Stair;

/** A step as a lesson holds it: its stair, its rule and where it starts. */
final readonly class LessonStep
{
    /**
     * @param string $chunk what is learned: id of the chunk, with the rung behind a stroke for a rung on open strings
     * @param int    $goal  of the sequence, in beats a minute; that of the stair if 0
     */
    public function __construct(
        public string $id,
        public string $chunk,
        public Stair $stair,
        public CoinRule $rule,
        public int $startTread = 0,
        public int $goal = 0,
    ) {
    }

    public function goal(): int
    {
        return $this->goal > 0 ? $this->goal : $this->stair->goal();
    }
}
