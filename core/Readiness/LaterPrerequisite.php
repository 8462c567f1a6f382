<?php

declare(strict_types=1);

namespace CoinStair\Core\Readiness;

/** A skill that a book has before what it needs. */
final readonly class LaterPrerequisite
{
    /** @param int $number place in the book (from 0) of the piece that has the prerequisite first */
    public function __construct(public string $code, public string $prerequisite, public int $number)
    {
    }
}
