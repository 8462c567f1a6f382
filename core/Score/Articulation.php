<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

enum Articulation: string
{
    case Staccato = 'staccato';
    case Tenuto = 'tenuto';
    case Accent = 'accent';
    case Marcato = 'marcato';
    case Fermata = 'fermata';
}
