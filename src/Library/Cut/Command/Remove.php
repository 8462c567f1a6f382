<?php

declare(strict_types=1);

namespace App\Library\Cut\Command;

use App\Library\Cut\CutEditor;
use App\Shared\Entity\Piece;
use CoinStair\Core\Chunk\Cut;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Sequence\CutPlan;

/** Takes a chunk out of the cut; what it held is proposed again. */
final readonly class Remove implements CutCommand
{
    public function __construct(private string $chunk)
    {
    }

    public function perform(CutEditor $editor, Piece $piece, CutPlan $plan): string
    {
        return $editor->change($piece, $plan, $this->chunk, static function (Cut $cut, int $number) use ($plan): Cut {
            if ($number <= 0 || !isset($plan->own[$number])) {
                throw Refusal::because('A proposed chunk goes when it is joined with another or its edges are moved.');
            }

            return $cut->without($number);
        });
    }
}
