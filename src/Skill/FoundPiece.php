<?php

declare(strict_types=1);

namespace App\Skill;

/** A piece in which a skill is found. */
final readonly class FoundPiece
{
    /** @param array<string, array{string, int}> $places number of the first measure, and how many places, by instrument */
    public function __construct(public int $piece, public string $title, public array $places)
    {
    }
}
