<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill;

use CoinStair\Core\Form\Texture;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Skill\Rule\Facts;

/**
 * What a piece asks of each instrument, in the words in which rules are written (handbook 7). It follows from the piece and the hands that
 * play it alone: another rule finds other skills in the same facts.
 */
final readonly class PieceFacts
{
    /** @param array<string, Facts> $byInstrument */
    private function __construct(public array $byInstrument)
    {
    }

    /**
     * @param Piece           $piece with all parts that sound together
     * @param list<BothHands> $hands of every part, of one or several instruments
     */
    public static function of(Piece $piece, array $hands): self
    {
        $byInstrument = [];
        foreach ($hands as $of) {
            $byInstrument[$of->instrument()->value][] = $of;
        }
        $texture = \count($piece->parts) > 1 ? Texture::find($piece) : [];

        return new self(array_map(static fn (array $of): Facts => Facts::of($piece, $of, $texture), $byInstrument));
    }

    /** Of a piece whose notes nobody knows. */
    public static function none(): self
    {
        return new self([]);
    }
}
