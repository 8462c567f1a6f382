<?php

declare(strict_types=1);

namespace App\Shared\Reckoned;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Repository\OverrideRepository;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Sequence\ClassPolicies;
use CoinStair\Core\Sequence\PieceForClass;
use CoinStair\Core\Standing\Standing;

/** A piece for a class, or for a year of playing: loads the rows that it follows from and hands them to the core. */
final readonly class PiecesForClasses
{
    public function __construct(private OverrideRepository $overrides, private Standings $standings, private Memory $memory)
    {
    }

    /**
     * @param Standing|null     $standing of the class, where it is known already
     * @param HandPolicies|null $policies instead of the class's own, while somebody tries others
     */
    public function of(Piece $piece, SchoolClass $class, ?Standing $standing = null, ?HandPolicies $policies = null): PieceForClass
    {
        return $this->make($piece, $class, $class->policies($policies), $standing ?? $this->standings->of($class));
    }

    /** For no class: nothing is known, and only what was set for all classes counts. */
    public function ofYear(Piece $piece, HandPolicies $policies): PieceForClass
    {
        return $this->make($piece, null, ClassPolicies::ofYear($policies), Standing::unknown());
    }

    private function make(Piece $piece, ?SchoolClass $class, ClassPolicies $policies, Standing $standing): PieceForClass
    {
        return PieceForClass::of(
            $piece->score(),
            $policies,
            $standing,
            $piece->getGoalTempo(),
            $piece->getScoreHash(),
            $this->overrides->counting($piece, $class),
            $this->memory,
        );
    }
}
