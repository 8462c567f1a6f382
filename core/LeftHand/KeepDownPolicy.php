<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/** Where fingers are marked to be kept down (handbook 1). */
enum KeepDownPolicy: string
{
    /** where the finger returns within two measures */
    case Near = 'near';
    /** every place where it can stay */
    case Always = 'always';
    case Never = 'never';

    /** Measures within which a finger has to return; none is marked if negative. */
    public function measures(): int
    {
        return match ($this) {
            self::Near => 2,
            self::Always => \PHP_INT_MAX,
            self::Never => -1,
        };
    }
}
