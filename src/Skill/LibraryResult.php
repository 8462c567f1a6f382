<?php

declare(strict_types=1);

namespace App\Skill;

/** What a rule found in the library. */
final readonly class LibraryResult
{
    /**
     * @param list<FoundPiece> $found  the first of them, in the order of the books
     * @param int              $count  of all that were found
     * @param int              $looked pieces that were looked through
     * @param int              $all    pieces of the library
     */
    public function __construct(public array $found, public int $count, public int $looked, public int $all)
    {
    }
}
