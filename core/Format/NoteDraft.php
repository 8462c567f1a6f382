<?php

declare(strict_types=1);

namespace CoinStair\Core\Format;

use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Dynamic;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Hairpin;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Marks;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\PlayingWord;
use CoinStair\Core\Score\Syllable;
use CoinStair\Core\Score\Tuplet;

/** A note, chord or rest while a reader fills it. */
final class NoteDraft
{
    /** @var list<array{Pitch, int|null, string|null}> pitch, printed finger, printed string */
    private array $tones = [];
    public Tuplet $tuplet;
    public bool $tiedFrom = false;
    public bool $tiedTo = false;
    public int $slurStarts = 0;
    public int $slurStops = 0;
    /** @var list<Articulation> */
    public array $articulations = [];
    public BowMark $bow = BowMark::None;
    public bool $lift = false;
    public ?Dynamic $dynamic = null;
    public Hairpin $hairpin = Hairpin::None;
    public bool $hairpinStop = false;
    /** @var list<PlayingWord> */
    public array $words = [];
    /** @var array<int, Syllable> by verse */
    public array $lyrics = [];
    /** a rest that fills its measure, however long that is */
    public bool $wholeMeasure = false;

    public function __construct(public int $start, public int $length, public int $voice = 1)
    {
        $this->tuplet = Tuplet::none();
    }

    public function add(Pitch $pitch, ?int $finger = null, ?string $string = null): void
    {
        $this->tones[] = [$pitch, $finger, $string];
    }

    public function isRest(): bool
    {
        return [] === $this->tones;
    }

    public function isGrace(): bool
    {
        return 0 === $this->length && !$this->wholeMeasure;
    }

    /** @return list<Pitch> in the order in which they were read */
    public function pitches(): array
    {
        return array_column($this->tones, 0);
    }

    /** Strings that were read as numbers, I the highest, become letters. */
    public function nameStrings(Instrument $instrument): void
    {
        foreach ($this->tones as $index => [$pitch, $finger, $string]) {
            if (null !== $string && ctype_digit($string)) {
                $this->tones[$index] = [$pitch, $finger, $instrument->openStrings()[(int) $string - 1] ?? null];
            }
        }
    }

    public function event(string $id): Event
    {
        $tones = $this->tones;
        if (\count($tones) > 1) {
            usort($tones, static fn (array $a, array $b): int => [$a[0]->midi(), $a[0]->diatonic()] <=> [$b[0]->midi(), $b[0]->diatonic()]);
        }

        return new Event(
            $id,
            $this->voice,
            $this->start,
            $this->length,
            array_column($tones, 0),
            $this->tuplet,
            $this->tiedFrom,
            $this->tiedTo,
            $this->slurStarts,
            $this->slurStops,
            $this->marks($tones),
        );
    }

    /** @param list<array{Pitch, int|null, string|null}> $tones */
    private function marks(array $tones): Marks
    {
        $hand = [] !== $tones && (null !== $tones[0][1] || null !== $tones[0][2] || \count($tones) > 1);
        // Most notes have no marks; they share one object.
        if (
            !$hand
            && [] === $this->articulations
            && BowMark::None === $this->bow
            && !$this->lift
            && null === $this->dynamic
            && Hairpin::None === $this->hairpin
            && !$this->hairpinStop
            && [] === $this->words
            && [] === $this->lyrics
        ) {
            return Marks::none();
        }

        return Marks::of(
            $this->articulations,
            $this->bow,
            $this->lift,
            array_filter(array_column($tones, 1), static fn (?int $finger): bool => null !== $finger),
            array_filter(array_column($tones, 2), static fn (?string $string): bool => null !== $string),
            $this->dynamic,
            $this->hairpin,
            $this->hairpinStop,
            $this->words,
            $this->lyrics,
        );
    }
}
