<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Shared\Entity\Piece;
use App\Shared\Entity\RhythmPattern;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;

/** The page on which a score is set up: its numbers, parts and strings. */
final readonly class ScorePage
{
    /** @var list<Notice> what is to be said of its numbers */
    public array $notices;

    /** @param list<RhythmPattern> $patterns */
    public function __construct(public Piece $piece, public array $patterns)
    {
        $this->notices = MeasureNumbers::of($piece->score())->notices();
    }
}
