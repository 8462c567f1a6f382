<?php

declare(strict_types=1);

namespace CoinStair\Core\Stair;

/**
 * A stair under a coin rule, compiled to a table of states, so that a lesson screen without network walks the very same rule.
 *
 * The first state of each tread is the one with no coins and no misses on it.
 */
final readonly class StairMachine
{
    /** Coins shown at most where the teacher decides. */
    private const SHOWN = 10;

    /**
     * @param list<StairState> $states
     * @param list<int>        $firsts state with which each tread begins
     */
    private function __construct(public array $states, public array $firsts)
    {
    }

    public static function of(int $treads, CoinRule $rule): self
    {
        if ($treads < 1 || $treads > 60) {
            throw new \InvalidArgumentException('A stair has 1 to 60 treads.');
        }
        $misses = GoingOn::Goes === $rule->goingOn ? 0 : max(0, $rule->missesDown - 1);
        $most = static fn (int $tread): int => GoingOn::Teacher === $rule->goingOn ? self::SHOWN : $rule->countOn($tread, $treads) - 1;
        $firsts = [];
        $done = 0;
        for ($tread = 0; $tread < $treads; ++$tread) {
            $firsts[] = $done;
            $done += ($most($tread) + 1) * ($misses + 1);
        }
        $states = [];
        foreach ($firsts as $tread => $first) {
            $coins = $most($tread);
            $index = static fn (int $coin, int $miss): int => $first + $coin * ($misses + 1) + $miss;
            $above = $firsts[$tread + 1] ?? $done;
            $below = $firsts[max(0, $tread - 1)];
            for ($coin = 0; $coin <= $coins; ++$coin) {
                for ($miss = 0; $miss <= $misses; ++$miss) {
                    $onCoin = match (true) {
                        GoingOn::Teacher === $rule->goingOn => $index(min($coins, $coin + 1), 0),
                        $coin >= $coins => $above,
                        default => $index($coin + 1, 0),
                    };
                    $onMiss = match (true) {
                        GoingOn::Goes === $rule->goingOn => $onCoin,
                        $rule->missesDown > 0 && $miss + 1 >= $rule->missesDown => $below,
                        default => $index(GoingOn::InARow === $rule->goingOn ? 0 : $coin, min($misses, $miss + 1)),
                    };
                    $states[] = new StairState($tread, $coin, $miss, false, $onCoin, $onMiss, $above, $below);
                }
            }
        }
        $last = $firsts[$treads - 1];
        $states[] = new StairState($treads - 1, $rule->top, 0, true, $done, $done, $done, $last);

        return new self($states, $firsts);
    }
}
