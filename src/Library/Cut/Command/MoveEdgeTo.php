<?php

declare(strict_types=1);

namespace App\Library\Cut\Command;

use App\Library\Cut\CutEditor;
use App\Shared\Entity\Piece;
use CoinStair\Core\Chunk\Cut;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Sequence\CutPlan;

/** Moves the start or the end of a chunk to a place, and with it whatever shares that border. */
final readonly class MoveEdgeTo implements CutCommand
{
    public function __construct(private string $chunk, private bool $start, private Place $to)
    {
    }

    public function perform(CutEditor $editor, Piece $piece, CutPlan $plan): string
    {
        $to = $this->to;
        $move = $this->start
            ? static fn (Cut $cut, int $number): Cut => $cut->moveStart($number, $to)
            : static fn (Cut $cut, int $number): Cut => $cut->moveEnd($number, $to);

        return $editor->change($piece, $plan, $this->chunk, $move, true);
    }
}
