<?php

declare(strict_types=1);

namespace App\Lesson\Sheet;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandLayers;
use CoinStair\Core\Hands\HandsOnScore;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;

/** The whole part of one instrument with all its hands on it, made once: every chunk of a lesson is cut out of it. */
final readonly class PlayerSheet
{
    /**
     * @param Piece               $together the marked part first, and the others
     * @param array<string, true> $fresh    ids of the notes that are shown where only what is new is shown
     */
    private function __construct(public BothHands $hands, public Part $marked, public Piece $together, private array $fresh)
    {
    }

    /** @param Piece $piece with all its parts, as it is played */
    public static function of(Piece $piece, BothHands $hands): self
    {
        $marked = HandsOnScore::marked($hands, HandLayers::everything())->parts[0];
        // All parts together tell where a chunk lands; one that is derived from the line lands where the line does.
        $together =
            1 === \count($piece->parts)
                ? $hands->piece->withParts([$marked])
                : $piece->withParts([$marked, ...array_filter($piece->parts, static fn (Part $part): bool => $part->id !== $marked->id)]);

        return new self($hands, $marked, $together, array_fill_keys($hands->freshNotes(), true));
    }

    /**
     * @param string $xml notation of a chunk of it
     *
     * @return list<string> ids of its notes that are new to the class
     */
    public function freshIn(string $xml): array
    {
        preg_match_all('/ id="([^"]+)"/', $xml, $found);

        return array_values(array_unique(array_filter($found[1], fn (string $id): bool => isset($this->fresh[$id]))));
    }
}
