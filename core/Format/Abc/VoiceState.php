<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

use CoinStair\Core\Format\NoteDraft;
use CoinStair\Core\Format\PartDraft;
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
    public PendingMarks $pending;
    /** voice inside the measure: 0, or how many & stand before in it */
    public int $overlay = 0;
    /** @var array<int, array{NoteDraft|null, array<string, int>}> last note and ties of each voice inside the measure */
    private array $kept = [];
    /** @var array<string, int> alterations in semitones that the key line adds, by letter */
    public array $keyExtras = [];
    /** octaves by which the notes sound above what is written */
    public int $octaveShift = 0;
    /** @var list<array{NoteDraft, int}> notes of the latest music line, to which words are aligned, with their measure position */
    public array $lineNotes = [];
    /** verses that the latest music line has so far */
    public int $verses = 0;
    public bool $endingOpen = false;

    public function __construct(public readonly PartDraft $part, public Meter $meter, public Key $key, public int $unit)
    {
        $this->tuplet = Tuplet::none();
        $this->pending = new PendingMarks();
    }

    public function nextMeasure(): void
    {
        ++$this->position;
        $this->time = 0;
        $this->turnTo(0);
        $this->accidentals = [];
    }

    /** Goes to another voice inside the measure; each has a last note and ties of its own. */
    public function turnTo(int $overlay): void
    {
        $this->kept[$this->overlay] = [$this->last, $this->tied];
        [$this->last, $this->tied] = $this->kept[$overlay] ?? [null, []];
        $this->overlay = $overlay;
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
        $this->slurStarts = 0;
        $this->pending->give($note);
        $this->pending = new PendingMarks();
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
