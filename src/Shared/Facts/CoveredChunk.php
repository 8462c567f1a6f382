<?php

declare(strict_types=1);

namespace App\Shared\Facts;

/** A chunk that a class has met: how far it came, and when. */
final readonly class CoveredChunk
{
    /**
     * @param string $label   its measures
     * @param int    $reached beats a minute; 0 for none
     * @param string $lastDay Y-m-d
     */
    public function __construct(public string $label, public int $reached, public int $goal, public int $coins, public string $lastDay)
    {
    }
}
