<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

use CoinStair\Core\Format\NoteDraft;
use CoinStair\Core\Format\PartDraft;
use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Meter;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Tuplet;

/** Where a voice of a tune stands while it is read. */
final class VoiceState
{
    public int $position = 0;
    public int $time = 0;
    /** @var array<string, int> alterations in this measure, by letter */
    public array $accidentals = [];
    public ?NoteDraft $last = null;
    /** @var array<string, int> alteration of each tied pitch, by letter and octave */
    public array $tied = [];
    public int $slurStarts = 0;
    /** factor that a broken rhythm gives to the next note, as numerator and denominator */
    public int $brokenNumerator = 1;
    public int $brokenDenominator = 1;
    public Tuplet $tuplet;
    public int $tupletLeft = 0;
    public BowMark $bow = BowMark::None;
    public ?int $finger = null;
    public bool $endingOpen = false;
    /** @var list<Articulation> */
    public array $articulations = [];

    public function __construct(public readonly PartDraft $part, public Meter $meter, public Key $key, public int $unit)
    {
        $this->tuplet = Tuplet::none();
    }

    public function nextMeasure(): void
    {
        ++$this->position;
        $this->time = 0;
        $this->accidentals = [];
    }

    /** A tuplet counts down one note and gives its ratio. */
    public function takeTuplet(): Tuplet
    {
        if ($this->tupletLeft > 0) {
            --$this->tupletLeft;

            return $this->tuplet;
        }

        return Tuplet::none();
    }

    /** Gives the marks that wait for a note to it. */
    public function mark(NoteDraft $note): void
    {
        $note->slurStarts = $this->slurStarts;
        $note->bow = $this->bow;
        $note->finger = $this->finger;
        $note->articulations = $this->articulations;
        $this->slurStarts = 0;
        $this->bow = BowMark::None;
        $this->finger = null;
        $this->articulations = [];
    }

    /** @param list<Pitch> $pitches */
    public function tie(array $pitches): void
    {
        $this->tied = [];
        foreach ($pitches as $pitch) {
            $this->tied[$pitch->letter.$pitch->octave] = $pitch->alteration;
        }
    }
}
