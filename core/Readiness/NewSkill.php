<?php

declare(strict_types=1);

namespace CoinStair\Core\Readiness;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Place;

/** A skill that a piece asks for, or that comes before one of those, and that some groups of a class have not met. */
final readonly class NewSkill
{
    /**
     * @param list<Instrument> $instruments to which it is new
     * @param Place|null       $first       where the piece has it first; none if it is only a prerequisite
     */
    public function __construct(public string $code, public array $instruments, public ?Place $first)
    {
    }

    /** The piece itself does not have it: it has to be learned before. */
    public function isBefore(): bool
    {
        return null === $this->first;
    }
}
