<?php

declare(strict_types=1);

namespace App\Library\Cut\Command;

use App\Library\Cut\CutEditor;
use App\Shared\Entity\Piece;
use CoinStair\Core\Chunk\Cut;
use CoinStair\Core\Sequence\CutPlan;

/** Moves the start or the end of a chunk by beats, and with it whatever shares that border. */
final readonly class MoveEdge implements CutCommand
{
    public function __construct(private string $chunk, private bool $start, private int $beats)
    {
    }

    public function perform(CutEditor $editor, Piece $piece, CutPlan $plan): string
    {
        $ticks = $this->beats * $piece->score()->beatTicks;
        $move = $this->start
            ? static fn (Cut $cut, int $number): Cut => $cut->moveStart($number, $piece->score()->move($cut->chunks[$number]->from, $ticks))
            : static fn (Cut $cut, int $number): Cut => $cut->moveEnd($number, $piece->score()->move($cut->chunks[$number]->to, $ticks));

        return $editor->change($piece, $plan, $this->chunk, $move, true);
    }
}
