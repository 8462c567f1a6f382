<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Difficulty\Difficulty;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;

/** Which instruments decide what is comfortable, for want of a teacher's choice. */
final class Counting
{
    /** An instrument with a derived part that holds the others to less than this share of what they can do does not count. */
    private const HELD_BACK_TO = 0.5;

    /**
     * Those of the class, but for one whose part was only derived from the tune and that alone would hold the others back.
     *
     * @param non-empty-list<Instrument> $instruments of the class
     * @param int                        $goal        beats a minute
     *
     * @return non-empty-list<Instrument>
     */
    public static function of(Piece $piece, Difficulty $difficulty, array $instruments, int $goal): array
    {
        $whole = Chunk::whole($piece);
        $written = array_map(static fn (Part $part): Instrument => $part->instrument, $piece->parts);
        $tempos = array_map(
            static fn (Instrument $instrument): float => min($goal, $difficulty->hardest($whole, [$instrument])?->tempo() ?? \INF),
            $instruments,
        );
        $counting = [];
        foreach ($instruments as $index => $instrument) {
            if (\in_array($instrument, $written, true) || $tempos[$index] >= self::HELD_BACK_TO * max($tempos)) {
                $counting[] = $instrument;
            }
        }

        return [] === $counting ? $instruments : $counting;
    }
}
