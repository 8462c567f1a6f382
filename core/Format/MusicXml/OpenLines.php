<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

/** Slurs and sung words of a part that go on from one note to later ones. */
final class OpenLines
{
    private const SLURS = 6;

    /** @var array<int, list<int>> numbers of the slurs that are open, by voice */
    private array $slurs = [];
    /** @var array<int, array<int, bool>> whether a sung word goes on from the note before, by voice and verse */
    private array $words = [];

    /** A slur begins; gives its number, of which there are six. */
    public function startSlur(int $voice): int
    {
        $number = \count($this->slurs[$voice] ?? []) + 1;
        $this->slurs[$voice][] = $number;

        return min(self::SLURS, $number);
    }

    /** The slur ends that began last; none where none is open. */
    public function stopSlur(int $voice): ?int
    {
        $number = [] === ($this->slurs[$voice] ?? []) ? null : array_pop($this->slurs[$voice]);

        return null === $number ? null : min(self::SLURS, $number);
    }

    /** Whether a word goes on from the syllable before; and from this one to the next. */
    public function goesOn(int $voice, int $verse, bool $toTheNext): bool
    {
        $before = $this->words[$voice][$verse] ?? false;
        $this->words[$voice][$verse] = $toTheNext;

        return $before;
    }
}
