<?php

declare(strict_types=1);

namespace App\Shared\Plans;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\FactsOfClasses;
use App\Shared\Facts\Skills;
use App\Shared\Looked\SkillsOfPieces;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Readiness\ReviewWarmUps;

/** The warm-ups by which a lesson on a piece touches skills of the class that are due again. */
final readonly class Reviews
{
    public function __construct(
        private FactsOfClasses $facts,
        private Skills $skills,
        private SkillsOfPieces $ofPieces,
        private Memory $memory,
    ) {
    }

    /** @return list<WarmUp> for today */
    public function of(Piece $piece, SchoolClass $class): array
    {
        return array_values($this->bySkill($piece, $class));
    }

    /** @return array<string, WarmUp> by code of the skill */
    public function bySkill(Piece $piece, SchoolClass $class): array
    {
        $fingerprint = Fingerprint::of('reviews')
            ->with('class', $this->facts->of($class))
            ->with('score', $piece->getScoreHash());

        return $this->memory->remember($fingerprint, function () use ($piece, $class): array {
            $due = $this->skills->of($class)->due();

            return [] === $due
                ? []
                : ReviewWarmUps::of($due, $this->skills->catalogue(), $this->ofPieces->needs($piece, $class->handPolicies(), $class));
        });
    }
}
