<?php

declare(strict_types=1);

namespace App\Library\Hands;

use App\Shared\Entity\Piece;
use CoinStair\Core\Hands\NoteHands;
use CoinStair\Core\Score\Notice;

/**
 * The card of one note: its hands with their reasons, and what a teacher sets against them.
 *
 * @phpstan-import-type OverrideRow from WholePiecePage
 */
final readonly class HandNotePage
{
    /** Shares of the bow that can be set. */
    public const AMOUNTS = ['0.25', '0.5', '0.75', '1'];

    /**
     * @param string            $measure   its number
     * @param string            $way       of its stroke on the bow, in words
     * @param string            $inside    where on the bow it begins inside its stroke, in words
     * @param list<OverrideRow> $overrides that hold for it
     * @param Notice|string     $problem   with the last change; empty for none
     */
    public function __construct(
        public Piece $piece,
        public HandsQuery $query,
        public NoteHands $hand,
        public string $measure,
        public string $way,
        public string $inside,
        public array $overrides,
        public Notice|string $problem,
    ) {
    }

    /** @return list<string> */
    public function amounts(): array
    {
        return self::AMOUNTS;
    }
}
