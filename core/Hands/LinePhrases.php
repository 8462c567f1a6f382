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
final class LinePhrases
{
    /** @var \WeakMap<Part, array<int, non-empty-list<Place>>>|null by line and year: each instrument asks for the same */
    private static ?\WeakMap $known = null;

    /**
     * @param int $level year of playing, 1 to 4
     *
     * @return non-empty-list<Place> starts of the phrases, and the end of the piece
     */
    public static function borders(Piece $piece, Part $line, int $level): array
    {
        if ($piece->isOutline()) {
            return [$piece->start(), $piece->end()];
        }
        /** @var \WeakMap<Part, array<int, non-empty-list<Place>>> $known */
        $known = self::$known ??= new \WeakMap();
        $ofLine = $known[$line] ?? [];
        $ofLine[$level] ??= self::find($piece, $line, $level);
        $known[$line] = $ofLine;

        return $ofLine[$level];
    }

    /** @return non-empty-list<Place> */
    private static function find(Piece $piece, Part $line, int $level): array
    {
        $alone = $piece->withParts([$line]);
        $likeness = Likeness::of($alone);
        $borders = Borders::of($alone, $likeness);
        $sections = Sections::starts($alone, $likeness, $borders);
        $phrases = Phrases::of($alone, $borders, $level, [], $sections)->borders;

        return [$piece->start(), ...array_map(static fn (Border $border): Place => $border->place, $phrases), $piece->end()];
    }
}
