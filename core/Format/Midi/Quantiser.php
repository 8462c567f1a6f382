<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Midi;

use CoinStair\Core\Format\MeasureDraft;
use CoinStair\Core\Format\NoteDraft;
use CoinStair\Core\Format\PartDraft;
use CoinStair\Core\Format\PieceDraft;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Meter;
use CoinStair\Core\Score\NoteValue;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Score\Tuplet;

/**
 * Rounds what was played to written values: each quarter to sixteenths or to triplets, whichever lies nearer; writes measures with ties
 * over their bars.
 */
final class Quantiser
{
    private const SIXTEENTH = 2520;
    private const TRIPLET = 3360;
    /** Letters on the line of fifths, from F. */

    /** @var array<int, bool> quarters that are written in triplets */
    private array $inTriplets = [];

    /** @param array<int, Meter> $meters by tick of the file, rising */
    public function __construct(
        private readonly PieceDraft $draft,
        private readonly int $division,
        private readonly array $meters,
        private readonly Key $key,
    ) {
    }

    /** @param non-empty-list<Track> $tracks */
    public function fill(array $tracks): void
    {
        $this->chooseGrids($tracks);
        $lines = array_map($this->line(...), $tracks);
        $end = max(array_map(static fn (array $line): int => [] === $line ? 0 : $line[\count($line) - 1]['end'], $lines));
        $borders = $this->measures($end);
        foreach ($tracks as $index => $track) {
            $part = $this->draft->part('P'.($index + 1), '' === $track->name ? self::guessedName($track) : $track->name);
            $this->write($part, $lines[$index], $borders);
        }
    }

    /** @param list<Track> $tracks */
    private function chooseGrids(array $tracks): void
    {
        $errors = [];
        foreach ($tracks as $track) {
            foreach ($track->notes as $note) {
                foreach ([$note['start'], $note['end']] as $time) {
                    $ticks = $this->ticks($time);
                    $quarter = intdiv($ticks, Ticks::PER_QUARTER);
                    // Starts tell more than ends: players let go early.
                    $weight = $time === $note['start'] ? 4 : 1;
                    $errors[$quarter][0] = ($errors[$quarter][0] ?? 0) + $weight * abs($ticks - self::round($ticks, self::SIXTEENTH));
                    $errors[$quarter][1] = ($errors[$quarter][1] ?? 0) + $weight * abs($ticks - self::round($ticks, self::TRIPLET));
                }
            }
        }
        foreach ($errors as $quarter => [$sixteenths, $triplets]) {
            $this->inTriplets[$quarter] = $triplets < $sixteenths;
        }
    }

    /**
     * One line: chords where notes begin together, else each note ends where the next begins.
     *
     * @return list<array{start: int, end: int, midi: list<int>}>
     */
    private function line(Track $track): array
    {
        $starts = [];
        foreach ($track->notes as $note) {
            $start = $this->rounded($note['start']);
            $end = max($start + ($this->isTriplet($start) ? self::TRIPLET : self::SIXTEENTH), $this->rounded($note['end']));
            $starts[$start]['end'] = max($starts[$start]['end'] ?? 0, $end);
            $starts[$start]['midi'][$note['midi']] = $note['midi'];
        }
        ksort($starts);
        $line = [];
        $froms = array_keys($starts);
        foreach ($froms as $index => $start) {
            $next = $froms[$index + 1] ?? \PHP_INT_MAX;
            $midi = array_values($starts[$start]['midi']);
            sort($midi);
            $line[] = ['start' => $start, 'end' => min($next, $starts[$start]['end']), 'midi' => $midi];
        }

        return $line;
    }

    /** @return non-empty-list<int> where measures begin, and where the last ends */
    private function measures(int $end): array
    {
        $borders = [0];
        $meter = Meter::of(4, 4);
        $changes = $this->meters;
        for ($at = 0; $at < max(1, $end);) {
            while ([] !== $changes && $this->ticks((int) array_key_first($changes)) <= $at) {
                $meter = $changes[array_key_first($changes)];
                unset($changes[array_key_first($changes)]);
            }
            $this->draft->addMeasure(new MeasureDraft($meter, $this->key));
            $borders[] = $at += $meter->ticks();
        }

        return $borders;
    }

    /**
     * @param list<array{start: int, end: int, midi: list<int>}> $line
     * @param non-empty-list<int>                                $borders
     */
    private function write(PartDraft $part, array $line, array $borders): void
    {
        $at = [0, 0];
        foreach ($line as $note) {
            $at = $this->writeUntil($part, $borders, $at, $note['start'], []);
            $at = $this->writeUntil($part, $borders, $at, $note['end'], $note['midi']);
        }
        $this->writeUntil($part, $borders, $at, $borders[\count($borders) - 1], []);
    }

    /**
     * Writes a note, or a rest for no pitches, in as many tied pieces as bars and beats ask for.
     *
     * @param non-empty-list<int> $borders
     * @param array{int, int}     $at      measure and tick at which it begins
     * @param list<int>           $midi
     *
     * @return array{int, int} measure and tick at which the next begins
     */
    private function writeUntil(PartDraft $part, array $borders, array $at, int $to, array $midi): array
    {
        [$position, $time] = $at;
        $first = true;
        while ($time < $to) {
            $length = $this->nextPiece($time, min($to, $borders[$position + 1] ?? $to));
            $note = new NoteDraft($time - $borders[$position], $length);
            if ($this->isTriplet($time) && 0 !== $length % self::SIXTEENTH) {
                $note->tuplet = Tuplet::of(3, 2);
            }
            foreach ($midi as $number) {
                $note->add($this->key->spell($number));
            }
            $note->tiedFrom = [] !== $midi && !$first;
            $time += $length;
            $note->tiedTo = [] !== $midi && $time < $to;
            $part->add($position, $note);
            $first = false;
            $position += $time >= ($borders[$position + 1] ?? \PHP_INT_MAX) ? 1 : 0;
        }

        return [$position, $time];
    }

    /** The longest length from here that one written note can have. */
    private function nextPiece(int $from, int $to): int
    {
        $quarter = intdiv($from, Ticks::PER_QUARTER);
        $border = ($quarter + 1) * Ticks::PER_QUARTER;
        if ($this->isTriplet($from) && 0 !== $from % Ticks::PER_QUARTER) {
            // A quarter of a triplet may stand across the beat.
            return self::TRIPLET * 2 === $to - $from && $this->isTriplet($border) ? $to - $from : min($to, $border) - $from;
        }
        if ($to < $border) {
            return $to - $from;
        }
        // Whole quarters, as far as the end stands in no triplet.
        $to = $this->isTriplet($to) ? intdiv($to, Ticks::PER_QUARTER) * Ticks::PER_QUARTER : $to;

        return NoteValue::split($to - $from)[0] ?? $to - $from;
    }

    private function isTriplet(int $ticks): bool
    {
        return $this->inTriplets[intdiv($ticks, Ticks::PER_QUARTER)] ?? false;
    }

    private function rounded(int $time): int
    {
        $ticks = $this->ticks($time);

        return self::round($ticks, $this->isTriplet($ticks) ? self::TRIPLET : self::SIXTEENTH);
    }

    private function ticks(int $time): int
    {
        return (int) round(($time * Ticks::PER_QUARTER) / $this->division);
    }

    private static function round(int $ticks, int $grid): int
    {
        return (int) round($ticks / $grid) * $grid;
    }

    private static function guessedName(Track $track): string
    {
        $lowest = min([127, ...array_column($track->notes, 'midi')]);

        return match (true) {
            $lowest >= 55 => Instrument::Violin->name,
            $lowest >= 48 => Instrument::Viola->name,
            $lowest >= 36 => Instrument::Cello->name,
            default => Instrument::Bass->name,
        };
    }
}
