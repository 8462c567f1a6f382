<?php

declare(strict_types=1);

namespace App\Library\Cut\Command;

use App\Library\Cut\CutEditor;
use App\Shared\Entity\Piece;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Sequence\CutPlan;

/** Makes a chunk between two places. */
final readonly class MakeChunk implements CutCommand
{
    public function __construct(private Place $from, private Place $to, private ?ChunkKind $kind = null)
    {
    }

    public function perform(CutEditor $editor, Piece $piece, CutPlan $plan): string
    {
        return $editor->make($piece, $plan, $this->from, $this->to, $this->kind);
    }
}
