<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

use CoinStair\Core\Form\Texture;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Score\Piece;

/**
 * What an analysed piece asks of one instrument, in the words of the building blocks: for each kind of fact the distinct ones with their
 * places. Made once for a piece, an instrument and policies; rules only look up in it (handbook 7).
 */
final readonly class Facts
{
    /** @param array<string, array<array-key, list<int>>> $facts ranks of places, rising, by block and by the fact's values with bars */
    private function __construct(private array $facts)
    {
    }

    /**
     * @param Piece           $piece   with all parts that sound together
     * @param list<BothHands> $hands   of each part of one instrument
     * @param list<Texture>   $texture of the piece
     */
    public static function of(Piece $piece, array $hands, array $texture): self
    {
        $facts = new FactsDraft();
        foreach ($hands as $of) {
            FactsOfHands::find($of, $facts);
            FactsOfPart::find($piece, $texture, $of, $facts);
        }

        return new self($facts->inOrder());
    }

    /** @return array<array-key, list<int>> ranks of places, rising, by the fact's values in the order of the block's parameters */
    public function ofKind(Block $block): array
    {
        return $this->facts[$block->value] ?? [];
    }
}
