<?php

declare(strict_types=1);

namespace App\Library\Cut\Command;

use App\Library\Cut\CutEditor;
use App\Shared\Entity\Piece;
use CoinStair\Core\Chunk\Cut;
use CoinStair\Core\Sequence\CutPlan;

/** Lets a chunk run into the next note, or stop before it. */
final readonly class TurnLanding implements CutCommand
{
    public function __construct(private string $chunk)
    {
    }

    public function perform(CutEditor $editor, Piece $piece, CutPlan $plan): string
    {
        return $editor->change($piece, $plan, $this->chunk, static fn (Cut $cut, int $number): Cut => $cut->turnLanding($number));
    }
}
