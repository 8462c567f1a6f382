<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Difficulty\Comfort;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Stair\Stair;
use CoinStair\Core\Stair\Tries;

/**
 * How long a step takes and how many tries it needs (handbook 6).
 */
final readonly class StepTime
{
    private const RESET_SECONDS = 8.0;
    private const TALK_SECONDS = 30.0;
    private const HOLD_CHECK_SECONDS = 10.0;
    private const REST_SECONDS = 30.0;

    /** Tries on one tread, on average, from which on it is out of reach: a class gives up before. */
    private const OUT_OF_REACH = 40.0;

    /**
     * @param list<Tries> $tries   one for each tread that is in reach
     * @param int|null    $stopsAt tempo of the highest tread in reach, 0 for none; not set where all are
     */
    private function __construct(public float $seconds, public array $tries, public ?int $stopsAt = null)
    {
    }

    /**
     * @param Step    $step    with a stair
     * @param Comfort $comfort before the step; each coin raises it
     * @param float   $beats   of one repetition, landing and stops included
     * @param float   $countIn beats before each repetition
     * @param int     $from    index of the tread on which it starts
     */
    public static function estimate(Step $step, Comfort $comfort, float $beats, float $countIn, int $from = 0): self
    {
        $seconds = 0.0;
        $tries = [];
        $stopsAt = null;
        $before = 0;
        foreach (\array_slice($step->stair->treads ?? [], $from) as $tempo) {
            $onTread = Tries::of($step->rule, $comfort->chance($tempo));
            if ($onTread->mean > self::OUT_OF_REACH) {
                $stopsAt = $before;
                break;
            }
            $before = $tempo;
            $tries[] = $onTread;
            $seconds += $onTread->mean * ($step->mode->factor() * ($countIn + $beats) * 60 / $tempo + self::RESET_SECONDS);
            $comfort = $comfort->afterCoins($step->rule->count);
        }

        return new self($step->turns * $seconds + self::talk($step->purpose), $tries, $stopsAt);
    }

    /** A step in which nothing is played. */
    public static function unplayed(StepPurpose $purpose): self
    {
        return new self(
            match ($purpose) {
                StepPurpose::HoldCheck => self::HOLD_CHECK_SECONDS,
                StepPurpose::Rest => self::REST_SECONDS,
                default => 0.0,
            },
            [],
        );
    }

    /** Seconds of talk before a step is played. */
    private static function talk(StepPurpose $purpose): float
    {
        return StepPurpose::Find === $purpose ? self::TALK_SECONDS / 2 : self::TALK_SECONDS;
    }

    public function totalTries(): float
    {
        return array_sum(array_map(static fn (Tries $tries): float => $tries->mean, $this->tries));
    }
}
