<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Difficulty\Difficulty;
use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Score\Instrument;

/**
 * The groups of a class in one piece: those by whom its stairs go, and those that would hold the rest back (handbook 6).
 */
final readonly class Groups
{
    /** Share of the rest's comfort tempo under which a group holds it back. */
    public const HOLDS_BACK = 0.8;
    /** Times its own comfort tempo up to which such a group plays with the others what is written. Starting values. */
    public const AS_WRITTEN = 1.25;
    /** Share of the goal under which it plays an eased part throughout. */
    public const EASED = 0.4;

    /**
     * @param list<Instrument>                     $together by whom the class's stair goes
     * @param array<string, Instrument>            $apart    the others, by name
     * @param array<string, array{Hardest, float}> $slow     what holds each slow group, and the comfort tempo of those who are quicker
     */
    private function __construct(public array $together, public array $apart, public array $slow)
    {
    }

    /**
     * All play together.
     *
     * @param list<Instrument> $instruments
     */
    public static function together(array $instruments): self
    {
        return new self($instruments, [], []);
    }

    /**
     * A group is slow where its comfort tempo over the whole piece lies far under that of all who are quicker, and they are not fewer.
     *
     * @param Difficulty|null    $difficulty  none where a teacher typed how comfortable all is
     * @param list<Instrument>   $instruments of the class
     * @param array<string, int> $players     by instrument; one each where they are not told
     * @param int                $goal        beats a minute
     */
    public static function find(
        ?Difficulty $difficulty,
        Chunk $whole,
        array $instruments,
        array $players,
        int $goal,
        SlowGroup $policy,
    ): self {
        $rows = [];
        foreach ($instruments as $instrument) {
            $hardest = $difficulty?->hardest($whole, [$instrument]);
            $rows[] = [$instrument, $hardest, min((float) $goal, $hardest?->tempo() ?? \INF)];
        }
        usort($rows, static fn (array $one, array $other): int => $one[2] <=> $other[2]);
        $sizes = array_map(static fn (array $row): int => $players[$row[0]->value] ?? 1, $rows);
        $told = [];
        for ($count = 1; $count < \count($rows); ++$count) {
            $next = $rows[$count][2];
            $before = \array_slice($rows, 0, $count);
            $areMore = array_sum(\array_slice($sizes, 0, $count)) > array_sum(\array_slice($sizes, $count));
            if ($areMore || $rows[$count - 1][2] >= self::HOLDS_BACK * $next) {
                continue;
            }
            foreach ($before as [$instrument, $hardest]) {
                if (null !== $hardest) {
                    $told[$instrument->value] = [$hardest, $next];
                }
            }
        }
        $byName = [];
        foreach ($instruments as $instrument) {
            $byName[$instrument->value] = $instrument;
        }
        $apart = SlowGroup::Wait === $policy ? [] : array_intersect_key($byName, $told);

        return new self(
            array_values(array_filter($instruments, static fn (Instrument $one): bool => !isset($apart[$one->value]))),
            $apart,
            $told,
        );
    }
}
