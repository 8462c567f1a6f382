<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

/** The measures of a chunk as reading counts them: each class of equal ones once (handbook 5 and 6). */
final readonly class MeasuresOfChunk
{
    /**
     * @param array<int, int>                     $counts   measures that sound, by class
     * @param array<int, float>                   $shares   of a measure that the chunk holds, by class: 1 from half of it on
     * @param array<int, float>                   $loads    of new notes against the wish of the year, by class
     * @param array<string, array{int, int, int}> $seams    two neighbors of which it holds half and more: their classes, and the
     *                                                      position of the first, by name
     * @param int                                 $sounding measures that sound
     * @param list<int>                           $held     classes of which it holds half and more
     */
    public function __construct(
        public array $counts,
        public array $shares,
        public array $loads,
        public array $seams,
        public int $sounding,
        public array $held,
    ) {
    }
}
