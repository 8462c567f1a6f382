<?php

declare(strict_types=1);

namespace App\Skill;

use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Readiness\NewSkill;
use CoinStair\Core\Skill\Skill;

/** A skill of a piece that is new to some groups, with what teaches it. */
final readonly class NewInPiece
{
    /**
     * @param string             $measure number of the measure that has it first; empty if the piece itself does not have it
     * @param array<int, string> $pieces  titles of pieces that teach it, the easiest first, by id
     * @param WarmUp|null        $warmUp  made from the piece; none where no warm-up prepares it
     */
    public function __construct(
        public NewSkill $new,
        public Skill $skill,
        public string $measure,
        public array $pieces,
        public ?WarmUp $warmUp,
    ) {
    }
}
