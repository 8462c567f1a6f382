<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

use CoinStair\Core\Score\Copies;
use CoinStair\Core\Score\Instrument;

/** A line as a teacher typed it, with what stands before it. Nothing in it has to be right yet. */
final readonly class Entry
{
    use Copies;

    /**
     * @param string $unit  length of a plain token, such as "1/4"
     * @param string $key   as in ABC: "D", "Gm", "A mix"
     * @param string $tempo beats a minute, or empty
     */
    public function __construct(
        public EntryMode $mode,
        public string $text,
        public string $title = '',
        public string $composer = '',
        public string $meter = '4/4',
        public string $unit = '1/4',
        public string $key = 'D',
        public string $tempo = '',
        public Instrument $instrument = Instrument::Violin,
    ) {
    }

    /** The same with another line. */
    public function with(string $text): self
    {
        return $this->copy(text: $text);
    }
}
