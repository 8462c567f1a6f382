<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

use CoinStair\Core\Chunk\ChunkNode;

/** First phrase, second, both; third, fourth, both; all four; up the tree. */
final class Forward implements TeachingMethod
{
    public function teach(Taught $taught, array $spots, array $own): void
    {
        $climb = new Climb($taught, static function (ChunkNode $phrase) use ($taught): void {
            $taught->learn($phrase->chunk);
        });
        $climb->bySections();
    }
}
