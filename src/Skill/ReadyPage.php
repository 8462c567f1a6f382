<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Readiness\Readiness;
use CoinStair\Core\Skill\Catalogue;

/** A piece for a class: ready, within reach or later, and why. */
final readonly class ReadyPage
{
    /**
     * @param list<NewInPiece> $new
     * @param int|null         $sequence  id of the class's sequence on it
     * @param bool             $isOutline nothing is known of its notes
     * @param int              $left      pieces of the library that nobody looked at yet: they could teach something of it too
     */
    public function __construct(
        public SchoolClass $class,
        public Readiness $readiness,
        public array $new,
        public Catalogue $catalogue,
        public ?int $sequence,
        public bool $isOutline,
        public int $left,
    ) {
    }
}
