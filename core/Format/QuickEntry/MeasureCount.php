<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

/** Beats that were counted in a measure of a typed line. */
final readonly class MeasureCount
{
    /**
     * @param string $number counted measure number
     * @param string $beats  as people read them
     * @param bool   $right  the meter asks for as many, or the measure may be short where it stands
     * @param int    $line   where it begins in what was typed, from 1
     * @param int    $column in that line, from 1
     */
    public function __construct(
        public string $number,
        public string $beats,
        public int $wanted,
        public bool $right,
        public int $line,
        public int $column,
    ) {
    }
}
