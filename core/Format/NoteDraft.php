<?php

declare(strict_types=1);

namespace CoinStair\Core\Format;

use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Tuplet;

/** A note, chord or rest while a reader fills it. */
final class NoteDraft
{
    /** @var list<Pitch> */
    public array $pitches = [];
    public Tuplet $tuplet;
    public bool $tiedFrom = false;
    public bool $tiedTo = false;
    public int $slurStarts = 0;
    public int $slurStops = 0;
    /** @var list<Articulation> */
    public array $articulations = [];
    public BowMark $bow = BowMark::None;
    public ?int $finger = null;
    /** a rest that fills its measure, however long that is */
    public bool $wholeMeasure = false;

    public function __construct(public int $start, public int $length, public int $voice = 1)
    {
        $this->tuplet = Tuplet::none();
    }

    public function event(string $id): Event
    {
        $pitches = $this->pitches;
        usort($pitches, static fn (Pitch $a, Pitch $b): int => $a->midi() <=> $b->midi());

        return new Event($id, $this->voice, $this->start, $this->length, $pitches, $this->tuplet, $this->tiedFrom, $this->tiedTo, $this->slurStarts, $this->slurStops, $this->articulations, $this->bow, $this->finger);
    }
}
