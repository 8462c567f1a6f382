<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * So many notes in the time of so many, also one inside another; 1 in 1 is no tuplet.
 */
final readonly class Tuplet
{
    private const MOST = 64;

    /**
     * @param int                   $actual of all levels together
     * @param int                   $normal of all levels together
     * @param list<array{int, int}> $levels actual and normal of each, the outermost first; none for no tuplet
     */
    private function __construct(public int $actual, public int $normal, public array $levels)
    {
    }

    public static function none(): self
    {
        /** @var self|null $none */
        static $none = null;

        return $none ??= new self(1, 1, []);
    }

    /**
     * @throws \InvalidArgumentException
     */
    public static function of(int $actual, int $normal): self
    {
        if ($actual < 1 || $actual > self::MOST || $normal < 1 || $normal > self::MOST) {
            throw new \InvalidArgumentException(\sprintf('%d in the time of %d is no tuplet.', $actual, $normal));
        }

        return $actual === $normal ? self::none() : new self($actual, $normal, [[$actual, $normal]]);
    }

    /** This tuplet inside another. */
    public function inside(self $outer): self
    {
        return $outer->isNone()
            ? $this
            : new self($outer->actual * $this->actual, $outer->normal * $this->normal, [...$outer->levels, ...$this->levels]);
    }

    public function isNone(): bool
    {
        return [] === $this->levels;
    }

    public function equals(self $other): bool
    {
        return $this->levels === $other->levels;
    }

    /** What a note that sounds this long is written as, in ticks. */
    public function written(int $ticks): int
    {
        return intdiv($ticks * $this->actual, $this->normal);
    }

    /** What it takes up of the outer so many levels, in ticks as written there. */
    public function writtenAt(int $ticks, int $levels): int
    {
        foreach (\array_slice($this->levels, 0, $levels) as [$actual, $normal]) {
            $ticks = intdiv($ticks * $actual, $normal);
        }

        return $ticks;
    }
}
