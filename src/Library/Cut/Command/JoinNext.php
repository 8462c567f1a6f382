<?php

declare(strict_types=1);

namespace App\Library\Cut\Command;

use App\Library\Cut\CutEditor;
use App\Shared\Entity\Piece;
use CoinStair\Core\Chunk\Cut;
use CoinStair\Core\Sequence\CutPlan;

/** Joins a chunk with the one that begins where it ends. */
final readonly class JoinNext implements CutCommand
{
    public function __construct(private string $chunk)
    {
    }

    public function perform(CutEditor $editor, Piece $piece, CutPlan $plan): string
    {
        return $editor->change($piece, $plan, $this->chunk, static fn (Cut $cut, int $number): Cut => $cut->joinNext($number));
    }
}
