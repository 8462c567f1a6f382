<?php

declare(strict_types=1);

namespace App\Shared\Plans;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\Standings;
use App\Shared\Repository\OverrideRepository;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Lesson\ClassPolicies;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Score\Override;
use CoinStair\Core\Sequence\PieceForClass;
use CoinStair\Core\Standing\PastLesson;
use CoinStair\Core\Standing\Standing;

/** A piece for a class, or for a year of playing: loads the rows that it follows from and hands them to the core. */
final readonly class PiecesForClasses
{
    public function __construct(private OverrideRepository $overrides, private Standings $standings, private Memory $memory)
    {
    }

    /** @param list<PastLesson> $past the class's lessons on the piece; where only its hands are asked for, none */
    public function of(Piece $piece, SchoolClass $class, array $past = []): PieceForClass
    {
        return $this->playedBy($piece, $class, $class->handPolicies(), $past);
    }

    /**
     * For a class, or for none: then nothing is known, and only what was set for all classes counts.
     *
     * @param HandPolicies                       $policies  the class's own, others that somebody tries, or those of a year
     * @param list<PastLesson>                   $past      the class's lessons on the piece
     * @param array<string, list<Override>>|null $overrides that count, by instrument, if they are known already
     */
    public function playedBy(
        Piece $piece,
        ?SchoolClass $class,
        HandPolicies $policies,
        array $past = [],
        ?array $overrides = null,
    ): PieceForClass {
        return PieceForClass::of(
            $piece->score(),
            $class?->policies($policies) ?? ClassPolicies::ofYear($policies),
            null === $class ? Standing::unknown() : $this->standings->of($class),
            $piece->getGoalTempo(),
            $piece->getScoreHash(),
            $overrides ?? $this->overrides->counting($piece, $class),
            $this->memory,
            $past,
        );
    }
}
