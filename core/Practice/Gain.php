<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

/**
 * What practice has added to the comfort of a stretch of one measure, in logarithms of tempo (handbook 5): half of what is fresh is lost by
 * the next meeting, what is left stays for good.
 */
final readonly class Gain
{
    /**
     * @param int   $from  ticks of the measure
     * @param int   $to    ticks of the measure; PHP_INT_MAX for its end
     * @param float $kept  that stays
     * @param float $fresh since the last meeting
     */
    private function __construct(public int $from, public int $to, public float $kept, public float $fresh)
    {
    }

    /** Of a whole measure that nobody practised. */
    public static function none(): self
    {
        return new self(0, \PHP_INT_MAX, 0.0, 0.0);
    }

    public function all(): float
    {
        return $this->kept + $this->fresh;
    }

    /** With so much more; never more than the most, and never less than it was. */
    public function grownBy(float $more, float $most): self
    {
        $all = max($this->all(), min($most, $this->all() + $more));

        return new self($this->from, $this->to, $this->kept, $all - $this->kept);
    }

    public function atNextMeeting(): self
    {
        return new self($this->from, $this->to, $this->kept + $this->fresh / 2, 0.0);
    }

    /**
     * The gains of one measure, with a border at some ticks.
     *
     * @param list<self> $gains
     *
     * @return list<self>
     */
    public static function cutAt(array $gains, int $at): array
    {
        $cut = [];
        foreach ($gains as $gain) {
            if ($gain->from < $at && $at < $gain->to) {
                $cut[] = new self($gain->from, $at, $gain->kept, $gain->fresh);
                $cut[] = new self($at, $gain->to, $gain->kept, $gain->fresh);
            } else {
                $cut[] = $gain;
            }
        }

        return $cut;
    }
}
