<?php

declare(strict_types=1);

namespace App\Library\Cut\Command;

use App\Library\Cut\CutEditor;
use App\Shared\Entity\Piece;
use CoinStair\Core\Sequence\CutPlan;

/** Takes back the last change, or does again what was taken back. */
final readonly class Turn implements CutCommand
{
    public function __construct(private bool $again, private int $seen)
    {
    }

    public function perform(CutEditor $editor, Piece $piece, CutPlan $plan): string
    {
        $editor->turn($piece, $this->again, $this->seen);

        return '';
    }
}
