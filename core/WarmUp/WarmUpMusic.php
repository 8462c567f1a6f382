<?php

declare(strict_types=1);

namespace CoinStair\Core\WarmUp;

use CoinStair\Core\Hands\OpenStringTune;
use CoinStair\Core\LeftHand\FirstPosition;
use CoinStair\Core\LeftHand\OpenString;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Lesson\WarmUpKind;
use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Marks;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\Meter;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\PlayingWord;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Score\Tuplet;

/** Writes a warm-up out as a small piece: a part for each instrument, on the strings and in the octave that it has (handbook 6). */
final readonly class WarmUpMusic
{
    private const FULL = 4;
    /** Steps of the broken chord over a key note. */
    private const CHORD = [0, 2, 4, 7, 4, 2, 0];
    private const OCTAVE = 7;
    private const FIFTH = 4;
    /** Octaves in which a note is looked for, the written one first. */
    private const OCTAVES = [0, -1, -2, 1];

    /** @param array<string, list<string>> $strings letters of those that each instrument uses in the piece, the most used first */
    private function __construct(private Piece $from, private WarmUp $warmUp, private array $strings)
    {
    }

    /**
     * @param Piece                       $from        the piece from which it is made
     * @param list<Instrument>            $instruments of the class
     * @param array<string, list<string>> $strings     letters of those that each instrument uses in the piece, the most used first
     */
    public static function write(Piece $from, WarmUp $warmUp, array $instruments, array $strings = []): Piece
    {
        $self = new self($from, $warmUp, $strings);
        if (WarmUpKind::Stroke === $warmUp->kind) {
            return $self->stroke($instruments);
        }
        $parts = $measures = [];
        $lines = array_map($self->line(...), $instruments);
        $longest = max([1, ...array_map(static fn (array $line): int => \count(self::bars($line)), $lines)]);
        foreach ($instruments as $index => $instrument) {
            $parts[] = self::part('W'.($index + 1), $instrument, self::bars($lines[$index]), $longest);
        }
        for ($position = 0; $position < $longest; ++$position) {
            $measures[] = new Measure(
                $position,
                (string) ($position + 1),
                Meter::of(self::FULL, 4),
                $self->key(),
                self::FULL * Ticks::PER_QUARTER,
                end: $position + 1 === $longest ? BarStyle::Final : BarStyle::Regular,
            );
        }

        return new Piece($from->title, '', $measures, $parts, null, Ticks::PER_QUARTER);
    }

    /**
     * What one instrument plays, one after the other: pitch and quarter notes, plucked or not.
     *
     * @return non-empty-list<array{Pitch, float, bool}>
     */
    private function line(Instrument $instrument): array
    {
        return match ($this->warmUp->kind) {
            WarmUpKind::OpenStrings => $this->openStrings($instrument),
            WarmUpKind::Hand => $this->hand($instrument),
            WarmUpKind::Scale => $this->scale($instrument),
            WarmUpKind::FirstNote => $this->firstNote($instrument),
            WarmUpKind::NewPlace, WarmUpKind::Check => $this->place($instrument),
            WarmUpKind::Stroke => throw new \LogicException('A stroke is copied as it is written.'),
        };
    }

    /** @return non-empty-list<array{Pitch, float, bool}> */
    private function openStrings(Instrument $instrument): array
    {
        [$low, $high] = $this->pair($instrument);
        $line = [];
        foreach ([2.0, 1.0, 0.5] as $length) {
            for ($beats = 0.0; $beats < self::FULL; $beats += 2 * $length) {
                array_push($line, [$low, $length, false], [$high, $length, false]);
            }
        }

        return [...$line, [$low, 4.0, false]];
    }

    /** @return non-empty-list<array{Pitch, float, bool}> */
    private function hand(Instrument $instrument): array
    {
        $string = self::string($instrument, $this->inUse($instrument, $this->warmUp->about));
        $fingers = match ($instrument) {
            Instrument::Bass => [0, 1, 4],
            Instrument::Cello => [0, 1, 3, 4],
            default => [0, 1, 2, 3],
        };
        $pitches = array_map(fn (int $finger): Pitch => $this->finger($instrument, $string, $finger), $fingers);
        $up = \count($pitches) < self::FULL ? [...$pitches, $pitches[\count($pitches) - 1]] : $pitches;
        $line = [];
        foreach ([...$up, ...array_reverse($up)] as $pitch) {
            $line[] = [$pitch, 1.0, false];
        }

        return [...$line, [$pitches[0], 4.0, false]];
    }

    /** The finger in the key; on the cello the one that the key asks for. */
    private function finger(Instrument $instrument, OpenString $string, int $finger): Pitch
    {
        if (Instrument::Cello === $instrument && 3 === $finger) {
            $third = Pitch::fromDiatonic($string->pitch->diatonic() + 2, 0);

            return Pitch::fromDiatonic($third->diatonic(), $this->key()->alteration($third->letter));
        }

        return FirstPosition::pitch($instrument, $string, $finger, null, $this->key());
    }

    /** @return non-empty-list<array{Pitch, float, bool}> */
    private function scale(Instrument $instrument): array
    {
        $tonic = $this->tonic($instrument, self::OCTAVE);
        $steps = null === $tonic ? [...range(0, self::FIFTH), 2, 0, 2] : [...range(0, self::OCTAVE), ...self::CHORD, 0];
        $tonic ??= $this->tonic($instrument, self::FIFTH) ?? self::string($instrument, 'D')->pitch;
        $line = array_map(fn (int $step): array => [$this->step($tonic, $step), 1.0, false], $steps);
        $line[\count($line) - 1] = [$tonic, 1.0, false];

        return $line;
    }

    /** @return non-empty-list<array{Pitch, float, bool}> */
    private function firstNote(Instrument $instrument): array
    {
        $pitch = $this->reachable($instrument, $this->noteOf((int) $this->warmUp->about));
        $line = [];
        for ($beat = 0; $beat < self::FULL; ++$beat) {
            $line[] = [$pitch, 1.0, true];
        }

        return [...$line, [$pitch, 2.0, false], [$pitch, 2.0, false], [$pitch, 4.0, false]];
    }

    /**
     * A finger against open strings: the one under it, and where there is one the string that sounds the same.
     *
     * @return non-empty-list<array{Pitch, float, bool}>
     */
    private function place(Instrument $instrument): array
    {
        $pitch = $this->reachable($instrument, Pitch::parse($this->warmUp->about));
        $found = FirstPosition::find($instrument, $pitch);
        $open = null === $found ? self::string($instrument, 'D')->pitch : $found[0]->pitch;
        $check = WarmUpKind::Check === $this->warmUp->kind ? OpenStringTune::nearest($instrument, $pitch) ?? $open : $open;

        return [
            [$open, 1.0, false],
            [$pitch, 1.0, false],
            [$check, 1.0, false],
            [$pitch, 1.0, false],
            [$pitch, 2.0, false],
            [$check, 2.0, false],
        ];
    }

    /**
     * A measure of the piece as it is written, with its rests, slurs, dots and triplets, on an open string; then a long note.
     *
     * @param list<Instrument> $instruments
     */
    private function stroke(array $instruments): Piece
    {
        $position = min((int) $this->warmUp->about, \count($this->from->measures) - 1);
        $of = $this->from->measures[$position];
        $measures = [
            new Measure(0, '1', $of->meter, $this->key(), $of->length),
            new Measure(1, '2', $of->meter, $this->key(), $of->meter->ticks(), end: BarStyle::Final),
        ];
        $parts = [];
        foreach ($instruments as $index => $instrument) {
            $letter = $this->strings[$instrument->value][0] ?? 'D';
            $pitch = self::string($instrument, $letter)->pitch;
            $id = 'W'.($index + 1);
            $copied = StrokeMusic::copy($id, $this->partOf($instrument)->events($position), $pitch);
            $long = self::note($id.'-m1-v1-0', 0, $of->meter->ticks(), [$pitch], Marks::none());
            $parts[] = new Part($id, '', $instrument, $instrument->clef(), [$copied, [$long]]);
        }

        return new Piece($this->from->title, '', $measures, $parts, null, $this->from->beatTicks);
    }

    private function partOf(Instrument $instrument): Part
    {
        return array_find($this->from->parts, static fn (Part $part): bool => $part->instrument === $instrument) ?? $this->from->parts[0];
    }

    /** A string of that letter, if the instrument uses it in the piece; else the one that it uses most. */
    private function inUse(Instrument $instrument, string $letter): string
    {
        $used = $this->strings[$instrument->value] ?? [];

        return [] === $used || \in_array($letter, $used, true) ? $letter : $used[0];
    }

    /**
     * Two open strings beside each other that the instrument uses in the piece.
     *
     * @return array{Pitch, Pitch} the lower first
     */
    private function pair(Instrument $instrument): array
    {
        $used = $this->strings[$instrument->value] ?? [];
        $asked = str_split($this->warmUp->about);
        if ([] !== array_diff($asked, $used) && \count($used) > 1) {
            $asked = [$used[0], $used[1]];
        }
        $low = self::string($instrument, $this->inUse($instrument, $asked[0]))->pitch;
        $high = self::string($instrument, $asked[1] ?? $asked[0])->pitch;
        $high = $low->equals($high) ? self::neighbour($instrument, $low) : $high;

        return $low->midi() <= $high->midi() || [] === $used ? [$low, $high] : [$high, $low];
    }

    /** The first note of a measure, in whatever part has one. */
    private function noteOf(int $position): Pitch
    {
        foreach ($this->from->parts as $part) {
            foreach ($part->events($position) as $event) {
                if (!$event->isRest() && !$event->isGrace()) {
                    return $event->pitches[0];
                }
            }
        }

        return Pitch::parse('D4');
    }

    /** The same letter in an octave in which the instrument has it in first position; else its nearest open string. */
    private function reachable(Instrument $instrument, Pitch $pitch): Pitch
    {
        foreach (self::OCTAVES as $octaves) {
            $moved = $pitch->octavesUp($octaves);
            if (null !== FirstPosition::find($instrument, $moved)) {
                return $moved;
            }
        }

        return OpenStringTune::nearest($instrument, $pitch) ?? self::string($instrument, 'D')->pitch;
    }

    /** The lowest key note over which so many steps lie in first position; none if there is none. */
    private function tonic(Instrument $instrument, int $steps): ?Pitch
    {
        $letter = $this->key()->tonic()[0];
        for ($octave = 1; $octave <= 5; ++$octave) {
            $tonic = Pitch::of($letter, $this->key()->alteration($letter), $octave);
            $missing = array_filter(
                range(0, $steps),
                fn (int $step): bool => null === FirstPosition::find($instrument, $this->step($tonic, $step)),
            );
            if ([] === $missing) {
                return $tonic;
            }
        }

        return null;
    }

    private function step(Pitch $tonic, int $step): Pitch
    {
        $pitch = Pitch::fromDiatonic($tonic->diatonic() + $step, 0);

        return Pitch::of($pitch->letter, $this->key()->alteration($pitch->letter), $pitch->octave);
    }

    private function key(): Key
    {
        return $this->from->measures[0]->key;
    }

    /** The string of that letter, or the nearest that the instrument has. */
    private static function string(Instrument $instrument, string $letter): OpenString
    {
        $strings = OpenString::allOf($instrument);

        // Without the letter: the highest for an E, the lowest for a C.
        return OpenString::named($instrument, $letter) ?? ('E' === $letter ? $strings[0] : $strings[\count($strings) - 1]);
    }

    private static function neighbour(Instrument $instrument, Pitch $low): Pitch
    {
        $strings = OpenString::allOf($instrument);
        foreach ($strings as $index => $string) {
            if ($string->pitch->equals($low)) {
                return ($strings[$index - 1] ?? $strings[$index + 1] ?? $string)->pitch;
            }
        }

        return $low;
    }

    /**
     * A line cut into measures of four quarters.
     *
     * @param non-empty-list<array{Pitch, float, bool}> $line
     *
     * @return non-empty-list<non-empty-list<array{Pitch, float, bool}>>
     */
    private static function bars(array $line): array
    {
        $bars = [[]];
        $full = 0.0;
        foreach ($line as $note) {
            if ($full >= self::FULL) {
                $bars[] = [];
                $full = 0.0;
            }
            $bars[\count($bars) - 1][] = $note;
            $full += $note[1];
        }

        /** @var non-empty-list<non-empty-list<array{Pitch, float, bool}>> $bars */
        return $bars;
    }

    /** @param list<list<array{Pitch, float, bool}>> $bars */
    private static function part(string $id, Instrument $instrument, array $bars, int $longest): Part
    {
        $measures = [];
        $plucked = false;
        for ($position = 0; $position < $longest; ++$position) {
            $events = [];
            $at = 0;
            foreach ($bars[$position] ?? [] as $index => [$pitch, $quarters, $pluck]) {
                $length = (int) round($quarters * Ticks::PER_QUARTER);
                $words = $pluck === $plucked ? [] : [$pluck ? PlayingWord::Pluck : PlayingWord::Bow];
                $plucked = $pluck;
                $events[] = self::note(\sprintf('%s-m%d-v1-%d', $id, $position, $index), $at, $length, [$pitch], Marks::of(words: $words));
                $at += $length;
            }
            if ($at < self::FULL * Ticks::PER_QUARTER) {
                $rest = self::FULL * Ticks::PER_QUARTER - $at;
                $events[] = self::note(\sprintf('%s-m%d-v1-%d', $id, $position, \count($events)), $at, $rest, [], Marks::none());
            }
            $measures[] = $events;
        }

        return new Part($id, '', $instrument, $instrument->clef(), $measures);
    }

    /** @param list<Pitch> $pitches */
    private static function note(string $id, int $start, int $length, array $pitches, Marks $marks): Event
    {
        return new Event($id, 1, $start, $length, $pitches, Tuplet::none(), false, false, 0, 0, $marks);
    }
}
