<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

/** One likeness of a measure: to the earliest measure for which it holds. */
final readonly class Like
{
    /**
     * @param int   $of position of the earlier measure
     * @param float $by letters (moved), strings (other-string) or octaves up, negative down; the factor of the lengths (longer); 0 for
     *                  other kinds
     */
    public function __construct(public int $of, public LikenessKind $kind, public float $by = 0.0)
    {
    }
}
