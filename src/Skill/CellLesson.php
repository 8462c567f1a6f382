<?php

declare(strict_types=1);

namespace App\Skill;

use CoinStair\Core\Progress\Evidence;

/** A lesson that is evidence of a skill, with the piece and the measures in which it was met. */
final readonly class CellLesson
{
    /**
     * @param int      $lesson   id
     * @param int      $piece    id
     * @param string   $measures as people read them; empty for a warm-up
     * @param int|null $position of the first measure
     */
    public function __construct(
        public Evidence $evidence,
        public int $lesson,
        public int $piece,
        public string $title,
        public string $measures,
        public ?int $position,
    ) {
    }
}
