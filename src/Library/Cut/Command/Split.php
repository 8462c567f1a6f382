<?php

declare(strict_types=1);

namespace App\Library\Cut\Command;

use App\Library\Cut\CutEditor;
use App\Shared\Entity\Piece;
use CoinStair\Core\Chunk\Cut;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Sequence\CutPlan;

/** Makes two chunks of one. */
final readonly class Split implements CutCommand
{
    public function __construct(private string $chunk, private ?Place $at)
    {
    }

    public function perform(CutEditor $editor, Piece $piece, CutPlan $plan): string
    {
        $at = $this->at;

        return $editor->change($piece, $plan, $this->chunk, static fn (Cut $cut, int $number): Cut => $cut->split($number, $at));
    }
}
