<?php

declare(strict_types=1);

namespace App\Skill;

use CoinStair\Core\Readiness\Readiness;

/** What a piece asks of a class, with what teaches it: the part of the page that is remembered. */
final readonly class WhatIsNew
{
    /**
     * @param list<NewInPiece> $new
     * @param bool             $isOutline nothing is known of the notes of the piece
     */
    public function __construct(public Readiness $readiness, public array $new, public bool $isOutline)
    {
    }
}
