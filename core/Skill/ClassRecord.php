<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill;

use CoinStair\Core\Log\TaughtLesson;
use CoinStair\Core\Score\Instrument;

/**
 * What the lessons of a class say of its skills: evidence by instrument group and skill, lesson by lesson. Made from the log at any time;
 * a lesson that was corrected replaces what it said before (handbook 7).
 *
 * Two years of lessons are some ten thousand rows, so they are plain ones; Evidence is made of them where it is asked for.
 *
 * @phpstan-type Row array{int, int, int, bool, string}
 */
final class ClassRecord
{
    /**
     * @param array<string, array{string, array<string, array<string, Row>>}> $lessons day, and steps, coins, misses, at the goal, chunk by
     *                                                                                 instrument and code; by id of the lesson
     */
    private function __construct(private array $lessons)
    {
    }

    public static function none(): self
    {
        return new self([]);
    }

    /**
     * @param iterable<TaughtLesson> $lessons in any order
     */
    public static function of(iterable $lessons, HeldSkills $held): self
    {
        $record = [];
        foreach ($lessons as $lesson) {
            $record[$lesson->id] = [$lesson->day, self::rows($lesson, $held)];
        }

        return new self($record);
    }

    /** With a lesson, in place of what it said before. */
    public function with(TaughtLesson $lesson, HeldSkills $held): self
    {
        return new self([$lesson->id => [$lesson->day, self::rows($lesson, $held)]] + $this->lessons);
    }

    public function without(string $lesson): self
    {
        return new self(array_diff_key($this->lessons, [$lesson => true]));
    }

    /** @return array<string, array<string, non-empty-list<Evidence>>> by instrument and code; of each by day, then lesson */
    public function evidenceBySkill(): array
    {
        $lessons = $this->lessons;
        uksort($lessons, static fn (string $one, string $other): int => [$lessons[$one][0], $one] <=> [$lessons[$other][0], $other]);
        $found = [];
        foreach ($lessons as $id => [$day, $instruments]) {
            foreach ($instruments as $instrument => $skills) {
                foreach ($skills as $code => [$steps, $coins, $misses, $atGoal, $chunk]) {
                    $found[$instrument][$code][] = new Evidence((string) $id, $day, $steps, $coins, $misses, $atGoal, $chunk);
                }
            }
        }

        return $found;
    }

    /** @return array{string} as one text: a tenth of what the rows take by themselves */
    public function __serialize(): array
    {
        return [json_encode($this->lessons, \JSON_THROW_ON_ERROR)];
    }

    /** @param array{string} $kept */
    public function __unserialize(array $kept): void
    {
        /** @var array<string, array{string, array<string, array<string, Row>>}> $lessons */
        $lessons = json_decode($kept[0], true, 512, \JSON_THROW_ON_ERROR);
        $this->lessons = $lessons;
    }

    /** @return array<string, array<string, Row>> by instrument and code */
    private static function rows(TaughtLesson $lesson, HeldSkills $held): array
    {
        $rows = [];
        foreach ($lesson->played() as $played) {
            $chunk = 0 === $played->step->chunk ? '' : (string) $played->step->chunk;
            foreach ($held->in($lesson->id, $played) as $instrument => $codes) {
                if (!$played->isOf(Instrument::from($instrument))) {
                    continue;
                }
                foreach ($codes as $code) {
                    $row = $rows[$instrument][$code] ?? [0, 0, 0, false, ''];
                    $rows[$instrument][$code] = [
                        $row[0] + 1,
                        $row[1] + $played->play->coins,
                        $row[2] + $played->play->misses,
                        $row[3] || $played->play->atGoal,
                        '' === $row[4] ? $chunk : $row[4],
                    ];
                }
            }
        }

        return $rows;
    }
}
