<?php

declare(strict_types=1);

namespace CoinStair\Core\Progress;

use CoinStair\Core\Log\TaughtLesson;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\HeldSkills;

/**
 * What the lessons of a class say of its skills: evidence by instrument group and skill, lesson by lesson. Made from the log at any time;
 * a lesson that was corrected replaces what it said before (handbook 7).
 *
 * Years of lessons are hundred thousands of rows, so each of them is one number; Evidence is made of it where it is asked for.
 */
final class ClassRecord
{
    /** Bits of a row, from the lowest: whether a coin was earned at the goal, steps, coins, misses, and the chunk above them. */
    private const STEPS = 1;
    private const COINS = 11;
    private const MISSES = 23;
    private const CHUNK = 35;
    private const MOST_STEPS = 1023;
    private const MOST = 4095;

    /** The places of the lessons are in the order of their days: so they are where a class is read from its beginning. */
    private ?bool $isInOrder = null;

    /**
     * @param array<int, array{string, string}>             $lessons id and day, by place
     * @param array<string, array<string, array<int, int>>> $rows    by instrument, code and place of the lesson
     */
    private function __construct(private array $lessons, private array $rows)
    {
    }

    public static function none(): self
    {
        return new self([], []);
    }

    /**
     * @param iterable<TaughtLesson> $lessons in any order
     */
    public static function of(iterable $lessons, HeldSkills $held): self
    {
        $days = $rows = [];
        foreach ($lessons as $lesson) {
            $place = \count($days);
            $days[] = [$lesson->id, $lesson->day];
            self::add($rows, $place, $lesson, $held);
        }

        return new self($days, $rows);
    }

    /** With a lesson, in place of what it said before. */
    public function with(TaughtLesson $lesson, HeldSkills $held): self
    {
        return $this->and(self::of([$lesson], $held));
    }

    /** With the lessons of another record of the same class, in place of what they said before. */
    public function and(self $other): self
    {
        $first = [] === $this->lessons ? 0 : array_key_last($this->lessons) + 1;
        $lessons = $this->lessons;
        if ([] !== $other->lessons) {
            $again = array_fill_keys(array_column($other->lessons, 0), true);
            $lessons = array_filter($lessons, static fn (array $lesson): bool => !isset($again[$lesson[0]]));
        }
        foreach ($other->lessons as $place => $lesson) {
            $lessons[$first + $place] = $lesson;
        }
        $rows = $this->rows;
        foreach ($other->rows as $instrument => $skills) {
            foreach ($skills as $code => $found) {
                foreach ($found as $place => $row) {
                    $rows[$instrument][$code][$first + $place] = $row;
                }
            }
        }

        return new self($lessons, $rows);
    }

    public function without(string $id): self
    {
        return new self(array_filter($this->lessons, static fn (array $lesson): bool => $id !== $lesson[0]), $this->rows);
    }

    /** @return list<Evidence> of one skill for one instrument group, by day, then lesson */
    public function evidence(Instrument $instrument, string $code): array
    {
        $this->isInOrder ??= self::areInOrder($this->lessons);
        $rows = $this->rows[$instrument->value][$code] ?? [];
        if (!$this->isInOrder) {
            $of = fn (int $place): array => $this->lessons[$place] ?? ['', ''];
            uksort($rows, static fn (int $one, int $other): int => self::compare($of($one), $of($other)));
        }
        $found = [];
        foreach ($rows as $place => $row) {
            if (isset($this->lessons[$place])) {
                [$id, $day] = $this->lessons[$place];
                $chunk = $row >> self::CHUNK;
                $found[] = new Evidence(
                    $id,
                    $day,
                    ($row >> self::STEPS) & self::MOST_STEPS,
                    ($row >> self::COINS) & self::MOST,
                    ($row >> self::MISSES) & self::MOST,
                    1 === ($row & 1),
                    0 === $chunk ? '' : (string) $chunk,
                );
            }
        }

        return $found;
    }

    /** @return list<string> codes of which there is evidence for an instrument group */
    public function codes(Instrument $instrument): array
    {
        $of = fn (array $rows): bool => [] !== array_intersect_key($rows, $this->lessons);

        return array_map(strval(...), array_keys(array_filter($this->rows[$instrument->value] ?? [], $of)));
    }

    /** @return array{string} as one text: a tenth of what the rows take by themselves */
    public function __serialize(): array
    {
        return [json_encode([$this->lessons, $this->rows], \JSON_THROW_ON_ERROR)];
    }

    /** @param array{string} $kept */
    public function __unserialize(array $kept): void
    {
        /** @var array{array<int, array{string, string}>, array<string, array<string, array<int, int>>>} $parts */
        $parts = json_decode($kept[0], true, 16, \JSON_THROW_ON_ERROR);
        [$this->lessons, $this->rows] = $parts;
    }

    /** @param array<int, array{string, string}> $lessons */
    private static function areInOrder(array $lessons): bool
    {
        $before = ['', ''];
        foreach ($lessons as $lesson) {
            if (self::compare($before, $lesson) > 0) {
                return false;
            }
            $before = $lesson;
        }

        return true;
    }

    /**
     * By day, then id.
     *
     * @param array{string, string} $one
     * @param array{string, string} $other
     */
    private static function compare(array $one, array $other): int
    {
        return $one[1] <=> $other[1] ?: $one[0] <=> $other[0];
    }

    /** @param array<string, array<string, array<int, int>>> $rows to which those of the lesson are added */
    private static function add(array &$rows, int $place, TaughtLesson $lesson, HeldSkills $held): void
    {
        $sums = [];
        foreach ($lesson->played() as $played) {
            foreach ($held->in($lesson->piece, $played) as $instrument => $codes) {
                if (!$played->isOf(Instrument::from($instrument))) {
                    continue;
                }
                foreach ($codes as $code) {
                    [$steps, $coins, $misses, $atGoal, $chunk] = $sums[$instrument][$code] ?? [0, 0, 0, false, 0];
                    $sums[$instrument][$code] = [
                        $steps + 1,
                        $coins + $played->play->coins,
                        $misses + $played->play->misses,
                        $atGoal || $played->play->atGoal,
                        0 === $chunk ? $played->step->chunk : $chunk,
                    ];
                }
            }
        }
        foreach ($sums as $instrument => $codes) {
            foreach ($codes as $code => [$steps, $coins, $misses, $atGoal, $chunk]) {
                $rows[$instrument][$code][$place] = (int) $atGoal
                    | (min(self::MOST_STEPS, $steps) << self::STEPS)
                    | (min(self::MOST, $coins) << self::COINS)
                    | (min(self::MOST, $misses) << self::MISSES)
                    | ($chunk << self::CHUNK);
            }
        }
    }
}
