<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;

/** The ordered measure visits of one reading. */
final readonly class PlayOrder
{
    /**
     * @param list<Visit>  $visits
     * @param list<Notice> $notices
     */
    public function __construct(public array $visits, public array $notices)
    {
    }

    /** @return list<int> */
    public function positions(): array
    {
        return array_map(static fn (Visit $visit): int => $visit->position, $this->visits);
    }

    public function ticks(Piece $piece): int
    {
        $ticks = 0;
        foreach ($this->visits as $visit) {
            $ticks += $piece->measures[$visit->position]->length;
        }

        return $ticks;
    }

    /** Minutes at so many beats a minute. */
    public function minutes(Piece $piece, int $tempo): float
    {
        return $this->ticks($piece) / $piece->beatTicks / $tempo;
    }
}
