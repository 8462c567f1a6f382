<?php

declare(strict_types=1);

namespace App\Library;

use App\Shared\Entity\Piece;
use App\Shared\Record\ChunkList;
use App\Shared\Web\MusicExtension;

/** What the piece page's map and chunk list show. */
final readonly class PieceWorkspace
{
    public function __construct(private ChunkList $chunks, private MusicExtension $music)
    {
    }

    /** @return array<string, mixed> */
    public function of(Piece $piece): array
    {
        $chunks = $this->chunks->of($piece);
        $labels = [];
        foreach ($chunks as $chunk) {
            $labels[(int) $chunk->getId()] = $this->music->span($piece->score(), $chunk->span());
        }

        return ['piece' => $piece, 'chunks' => $chunks, 'labels' => $labels, 'map' => MeasureMap::of($piece->score(), $chunks, $labels)];
    }
}
