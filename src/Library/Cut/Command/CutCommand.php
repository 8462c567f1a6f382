<?php

declare(strict_types=1);

namespace App\Library\Cut\Command;

use App\Library\Cut\CutEditor;
use App\Shared\Entity\Piece;
use CoinStair\Core\Sequence\CutPlan;

/** One thing that a teacher does to a cut. */
interface CutCommand
{
    /**
     * @return string edges of the chunk that was touched; empty for none
     *
     * @throws \CoinStair\Core\Score\Refusal if it cannot be done
     */
    public function perform(CutEditor $editor, Piece $piece, CutPlan $plan): string;
}
