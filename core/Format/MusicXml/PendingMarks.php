<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Format\NoteDraft;
use CoinStair\Core\Score\Dynamic;
use CoinStair\Core\Score\Hairpin;
use CoinStair\Core\Score\PlayingWord;

/** Signs over the staff that wait for the next note. */
final class PendingMarks
{
    public ?Dynamic $dynamic = null;
    public Hairpin $hairpin = Hairpin::None;
    /** @var list<PlayingWord> */
    public array $words = [];

    public function give(NoteDraft $note): void
    {
        $note->dynamic ??= $this->dynamic;
        $note->hairpin = Hairpin::None === $note->hairpin ? $this->hairpin : $note->hairpin;
        $note->words = [...$this->words, ...$note->words];
    }
}
