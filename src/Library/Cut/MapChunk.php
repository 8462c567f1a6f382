<?php

declare(strict_types=1);

namespace App\Library\Cut;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Difficulty\Hardest;

/** A chunk as the measure map shows it. */
final readonly class MapChunk
{
    public string $edges;

    /**
     * @param string $label    its measures, for people
     * @param bool   $proposed nobody changed it yet
     */
    public function __construct(public Chunk $chunk, public string $label, public bool $proposed, public ?Hardest $hardest = null)
    {
        $this->edges = $chunk->edges();
    }
}
