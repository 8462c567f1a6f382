<?php

declare(strict_types=1);

namespace App\Library\Entry;

use App\Shared\Entity\Piece;
use CoinStair\Core\Format\QuickEntry\Entry;
use CoinStair\Core\Format\QuickEntry\Reader;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece as Score;

/** The page on which the notes of a few measures are corrected. */
final readonly class LinePage
{
    private function __construct(
        public Piece $piece,
        public Part $part,
        public int $from,
        public int $to,
        public Entry $entry,
        public string $measures,
        public EntryPreview $preview,
        public Notice|string $said,
    ) {
    }

    /**
     * @param int           $from position of the first measure
     * @param int           $to   position after the last
     * @param Notice|string $said why what was typed is not kept
     */
    public static function of(Piece $piece, Part $part, int $from, int $to, Entry $entry, Notice|string $said = ''): self
    {
        $numbers = MeasureNumbers::of($piece->score());

        return new self(
            $piece,
            $part,
            $from,
            $to,
            $entry,
            $from + 1 === $to ? $numbers->at($from) : $numbers->at($from).'–'.$numbers->at($to - 1),
            EntryPreview::of(Reader::read($entry), $entry->text, self::numbersFrom($piece->score(), $from)),
            $said,
        );
    }

    /** @return list<string> measure numbers from a position on */
    public static function numbersFrom(Score $score, int $from): array
    {
        return \array_slice(MeasureNumbers::of($score)->all(), $from);
    }
}
