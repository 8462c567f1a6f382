<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

/** One likeness of a measure: to the earliest measure for which it holds. */
final readonly class Like
{
    /**
     * @param int   $of position of the earlier measure
     * @param float $by letters (moved), strings (other-string) or octaves up, negative down; the factor of the lengths (longer); 0 for
     *                  other kinds
     */
    public function __construct(public int $of, public LikenessKind $kind, public float $by = 0.0)
    {
    }

    /** In words: {measure} is like {other}, by {by}. */
    public function sentence(): string
    {
        $one = 1.0 === abs($this->by);

        return match ($this->kind) {
            LikenessKind::OtherEnding => 'Measure {measure} starts like measure {other} and ends otherwise.',
            LikenessKind::Octave => $this->by > 0
                ? 'Measure {measure} is measure {other}, an octave higher.'
                : 'Measure {measure} is measure {other}, an octave lower.',
            LikenessKind::OtherString => match (true) {
                $one && $this->by > 0 => 'Measure {measure} is measure {other} with the same fingers, a string higher.',
                $one => 'Measure {measure} is measure {other} with the same fingers, a string lower.',
                $this->by > 0 => 'Measure {measure} is measure {other} with the same fingers, {by} strings higher.',
                default => 'Measure {measure} is measure {other} with the same fingers, {by} strings lower.',
            },
            LikenessKind::Longer => $this->by > 1
                ? 'Measure {measure} is measure {other} with every note {by} times as long.'
                : 'Measure {measure} is measure {other} with shorter notes.',
            default => match (true) {
                $one && $this->by > 0 => 'Measure {measure} is measure {other}, a step higher.',
                $one => 'Measure {measure} is measure {other}, a step lower.',
                $this->by > 0 => 'Measure {measure} is measure {other}, {by} steps higher.',
                default => 'Measure {measure} is measure {other}, {by} steps lower.',
            },
        };
    }
}
