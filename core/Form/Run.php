<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

/** Measures that come back, each like the one at the same place of an earlier run (handbook 5). */
final readonly class Run
{
    /**
     * @param int          $of     position at which the earlier run begins
     * @param int          $at     position at which it comes back
     * @param int          $length measures; of a run at other lengths those of its return
     * @param LikenessKind $kind   same where every measure is the same
     * @param int          $by     letters (moved), strings (other-string) or octaves up; 0 for other kinds
     */
    public function __construct(public int $of, public int $at, public int $length, public LikenessKind $kind, public int $by = 0)
    {
    }
}
