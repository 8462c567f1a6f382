<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

/**
 * How long a step takes and how many tries it needs (handbook 6).
 */
final readonly class StepTime
{
    public const RESET_SECONDS = 8.0;
    public const TALK_SECONDS = 30.0;

    /**
     * @param list<Tries> $tries one for each tread
     */
    private function __construct(public float $seconds, public array $tries)
    {
    }

    /**
     * @param Comfort $comfort before the step; each coin raises it
     * @param float   $beats   of one repetition, landing included
     * @param float   $countIn beats before each repetition
     * @param int     $turns   how often the stair is climbed, by different players
     * @param int     $from    index of the tread on which it starts
     */
    public static function estimate(Stair $stair, CoinRule $rule, Comfort $comfort, Mode $mode, float $beats, float $countIn, int $turns = 1, int $from = 0): self
    {
        $seconds = 0.0;
        $tries = [];
        foreach (\array_slice($stair->treads, $from) as $tempo) {
            $onTread = Tries::of($rule, $comfort->chance($tempo));
            $tries[] = $onTread;
            $seconds += $onTread->mean * ($mode->factor() * ($countIn + $beats) * 60 / $tempo + self::RESET_SECONDS);
            $comfort = $comfort->afterCoins($rule->count);
        }

        return new self($turns * $seconds + self::TALK_SECONDS, $tries);
    }

    /** A step in which nothing is played. */
    public static function fixed(int $seconds): self
    {
        return new self($seconds, []);
    }

    public function totalTries(): float
    {
        return array_sum(array_map(static fn (Tries $tries): float => $tries->mean, $this->tries));
    }
}
