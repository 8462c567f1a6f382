<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests;

use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Dynamic;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Hairpin;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Jump;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Marks;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\Meter;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\PlayingWord;
use CoinStair\Core\Score\Syllable;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Score\Tuplet;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Pieces with everything that the model holds, the same for the same seed. */
final class RandomPieces
{
    private const METERS = [[4, 4], [3, 4], [2, 4], [6, 8], [2, 2]];

    private Randomizer $random;
    /** @var list<Pitch>|null pitches that a tie asks of the next note */
    private ?array $tied = null;
    private int $openSlurs = 0;
    private bool $hairpin = false;
    private int $count = 0;

    private function __construct(int $seed, private readonly bool $nestedTuplets, private readonly int $most)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    /** @param int $measures at most */
    public static function piece(int $seed, bool $nestedTuplets = true, int $measures = 10): Piece
    {
        return (new self($seed, $nestedTuplets, $measures))->make($seed);
    }

    private function make(int $seed): Piece
    {
        $measures = $this->measures();
        $parts = [];
        foreach ($this->chance(2) ? Instrument::strings() : [Instrument::strings()[$this->below(4)]] as $index => $instrument) {
            $parts[] = $this->part('P'.($index + 1), $instrument, $measures);
        }
        $tempo = $this->chance(2) ? 60 + $this->below(60) : null;

        return new Piece(
            "Seed $seed, 100 %",
            $this->chance(2) ? 'Nobody & co.' : '',
            $measures,
            $parts,
            $tempo,
            $measures[0]->meter->beatTicks(),
            null !== $tempo && $this->chance(3) ? $tempo + 8 : null,
            style: $this->chance(4) ? 'Andante, not slow' : '',
        );
    }

    /** @return list<Measure> */
    private function measures(): array
    {
        $count = 1 + $this->below($this->most);
        $meter = Meter::of(...self::METERS[$this->below(5)]);
        $key = Key::of($this->below(9) - 4, $this->chance(4) ? 'minor' : 'major');
        $pickup = $count > 2 && $this->chance(4);
        $measures = [];
        $number = $pickup ? 0 : 1 + ($this->chance(5) ? 8 : 0);
        $inRepeat = false;
        $ending = 0;
        for ($position = 0; $position < $count; ++$position) {
            if ($position > 0 && $this->chance(8)) {
                $meter = Meter::of(...self::METERS[$this->below(5)]);
            }
            if ($position > 0 && $this->chance(8)) {
                $key = Key::of($this->below(9) - 4, $key->mode);
            }
            $short = $pickup && 0 === $position;
            $number += $position > 1 && $this->chance(12) ? 3 : 0;
            $last = $position === $count - 1;
            $start = !$inRepeat && 0 === $ending && !$last && $this->chance(5);
            $inRepeat = $inRepeat || $start;
            $repeat = 0;
            $endings = [];
            if (1 === $ending) {
                [$endings, $ending] = [[2], 0];
            } elseif ($inRepeat && !$start && $this->chance(3)) {
                $repeat = 2;
                $inRepeat = false;
                if (!$last && $this->chance(2)) {
                    [$endings, $ending] = [[1], 1];
                } elseif ($this->chance(3)) {
                    $repeat = 3;
                }
            }
            $end = match (true) {
                $repeat > 0 => BarStyle::Final,
                [2] === $endings || $this->chance(8) => $last ? BarStyle::Final : BarStyle::Double,
                default => BarStyle::Regular,
            };
            $measures[] = new Measure(
                $position,
                $short ? '' : (string) $number,
                $meter,
                $key,
                $short ? Ticks::PER_QUARTER / 2 : $meter->ticks(),
                $start,
                $repeat,
                $endings,
                [] !== $endings,
                $this->jumps(),
                $end,
                $this->chance(8) ? ['A', 'B', 'Trio 2'][$this->below(3)] : '',
                !$last && $this->chance(4),
            );
            ++$number;
        }

        return $measures;
    }

    /** @return list<Jump> */
    private function jumps(): array
    {
        return $this->chance(8) ? [Jump::cases()[$this->below(\count(Jump::cases()))]] : [];
    }

    /** @param list<Measure> $measures */
    private function part(string $id, Instrument $instrument, array $measures): Part
    {
        $filled = array_fill(0, \count($measures), []);
        foreach ($this->chance(4) ? [1, 2] : [1] as $voice) {
            $this->tied = null;
            $this->openSlurs = 0;
            $this->hairpin = false;
            foreach ($measures as $position => $measure) {
                $this->count = 0;
                $last = $position === \count($measures) - 1;
                array_push($filled[$position], ...$this->voice($id, $instrument, $measure, $voice, $last));
            }
        }

        return new Part($id, $instrument->name, $instrument, $instrument->clef(), array_map(array_values(...), $filled));
    }

    /** @return list<Event> */
    private function voice(string $id, Instrument $instrument, Measure $measure, int $voice, bool $last): array
    {
        $events = [];
        $time = 0;
        while ($time < $measure->length) {
            $room = $measure->length - $time;
            $final = static fn (int $length): bool => $last && $length === $room;
            if ($room >= Ticks::PER_QUARTER && $this->chance(7)) {
                foreach ($this->tuplet() as [$length, $tuplet]) {
                    $events[] = $this->event(
                        $id,
                        $instrument,
                        $measure,
                        $voice,
                        $time,
                        $length,
                        $tuplet,
                        $last && $time + $length === $measure->length,
                    );
                    $time += $length;
                }
                continue;
            }
            do {
                $length = intdiv([1, 2, 2, 4, 4, 4, 6, 8, 16][$this->below(9)] * Ticks::PER_QUARTER, 4);
            } while ($length > $room);
            if ($this->chance(10) && null === $this->tied) {
                $events[] = new Event(
                    $this->id($id, $measure, $voice),
                    $voice,
                    $time,
                    0,
                    [$this->pitch($instrument)],
                    Tuplet::none(),
                    false,
                    false,
                    0,
                    0,
                    Marks::none(),
                );
            }
            $events[] = $this->event($id, $instrument, $measure, $voice, $time, $length, Tuplet::none(), $final($length));
            $time += $length;
        }

        return $events;
    }

    /** @return list<array{int, Tuplet}> of a quarter's length */
    private function tuplet(): array
    {
        $three = Tuplet::of(3, 2);
        $note = Ticks::PER_QUARTER / 3;
        if ($this->nestedTuplets && $this->chance(3)) {
            $inner = Tuplet::of(3, 2)->inside($three);

            return [[$note, $three], [$note, $three], [$note / 3, $inner], [$note / 3, $inner], [$note / 3, $inner]];
        }

        return $this->chance(2) ? [[$note, $three], [$note, $three], [$note, $three]] : [[2 * $note, $three], [$note, $three]];
    }

    private function event(
        string $part,
        Instrument $instrument,
        Measure $measure,
        int $voice,
        int $start,
        int $length,
        Tuplet $tuplet,
        bool $last,
    ): Event {
        $id = $this->id($part, $measure, $voice);
        $from = $this->tied;
        if (null === $from && 0 === $this->openSlurs && !$this->hairpin && $start > 0 && $this->chance(7)) {
            return new Event(
                $id,
                $voice,
                $start,
                $length,
                [],
                $tuplet,
                false,
                false,
                0,
                0,
                $this->chance(5) ? Marks::of(words: [PlayingWord::Pluck]) : Marks::none(),
            );
        }
        $pitches = $from ?? $this->chord($instrument);
        $to = !$last && $this->chance(8);
        $this->tied = $to ? $pitches : null;
        $stops = $this->openSlurs > 0 && ($last || $this->chance(2)) ? $this->openSlurs : 0;
        $this->openSlurs -= $stops;
        $starts = !$last && 0 === $stops && $this->openSlurs < 2 && $this->chance(8) ? 1 : 0;
        $this->openSlurs += $starts;

        return new Event(
            $id,
            $voice,
            $start,
            $length,
            $pitches,
            $tuplet,
            null !== $from,
            $to,
            $starts,
            $stops,
            $this->marks($instrument, \count($pitches), $voice, $last),
        );
    }

    private function marks(Instrument $instrument, int $pitches, int $voice, bool $last): Marks
    {
        $stop = $this->hairpin && ($last || $this->chance(2));
        $this->hairpin = $this->hairpin && !$stop;
        if (!$stop && !$this->chance(3)) {
            return Marks::none();
        }
        $opens = !$last && !$this->hairpin && !$stop && $this->chance(6);
        $this->hairpin = $this->hairpin || $opens;
        $fingers = $strings = $lyrics = [];
        foreach ($this->chance(4) ? range(0, $pitches - 1) : [] as $index) {
            $fingers[$index] = $this->below(5);
            $strings[$index] = $instrument->openStrings()[$this->below(4)];
        }
        foreach (1 === $voice && $this->chance(4) ? range(1, 1 + $this->below(2)) : [] as $verse) {
            $lyrics[$verse] = Syllable::of(['la', 'bell', 'ö', 'o-o', 'the boat'][$this->below(5)], $this->chance(3));
        }

        return Marks::of(
            $this->chance(3) ? [Articulation::cases()[$this->below(5)], Articulation::cases()[$this->below(5)]] : [],
            BowMark::cases()[$this->below(3)],
            $this->chance(8),
            $fingers,
            $strings,
            $this->chance(4) ? Dynamic::cases()[$this->below(10)] : null,
            $opens ? [Hairpin::Crescendo, Hairpin::Diminuendo][$this->below(2)] : Hairpin::None,
            $stop,
            $this->chance(8) ? [PlayingWord::cases()[$this->below(4)]] : [],
            $lyrics,
        );
    }

    /** @return list<Pitch> */
    private function chord(Instrument $instrument): array
    {
        $low = $this->pitch($instrument);

        return $this->chance(8) ? [$low, Pitch::fromDiatonic($low->diatonic() + 3 + $this->below(4), 0)] : [$low];
    }

    private function pitch(Instrument $instrument): Pitch
    {
        $lowest = ['violin' => 25, 'viola' => 21, 'cello' => 14, 'bass' => 9][$instrument->value] ?? 21;

        return Pitch::fromDiatonic($lowest + $this->below(16), $this->chance(4) ? $this->below(3) - 1 : 0);
    }

    private function id(string $part, Measure $measure, int $voice): string
    {
        return \sprintf('%s-m%d-v%d-%d', $part, $measure->position, $voice, $this->count++);
    }

    private function below(int $limit): int
    {
        return $this->random->getInt(0, $limit - 1);
    }

    private function chance(int $oneIn): bool
    {
        return 0 === $this->below($oneIn);
    }
}
