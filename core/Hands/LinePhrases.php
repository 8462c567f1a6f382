<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\Form\Border;
use CoinStair\Core\Form\Borders;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Form\Phrases;
use CoinStair\Core\Form\Sections;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/** The phrases of a line that keep one octave each (handbook 2): those of its form, with their upbeats, and none over two sections. */
final readonly class LinePhrases
{
    /**
     * The piece is not held: what is known of it must not keep it.
     *
     * @param non-empty-list<Place> $borders starts of the phrases, and the end of the piece
     * @param bool                  $upbeat  the piece begins with one
     * @param array<int, int>       $back    ticks of a measure from which on its notes lead back to the start of a repeat, by position
     */
    private function __construct(private array $borders, private bool $upbeat, private array $back)
    {
    }

    /** @param int $level year of playing, 1 to 4 */
    public static function of(Piece $piece, Part $line, int $level): self
    {
        /** @var \WeakMap<Part, array<int, self>> $known by line and year: the part of each instrument asks for the same */
        static $known = new \WeakMap();
        $ofLine = $known[$line] ?? [];
        $known[$line] = $ofLine + [$level => $ofLine[$level] ?? self::find($piece, $line, $level)];

        return $known[$line][$level];
    }

    public function count(): int
    {
        return \count($this->borders) - 1;
    }

    /**
     * Number of the phrase in which a place lies.
     *
     * @param int $from a phrase that does not begin after it
     */
    public function at(Place $place, int $from = 0): int
    {
        while (isset($this->borders[$from + 2]) && !$place->isBefore($this->borders[$from + 1])) {
            ++$from;
        }

        return $from;
    }

    /** Position of the first measure that a phrase touches. */
    public function first(int $phrase): int
    {
        return $this->borders[$phrase]->position;
    }

    /** Position of the measure with its downbeat, by which people know it. */
    public function downbeat(int $phrase): int
    {
        return $this->first($phrase) + ($this->hasUpbeat($phrase) ? 1 : 0);
    }

    /** Position of the last measure that a phrase touches. */
    public function last(int $phrase): int
    {
        $end = $this->borders[$phrase + 1];

        return 0 === $end->offset ? $end->position - 1 : $end->position;
    }

    /** A note of a phrase leads into it, or back to the start of a repeat. */
    public function isUpbeat(int $phrase, int $position, int $offset): bool
    {
        return ($position === $this->first($phrase) && $this->hasUpbeat($phrase)) || $offset >= ($this->back[$position] ?? \PHP_INT_MAX);
    }

    private function hasUpbeat(int $phrase): bool
    {
        $from = $this->borders[$phrase];

        return $from->offset > 0 || (0 === $from->position && $this->upbeat);
    }

    private static function find(Piece $piece, Part $line, int $level): self
    {
        $first = $piece->measures[0];
        $back = [];
        foreach ($first->isShort() ? \array_slice($piece->measures, 1) : [] as $measure) {
            if ($measure->repeatTimes > 0) {
                $back[$measure->position] = $measure->length - $first->length;
            }
        }
        $places = array_map(static fn (Border $border): Place => $border->place, self::inner($piece, $line, $level));

        return new self([$piece->start(), ...$places, $piece->end()], $first->isShort(), $back);
    }

    /** @return list<Border> */
    private static function inner(Piece $piece, Part $line, int $level): array
    {
        if ($piece->isOutline()) {
            return [];
        }
        $alone = $piece->withParts([$line]);
        $likeness = Likeness::of($alone);
        $borders = Borders::of($alone, $likeness);

        return Phrases::of($alone, $borders, $level, [], Sections::starts($alone, $likeness, $borders))->borders;
    }
}
