<?php

declare(strict_types=1);

namespace App\Skill;

use CoinStair\Core\Progress\SkillState;
use CoinStair\Core\Skill\Skill;

/** A skill with where each group stands. */
final readonly class QuiltRow
{
    /** @param list<SkillState|null> $cells one for each group; none where the instrument has no such skill */
    public function __construct(public Skill $skill, public array $cells)
    {
    }
}
