<?php

declare(strict_types=1);

namespace App\Lesson\Sequence;

/** A step as the stair picture of its lesson draws it. */
final readonly class PictureStep
{
    /**
     * @param string      $label   under its flight
     * @param list<int>   $treads  beats a minute; none where nothing is played on a stair
     * @param list<float> $seconds of each tread
     * @param list<int>   $coins   of each tread
     * @param float       $before  seconds before the first tread: talk and rounds
     * @param string      $look    class, group, warm-up or quiet: how it is told from others
     */
    public function __construct(
        public string $label,
        public array $treads,
        public array $seconds,
        public array $coins,
        public float $before,
        public string $look,
    ) {
    }

    public function sum(): float
    {
        return $this->before + array_sum($this->seconds);
    }
}
