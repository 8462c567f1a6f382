<?php

declare(strict_types=1);

namespace CoinStair\Core\Readiness;

use CoinStair\Core\Progress\SkillOfGroups;

/** What a piece of a book brings that no piece before it has. */
final readonly class PieceInBook
{
    /**
     * @param list<SkillOfGroups>     $new   by where they come first in the piece
     * @param int                     $most  new skills of the group that has most of them
     * @param bool                    $jumps too much is new at once
     * @param list<LaterPrerequisite> $later what should have come before, and comes after
     */
    public function __construct(public array $new, public int $most, public bool $jumps, public array $later)
    {
    }
}
