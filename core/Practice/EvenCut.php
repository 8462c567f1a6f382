<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Form\MeasureNumbers;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * Cuts a piece every so many measures; an upbeat belongs to what follows (handbook 5).
 */
final class EvenCut
{
    /**
     * @return non-empty-list<Chunk> one after the other over the whole piece; all but the last land
     */
    public static function of(Piece $piece, int $measures = 4): array
    {
        $borders = self::borders($piece, $measures);
        $chunks = [];
        foreach ($borders as $index => $from) {
            $to = $borders[$index + 1] ?? \count($piece->measures);
            $chunks[] = Chunk::of($piece, ChunkKind::ofSize($to - $from), Place::of($from), Place::of($to), isset($borders[$index + 1]));
        }

        return $chunks;
    }

    /** @return non-empty-list<int> positions at which a chunk begins */
    private static function borders(Piece $piece, int $measures): array
    {
        $numbers = MeasureNumbers::of($piece)->all();
        $borders = [0];
        $counted = 0;
        foreach ($numbers as $position => $number) {
            $startsMeasure = '0' !== $number && $number !== ($numbers[$position - 1] ?? null);
            if ($startsMeasure && $counted === $measures) {
                $borders[] = $position;
                $counted = 0;
            }
            $counted += $startsMeasure ? 1 : 0;
        }
        if (1 === $counted && \count($borders) > 1) {
            array_pop($borders);
        }

        return $borders;
    }
}
