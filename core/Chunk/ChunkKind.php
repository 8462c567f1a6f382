<?php

declare(strict_types=1);

namespace CoinStair\Core\Chunk;

enum ChunkKind: string
{
    case Spot = 'spot';
    case Measure = 'measure';
    case Pair = 'pair';
    case Phrase = 'phrase';
    case Section = 'section';
    case Join = 'join';
    case Whole = 'whole';

    /** The kind that a teacher's own cut of so many measures is. */
    public static function ofSize(int $measures): self
    {
        return match (true) {
            $measures <= 1 => self::Measure,
            2 === $measures => self::Pair,
            $measures <= 8 => self::Phrase,
            default => self::Section,
        };
    }
}
