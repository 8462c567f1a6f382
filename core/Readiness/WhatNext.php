<?php

declare(strict_types=1);

namespace CoinStair\Core\Readiness;

/**
 * The library ranked for a class (handbook 7): one to three new skills is best, then what meets skills that are due, what its hands can do,
 * what fits into the time that is left, what the teacher planned anyway. Weights are starting values.
 */
final readonly class WhatNext
{
    /** What one new skill is worth, two, three, four; and what each one more takes from that. */
    private const OF_FRESH = [2.6, 3.0, 2.6, 1.0];
    private const EACH_MORE = -0.6;
    private const BLOCKED = -0.8;
    private const OF_DUE = 0.25;
    private const MOST_DUE = 4;
    /** What a comfort at the goal is worth more than one at half of it. */
    private const OF_COMFORT = 2.0;
    private const TOO_LONG = -1.5;
    private const PLANNED = 0.75;

    /**
     * @param list<Prospect> $next best first
     * @param list<Prospect> $easy with nothing new, the most comfortable first: to work on sound, dynamics or ease after something heavy
     */
    private function __construct(public array $next, public array $easy)
    {
    }

    /** @param list<Prospect> $prospects pieces that the class has not learned yet */
    public static function of(array $prospects): self
    {
        $next = array_values(array_filter($prospects, static fn (Prospect $one): bool => $one->glance->fresh > 0));
        $easy = array_values(array_filter($prospects, static fn (Prospect $one): bool => 0 === $one->glance->fresh));

        return new self(self::bestFirst($next, self::worth(...)), self::bestFirst($easy, self::ease(...)));
    }

    /**
     * @param list<Prospect>            $prospects
     * @param \Closure(Prospect): float $worth     reckoned once for each
     *
     * @return list<Prospect>
     */
    private static function bestFirst(array $prospects, \Closure $worth): array
    {
        $worths = array_map($worth, $prospects);
        $pieces = array_map(static fn (Prospect $one): int => $one->piece, $prospects);
        array_multisort($worths, \SORT_DESC, \SORT_NUMERIC, $pieces, \SORT_ASC, $prospects);

        return $prospects;
    }

    /** How well a piece fits next; only the order of worths means something. */
    public static function worth(Prospect $prospect): float
    {
        $fresh = $prospect->glance->fresh;
        $most = \count(self::OF_FRESH);
        $ofFresh = 0 === $fresh ? 0.0 : (self::OF_FRESH[$fresh - 1] ?? self::OF_FRESH[$most - 1] + self::EACH_MORE * ($fresh - $most));

        return $ofFresh
            + ($prospect->glance->isBlocked ? self::BLOCKED : 0.0)
            + self::OF_DUE * min(self::MOST_DUE, $prospect->glance->due)
            + self::OF_COMFORT * $prospect->share()
            + (null !== $prospect->lessons && null !== $prospect->left && $prospect->lessons > $prospect->left ? self::TOO_LONG : 0.0)
            + ($prospect->isPlanned ? self::PLANNED : 0.0);
    }

    private static function ease(Prospect $prospect): float
    {
        return $prospect->share() + self::OF_DUE * min(self::MOST_DUE, $prospect->glance->due);
    }
}
