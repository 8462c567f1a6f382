<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Sequence\Mode;
use CoinStair\Core\Sequence\Step;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Stair;
use CoinStair\Core\Standing\Matter;

/**
 * A step as a lesson keeps it: a copy of the sequence's step as it stood when the lesson began, so that later changes do not rewrite
 * what was taught. The one place that knows how it is stored.
 *
 * @phpstan-type Stored array{
 *     id: string, purpose: string, chunk: int, treads: list<int>, goingOn: string, coins: int, missesDown: int, startTread: int,
 *     mode: string, turns: int, prompt: string, pattern?: string, rung?: string, like?: int, goal?: int, seconds: float, doneBefore: bool
 * }
 */
final readonly class TaughtStep
{
    /**
     * @param string $id         in the log of its lesson
     * @param int    $chunk      id of the chunk; 0 where nothing is played
     * @param int    $like       id of the chunk with the same notes that was taught before; 0 for none
     * @param int    $goal       of the sequence, in beats a minute; that of the stair if 0
     * @param float  $seconds    that it was planned to take
     * @param bool   $doneBefore its top was reached before the lesson
     */
    public function __construct(
        public string $id,
        public Step $step,
        public int $chunk = 0,
        public int $like = 0,
        public int $startTread = 0,
        private int $goal = 0,
        public float $seconds = 0.0,
        public bool $doneBefore = false,
    ) {
    }

    /** @param Stored $row as stored() made it, also years ago */
    public static function parse(array $row): self
    {
        $step = new Step(
            StepPurpose::from($row['purpose']),
            [] === $row['treads'] ? null : Stair::ofTreads($row['treads']),
            CoinRule::of(GoingOn::from($row['goingOn']), $row['coins'], $row['missesDown']),
            Rung::tryFrom($row['rung'] ?? ''),
            Mode::from($row['mode']),
            $row['turns'],
            $row['prompt'],
            $row['pattern'] ?? '',
        );

        return new self(
            $row['id'],
            $step,
            $row['chunk'],
            $row['like'] ?? 0,
            $row['startTread'],
            $row['goal'] ?? 0,
            $row['seconds'],
            $row['doneBefore'],
        );
    }

    /** @return Stored */
    public function stored(): array
    {
        return [
            'id' => $this->id,
            'purpose' => $this->step->purpose->value,
            'chunk' => $this->chunk,
            'treads' => $this->step->stair->treads ?? [],
            'goingOn' => $this->step->rule->goingOn->value,
            'coins' => $this->step->rule->count,
            'missesDown' => $this->step->rule->missesDown,
            'startTread' => $this->startTread,
            'mode' => $this->step->mode->value,
            'turns' => $this->step->turns,
            'prompt' => $this->step->prompt,
            'pattern' => $this->step->figure,
            'rung' => $this->step->rung->value ?? '',
            'like' => $this->like,
            'goal' => $this->goal,
            'seconds' => $this->seconds,
            'doneBefore' => $this->doneBefore,
        ];
    }

    /** What it teaches, as the record of the class names it. */
    public function matter(): Matter
    {
        return Matter::of(0 === $this->chunk ? '' : (string) $this->chunk, $this->step->rung);
    }

    /** Beats a minute that count as the goal met; 0 where nothing is played. */
    public function goal(): int
    {
        return $this->goal > 0 ? $this->goal : $this->step->stair?->goal() ?? 0;
    }
}
