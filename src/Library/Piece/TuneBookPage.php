<?php

declare(strict_types=1);

namespace App\Library\Piece;

use CoinStair\Core\Format\Abc\TuneBook;
use CoinStair\Core\Score\Notice;

/** The tunes of a file, of which some or all become pieces of a book. */
final readonly class TuneBookPage
{
    /**
     * @param string         $text   of the file
     * @param list<int>|null $chosen positions of the tunes that are chosen; all of them if none are named
     */
    public function __construct(
        public TuneBook $file,
        public string $text,
        public string $book,
        private ?array $chosen = null,
        public ?Notice $problem = null,
    ) {
    }

    public function isChosen(int $position): bool
    {
        return null === $this->chosen || \in_array($position, $this->chosen, true);
    }
}
