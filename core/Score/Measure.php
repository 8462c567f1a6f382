<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * What all parts share of one measure: its place, length, meter, key and its signs on the road map.
 */
final readonly class Measure
{
    use Copies;

    /**
     * @param int        $position    in the file, from 0
     * @param string     $printed     label that the book shows; may be empty
     * @param int        $length      ticks
     * @param int        $repeatTimes passes that the repeat sign at its end asks for; 0 where there is none
     * @param list<int>  $endingStart numbers of the ending bracket that begins here
     * @param bool       $endingStop  an ending bracket stops at its end
     * @param list<Jump> $jumps
     */
    public function __construct(
        public int $position,
        public string $printed,
        public Meter $meter,
        public Key $key,
        public int $length,
        public bool $repeatStart = false,
        public int $repeatTimes = 0,
        public array $endingStart = [],
        public bool $endingStop = false,
        public array $jumps = [],
        public BarStyle $end = BarStyle::Regular,
        public string $rehearsal = '',
        public bool $lineBreak = false,
    ) {
    }

    public function isShort(): bool
    {
        return $this->length < $this->meter->ticks();
    }

    public function has(Jump $jump): bool
    {
        return \in_array($jump, $this->jumps, true);
    }

    public function numbered(int $position): self
    {
        return $this->copy(position: $position);
    }

    public function labelled(string $printed): self
    {
        return $this->copy(printed: $printed);
    }

    public function inKey(Key $key): self
    {
        return $this->copy(key: $key);
    }

    public function rehearsed(string $mark): self
    {
        return $this->copy(rehearsal: $mark);
    }
}
