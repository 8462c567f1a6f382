<?php

declare(strict_types=1);

namespace App\Skill;

use CoinStair\Core\Skill\Family;

/** A family of skills in a quilt. */
final readonly class QuiltFamily
{
    /**
     * @param list<QuiltRow>|null $rows   that pass the filter; none where they are fetched when they come into sight
     * @param int                 $skills of the family that some group has
     */
    public function __construct(public Family $family, public ?array $rows, public int $skills)
    {
    }
}
