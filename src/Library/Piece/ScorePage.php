<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Shared\Entity\Piece;
use App\Shared\Entity\RhythmPattern;
use CoinStair\Core\Format\QuickEntry\WordsUnderNotes;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Part;

/** The page on which a score is set up: its numbers, parts and strings. */
final readonly class ScorePage
{
    /** @var list<Notice> what is to be said of its numbers */
    public array $notices;

    /** Under which the words stand. */
    public Part $part;
    /** Own words under its notes, as they are typed. */
    public string $words;

    /**
     * @param list<RhythmPattern> $patterns
     * @param string              $part     id of the part whose words are shown; the first one if it is none
     */
    public function __construct(public Piece $piece, public array $patterns, string $part = '')
    {
        $score = $piece->score();
        $this->notices = MeasureNumbers::of($score)->notices();
        $this->part = $score->part($part) ?? $score->parts[0];
        $this->words = WordsUnderNotes::text($score, $this->part);
    }
}
