<?php

declare(strict_types=1);

namespace App\Library\Cut;

use App\Shared\Entity\Piece;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;

/** The part of the piece page on which its cut is worked on. */
final readonly class Workspace
{
    /**
     * @param list<Instrument> $left    instruments of the class that do not count
     * @param int              $undo    id of the change that would be taken back; 0 for none
     * @param int              $redo    id of the change that would be done again; 0 for none
     * @param int              $aside   chunks that are left out since their measures are no longer there
     * @param Notice|string    $problem with the last change; empty if there was none
     * @param string           $touched edges of the chunk that was changed last; empty for none
     */
    public function __construct(
        public Piece $piece,
        public CutQuery $query,
        public ShownCut $shown,
        public array $left,
        public int $undo,
        public int $redo,
        public int $aside,
        public Notice|string $problem,
        public string $touched,
    ) {
    }
}
