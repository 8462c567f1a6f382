<?php

declare(strict_types=1);

namespace CoinStair\Core\Progress;

use CoinStair\Core\Score\Instrument;

/** A skill with the instrument groups of which something is told. */
final readonly class SkillOfGroups
{
    /** @param list<Instrument> $instruments */
    public function __construct(public string $code, public array $instruments)
    {
    }
}
