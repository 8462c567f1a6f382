<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

final readonly class Meter
{
    private function __construct(public int $count, public int $unit)
    {
    }

    /**
     * @param int $count 1 to 64
     * @param int $unit  1, 2, 4 … 64
     *
     * @throws \InvalidArgumentException
     */
    public static function of(int $count, int $unit): self
    {
        if ($count < 1 || $count > 64 || $unit < 1 || $unit > 64 || 0 !== ($unit & ($unit - 1))) {
            throw new \InvalidArgumentException(\sprintf('%d/%d is no meter.', $count, $unit));
        }

        return new self($count, $unit);
    }

    /** Length of a full measure. */
    public function ticks(): int
    {
        return Ticks::ofWhole($this->count, $this->unit);
    }

    public function unitTicks(): int
    {
        return Ticks::ofWhole(1, $this->unit);
    }

    /** The usual beat: a dotted value where eighths or shorter come in threes, else the unit. */
    public function beatTicks(): int
    {
        return $this->isCompound() ? 3 * $this->unitTicks() : $this->unitTicks();
    }

    public function isCompound(): bool
    {
        return $this->unit >= 8 && $this->count > 3 && 0 === $this->count % 3;
    }

    /**
     * Whether a note begins between the beats, and either holds over the next beat or has a rest before it on the beat.
     *
     * @param int      $start      ticks after the start of the measure
     * @param int      $length     in ticks
     * @param bool     $isTied     to the note after it
     * @param int|null $silentFrom where the rest before it begins, in ticks after the start of the measure; none where a note goes before
     */
    public function isOffBeat(int $start, int $length, bool $isTied, ?int $silentFrom): bool
    {
        $beat = $this->beatTicks();
        $into = $start % $beat;
        $end = $into + $length;

        return 0 !== $into && ($end > $beat || ($isTied && $end === $beat) || (null !== $silentFrom && $start - $silentFrom >= $into));
    }

    public function name(): string
    {
        return $this->count.'/'.$this->unit;
    }

    public function equals(self $other): bool
    {
        return $this->count === $other->count && $this->unit === $other->unit;
    }
}
