<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/** A hand on the fingerboard: a position and a shape, and where each finger sits in it (handbook 3). */
final readonly class HandFrame
{
    /**
     * @param string                                  $position as people name it: half, I, II, II½, III, IV
     * @param int                                     $base     semitones above the open string of the first finger, unstretched
     * @param array<int, list<array{int, Placement}>> $fingers  semitones above the open string and placement, by finger
     * @param int                                     $letters  letters that the first finger lies above the open string; fingers follow
     *                                                          letters
     * @param float                                   $noteCost of each note in this hand
     */
    public function __construct(
        public string $position,
        public string $shape,
        public int $base,
        public array $fingers,
        public ?int $letters,
        public float $noteCost,
    ) {
    }

    public function isFirst(): bool
    {
        return 'I' === $this->position;
    }
}
