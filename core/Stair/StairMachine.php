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
        $coins = GoingOn::Teacher === $rule->goingOn ? self::SHOWN : $rule->count - 1;
        $misses = GoingOn::Goes === $rule->goingOn ? 0 : max(0, $rule->missesDown - 1);
        $perTread = ($coins + 1) * ($misses + 1);
        $index = static fn (int $tread, int $coin, int $miss): int => $tread * $perTread + $coin * ($misses + 1) + $miss;
        $done = $treads * $perTread;
        $states = [];
        for ($tread = 0; $tread < $treads; ++$tread) {
            $above = $tread + 1 < $treads ? $index($tread + 1, 0, 0) : $done;
            $below = $index(max(0, $tread - 1), 0, 0);
            for ($coin = 0; $coin <= $coins; ++$coin) {
                for ($miss = 0; $miss <= $misses; ++$miss) {
                    $onCoin = match (true) {
                        GoingOn::Teacher === $rule->goingOn => $index($tread, min($coins, $coin + 1), 0),
                        $coin + 1 >= $rule->count => $above,
                        default => $index($tread, $coin + 1, 0),
                    };
                    $kept = GoingOn::InARow === $rule->goingOn ? 0 : $coin;
                    $onMiss = match (true) {
                        GoingOn::Goes === $rule->goingOn => $onCoin,
                        $rule->missesDown > 0 && $miss + 1 >= $rule->missesDown => $tread > 0 ? $below : $index(0, 0, 0),
                        default => $index($tread, $kept, min($misses, $miss + 1)),
                    };
                    $states[] = new StairState($tread, $coin, $miss, false, $onCoin, $onMiss, $above, $below);
                }
            }
        }
        $states[] = new StairState($treads - 1, $rule->count, 0, true, $done, $done, $done, $index($treads - 1, 0, 0));

        return new self($states, array_map(static fn (int $tread): int => $index($tread, 0, 0), range(0, $treads - 1)));
    }
}
