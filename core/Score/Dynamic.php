<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/** A printed dynamic. */
enum Dynamic: string
{
    case Pianississimo = 'ppp';
    case Pianissimo = 'pp';
    case Piano = 'p';
    case MezzoPiano = 'mp';
    case MezzoForte = 'mf';
    case Forte = 'f';
    case Fortissimo = 'ff';
    case Fortississimo = 'fff';
    case Sforzato = 'sfz';
    case FortePiano = 'fp';
}
