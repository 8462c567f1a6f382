<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\LeftHand\FirstPosition;
use CoinStair\Core\LeftHand\OpenString;
use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;

/**
 * Derives the parts of the four instruments from one line (handbook 2): viola as violin, cello an octave lower, bass two; phrase by phrase
 * in the octave that lies best.
 */
final readonly class PartsFromLine
{
    /** Octaves from the violin's line. */
    private const OCTAVES = ['violin' => 0, 'viola' => 0, 'cello' => -1, 'bass' => -2];
    private const CHOICES = [0, -1, 1, -2];
    private const OUT_OF_REACH = 100;
    private const MOVED = 6;
    private const CHANGED = 3;
    /** The other string at the end: the violin's E, the others' C, costs a little, so that ties are told. */
    private const OUTER_STRING = 1;

    /**
     * @param list<Notice> $notices phrases that were moved, and notes that no octave brings into reach
     */
    private function __construct(public Piece $piece, public array $notices)
    {
    }

    /**
     * @param Piece            $piece       of which the first part is the line
     * @param list<Instrument> $instruments for which parts are wanted; the line's own keeps its notes
     */
    public static function of(Piece $piece, array $instruments): self
    {
        $line = $piece->parts[0];
        $from = Instrument::Other === $line->instrument ? Instrument::Violin : $line->instrument;
        $phrases = self::phrases($piece, $line);
        $parts = $notices = [];
        foreach ($instruments as $index => $instrument) {
            $id = 'P'.($index + 1);
            $shift = (self::OCTAVES[$instrument->value] ?? 0) - (self::OCTAVES[$from->value] ?? 0);
            [$measures, $told] = self::derive($piece, $line, $instrument, $id, $shift, $phrases, $instrument === $from);
            $parts[] = new Part($id, $instrument->name, $instrument, $instrument->clef(), $measures);
            array_push($notices, ...$told);
        }

        return new self([] === $parts ? $piece : $piece->withParts($parts), $notices);
    }

    /** MIDI number of the lowest open string; 0 for other instruments. */
    public static function lowest(Instrument $instrument): int
    {
        $strings = OpenString::allOf($instrument);

        return [] === $strings ? 0 : $strings[\count($strings) - 1]->pitch->midi();
    }

    /**
     * @param list<array{int, int}> $phrases
     *
     * @return array{list<list<Event>>, list<Notice>}
     */
    private static function derive(
        Piece $piece,
        Part $line,
        Instrument $instrument,
        string $id,
        int $shift,
        array $phrases,
        bool $own,
    ): array {
        $numbers = MeasureNumbers::of($piece);
        $measures = $notices = [];
        foreach (self::octaves($line, $instrument, $shift, $phrases, $own) as $index => $octave) {
            [$from, $to] = $phrases[$index];
            if ($octave !== $shift) {
                $notices[] = new Notice(
                    0,
                    0,
                    $octave < $shift
                        ? '{part}: measures {from} to {to} lie an octave lower than the line.'
                        : '{part}: measures {from} to {to} lie an octave higher than the line.',
                    ['part' => $instrument->name, 'from' => $numbers->at($from), 'to' => $numbers->at($to - 1)],
                );
            }
            $out = 0;
            for ($position = $from; $position < $to; ++$position) {
                $events = [];
                foreach ($line->events($position) as $event) {
                    $moved =
                        $event->isRest() || 0 === $octave
                            ? $event
                            : $event->sounding(array_map(static fn (Pitch $pitch): Pitch => $pitch->octavesUp($octave), $event->pitches));
                    $out += \count(
                        array_filter(
                            $moved->pitches,
                            static fn (Pitch $pitch): bool => !FirstPosition::reaches($instrument, $pitch->midi()),
                        ),
                    );
                    $events[] = $moved->withId((string) preg_replace('/^.*?(?=-m\d+-v)/', $id, $event->id));
                }
                $measures[] = $events;
            }
            if ($out > 0) {
                $notices[] = new Notice(0, 0, '{part}: {count} notes in measures {from} to {to} lie beyond the first year’s hands.', [
                    'part' => $instrument->name,
                    'count' => (string) $out,
                    'from' => $numbers->at($from),
                    'to' => $numbers->at($to - 1),
                ]);
            }
        }

        return [$measures, $notices];
    }

    /**
     * The octave of each phrase, the cheapest over all of them.
     *
     * @param list<array{int, int}> $phrases
     *
     * @return list<int>
     */
    private static function octaves(Part $line, Instrument $instrument, int $shift, array $phrases, bool $own): array
    {
        if ($own) {
            return array_fill(0, \count($phrases), $shift);
        }
        /** @var array<int, array{int, list<int>}> $best cost and octaves so far, by the last choice */
        $best = [];
        foreach ($phrases as $index => [$from, $to]) {
            $next = [];
            foreach (self::CHOICES as $choice) {
                $cost = self::cost($line, $instrument, $from, $to, $shift + $choice) + (0 === $choice ? 0 : self::MOVED + abs($choice));
                foreach (0 === $index ? [$choice => [0, []]] : $best as $before => [$soFar, $octaves]) {
                    $total = $soFar + $cost + ($before === $choice ? 0 : self::CHANGED);
                    if (!isset($next[$choice]) || $total < $next[$choice][0]) {
                        $next[$choice] = [$total, [...$octaves, $shift + $choice]];
                    }
                }
            }
            $best = $next;
        }
        usort($best, static fn (array $a, array $b): int => $a[0] <=> $b[0]);

        return $best[0][1] ?? [];
    }

    private static function cost(Part $line, Instrument $instrument, int $from, int $to, int $octaves): int
    {
        $strings = OpenString::allOf($instrument);
        $cost = 0;
        for ($position = $from; $position < $to; ++$position) {
            foreach ($line->events($position) as $event) {
                foreach ($event->pitches as $pitch) {
                    $midi = $pitch->midi() + 12 * $octaves;
                    $outer =
                        Instrument::Violin === $instrument
                            ? $midi >= ($strings[0] ?? null)?->pitch->midi()
                            : isset($strings[2]) && $midi < $strings[2]->pitch->midi();
                    $cost += FirstPosition::reaches($instrument, $midi) ? ($outer ? self::OUTER_STRING : 0) : self::OUT_OF_REACH;
                }
            }
        }

        return $cost;
    }

    /**
     * Runs of measures that keep one octave: up to four, broken off at repeats, double bars and rehearsal marks, and not inside a tie or
     * slur.
     *
     * @return list<array{int, int}> first position, position after the last
     */
    private static function phrases(Piece $piece, Part $line): array
    {
        $phrases = [];
        $from = 0;
        $open = 0;
        $count = \count($piece->measures);
        foreach ($piece->measures as $position => $measure) {
            $tied = false;
            foreach ($line->events($position) as $event) {
                $open = max(0, $open + $event->slurStarts - $event->slurStops);
                $tied = $event->tiedTo;
            }
            $next = $piece->measures[$position + 1] ?? null;
            $border =
                null === $next
                || $measure->repeatTimes > 0
                || $next->repeatStart
                || '' !== $next->rehearsal
                || BarStyle::Regular !== $measure->end;
            $full = $position + 1 - $from >= 4 + ($piece->measures[$from]->isShort() ? 1 : 0);
            if ($position + 1 === $count || (($border || $full) && 0 === $open && !$tied)) {
                $phrases[] = [$from, $position + 1];
                $from = $position + 1;
            }
        }

        return $phrases;
    }
}
