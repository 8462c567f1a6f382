<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/** A hairpin that opens at a note. */
enum Hairpin: string
{
    case None = 'none';
    case Crescendo = 'crescendo';
    case Diminuendo = 'diminuendo';
}
