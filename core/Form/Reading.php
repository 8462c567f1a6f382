<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

/** The three readings of the road map (handbook 2), chosen per step. */
enum Reading: string
{
    /** as printed, repeats and jumps played */
    case Printed = 'printed';
    /** no repeats: straight through, last endings */
    case Plain = 'plain';
    /** each measure once, for learning */
    case Once = 'once';
}
