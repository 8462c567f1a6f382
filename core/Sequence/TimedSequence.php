<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Standing\Matter;

/**
 * The sequence of a class with its times: where each step starts, how long it takes, what fits into a lesson, whether it is done (handbook
 * 6).
 */
final readonly class TimedSequence
{
    /** @param list<TimedStep> $steps */
    private function __construct(public array $steps, public float $available)
    {
    }

    /**
     * @param list<array{Step, Matter, Chunk|null}> $steps       each with what it teaches
     * @param list<Instrument>                      $instruments that decide what is comfortable
     * @param int                                   $goal        of the sequence, in beats a minute
     * @param float|null                            $typed       comfort tempo of every chunk, where a teacher typed it
     */
    public static function of(PieceForClass $piece, array $steps, array $instruments, int $goal, ?float $typed, Memory $memory): self
    {
        $hardest = self::hardest($piece, $steps, $instruments, $goal, $memory);
        $placed = $started = [];
        foreach ($steps as [$step, $matter, $chunk]) {
            $met = $piece->standing->coverageOf($matter);
            $comfort = $typed ?? (null === $chunk ? Comfort::untilKnown($goal)->tempo : $hardest[$chunk->edges()][1]);
            $from = null === $met ? 0 : $step->startTread($met->stoppedAt, $piece->policies->rule->treadsBack);
            $placed[] = new SequenceStep($step, $chunk, $comfort, $from, $met->reached ?? 0);
            $started[] = $met;
        }
        $times = $memory->remember(
            $piece
                ->fingerprint('times')
                ->with('aim', $goal)
                ->with('steps', array_map(self::told(...), $placed))
                ->with('read', array_map(static fn (array $row): int => $piece->standing->coverageOf($row[1])->coins ?? 0, $steps))
                ->with('typed', $typed),
            static fn (): array => SequenceTime::reckon(
                $piece->piece,
                $goal,
                $placed,
                null === $typed ? $piece->reading(array_map(static fn (array $row): array => [$row[1], $row[2]], $steps)) : null,
            ),
        );
        $timed = [];
        foreach ($placed as $index => $one) {
            $met = $started[$index];
            $hold = null === $one->chunk ? null : $hardest[$one->chunk->edges()][0];
            $timed[] = new TimedStep(
                $one->step,
                $one->chunk,
                $times[$index],
                $one->fromTread,
                $one->step->isDone($one->reached),
                $met,
                $hold,
            );
        }

        return new self($timed, $piece->policies->seconds);
    }

    /** Seconds of all steps, or of those that are still to be taught. */
    public function seconds(bool $onlyLeft = false): float
    {
        return array_sum(
            array_map(static fn (TimedStep $step): float => $onlyLeft && $step->done ? 0.0 : $step->time->seconds, $this->steps),
        );
    }

    /** Index of the first step that no longer fits into one lesson with what is left; the number of steps if all fit. */
    public function fits(): int
    {
        $seconds = 0.0;
        foreach ($this->steps as $index => $step) {
            $seconds += $step->done ? 0.0 : $step->time->seconds;
            if ($seconds > $this->available) {
                return $index;
            }
        }

        return \count($this->steps);
    }

    /** Nothing that is played is left to be taught. */
    public function isDone(): bool
    {
        foreach ($this->steps as $step) {
            if ($step->step->purpose->isPlayed() && !$step->done) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param list<array{Step, Matter, Chunk|null}> $steps
     * @param list<Instrument>                      $instruments
     *
     * @return array<string, array{\CoinStair\Core\Difficulty\Hardest|null, float}> the move that holds each chunk back, and its comfort
     *                                                                              tempo, by edges
     */
    private static function hardest(PieceForClass $piece, array $steps, array $instruments, int $goal, Memory $memory): array
    {
        $chunks = [];
        foreach ($steps as [, , $chunk]) {
            if (null !== $chunk) {
                $chunks[$chunk->edges()] = $chunk;
            }
        }
        $fingerprint = $piece
            ->fingerprint('hardest')
            ->with('instruments', $instruments)
            ->with('aim', $goal)
            ->with('chunks', array_keys($chunks));

        return $memory->remember($fingerprint, static function () use ($piece, $chunks, $instruments, $goal): array {
            $difficulty = $piece->difficulty();

            return array_map(
                static fn (Chunk $chunk): array => [
                    $difficulty->hardest($chunk, $instruments),
                    $difficulty->comfort($chunk, $goal, $instruments)->tempo,
                ],
                $chunks,
            );
        });
    }

    /** @return list<mixed> all of a step that its time follows from */
    private static function told(SequenceStep $placed): array
    {
        $step = $placed->step;

        return [
            $step->purpose,
            $step->rung,
            $step->stair?->treads,
            $step->rule,
            $step->mode,
            $step->turns,
            $placed->chunk?->edges(),
            $placed->comfort,
            $placed->fromTread,
            $placed->reached,
        ];
    }
}
