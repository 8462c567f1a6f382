<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

use CoinStair\Core\Format\NoteDraft;
use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Dynamic;
use CoinStair\Core\Score\Hairpin;
use CoinStair\Core\Score\PlayingWord;

/** Marks of an ABC text that wait for the note behind them. */
final class PendingMarks
{
    /** @var list<Articulation> */
    public array $articulations = [];
    public BowMark $bow = BowMark::None;
    public bool $lift = false;
    public ?int $finger = null;
    public ?string $string = null;
    public ?Dynamic $dynamic = null;
    public Hairpin $hairpin = Hairpin::None;
    public bool $hairpinStop = false;
    /** @var list<PlayingWord> */
    public array $words = [];

    public function give(NoteDraft $note): void
    {
        $note->articulations = $this->articulations;
        $note->bow = $this->bow;
        $note->lift = $this->lift;
        $note->dynamic = $this->dynamic;
        $note->hairpin = $this->hairpin;
        $note->hairpinStop = $this->hairpinStop;
        $note->words = $this->words;
    }

    /** @return array{int|null, string|null} finger and string, for the next pitch */
    public function takeHand(): array
    {
        $hand = [$this->finger, $this->string];
        $this->finger = $this->string = null;

        return $hand;
    }
}
