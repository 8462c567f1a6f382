<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Score\Instrument;

/** A column of a quilt: an instrument group of a class. */
final readonly class QuiltGroup
{
    /** @param bool $isFirst of its class */
    public function __construct(public SchoolClass $class, public Instrument $instrument, public bool $isFirst)
    {
    }
}
