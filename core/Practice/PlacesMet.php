<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Difficulty\Difficulty;
use CoinStair\Core\Difficulty\Newness;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Standing\Thresholds;

/**
 * How new the places of a piece on the fingerboard still are to a class that is led through its lessons: what was taught is introduced at
 * the next meeting, and known after as many steps and lessons as the program says (handbook 7). So a plan says before a lesson what the log
 * will say after it.
 */
final class PlacesMet
{
    /** @var array<string, array<string, array{int, int}>> steps and lessons that held what was not known, by instrument and place */
    private array $held = [];
    /** @var array<string, array<string, int>> steps of the lesson that is being taught, by instrument and place */
    private array $today = [];

    public function __construct(private readonly Difficulty $difficulty, private readonly Thresholds $thresholds)
    {
    }

    /**
     * A step was played.
     *
     * @param list<Instrument> $who
     */
    public function play(Chunk $chunk, array $who): void
    {
        $places = [];
        for ($position = $chunk->from->position; $position <= $chunk->lastPosition(); ++$position) {
            $places += $this->difficulty->unknown[$position] ?? [];
        }
        foreach ($places as [$instrument, $place, $newness]) {
            if (\in_array($instrument, $who, true)) {
                $this->held[$instrument->value][$place] ??= Newness::Introduced === $newness ? [1, 1] : [0, 0];
                $this->today[$instrument->value][$place] = ($this->today[$instrument->value][$place] ?? 0) + 1;
            }
        }
    }

    /** The lesson is over. */
    public function nextMeeting(): void
    {
        foreach ($this->today as $instrument => $places) {
            foreach ($places as $place => $steps) {
                [$before, $lessons] = $this->held[$instrument][$place] ?? [0, 0];
                $this->held[$instrument][$place] = [$before + $steps, $lessons + 1];
            }
        }
        $this->today = [];
    }

    /** @return array<string, array<string, Newness>> what the places that were met are now, by instrument and place */
    public function newness(): array
    {
        return array_map(
            fn (array $places): array => array_map(
                fn (array $held): Newness => $this->thresholds->arePractised(...$held) ? Newness::Known : Newness::Introduced,
                array_filter($places, static fn (array $held): bool => $held[1] > 0),
            ),
            $this->held,
        );
    }
}
