<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

/** What stands in a line of music. */
enum TokenKind
{
    /** parts: accidental, what makes it a microtone, letter, octave marks, length */
    case Note;
    /** inside: notes, decorations and annotations; parts: length, and a hyphen where a tie stands inside */
    case Chord;
    /** inside: chords, and notes by themselves */
    case Graces;
    /** parts: z, x, Z or X; length */
    case Rest;
    /** parts: the sign, colons before it, whether it repeats from here, numbers of an ending */
    case Bar;
    /** parts: numbers */
    case Ending;
    /** parts: notes, in the time of, for so many */
    case Tuplet;
    /** parts: name, value */
    case Field;
    /** parts: name */
    case Decoration;
    /** parts: text */
    case Annotation;
    case SlurStart;
    case SlurStop;
    case Tie;
    /** parts: < or >, as often as it stands there */
    case Broken;
    /** another voice in the same measure */
    case Overlay;
    /** parts: what is to be said, and the sign of which */
    case Problem;
}
