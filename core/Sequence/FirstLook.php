<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Form\Reading;
use CoinStair\Core\Form\Unfolding;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Lesson\ClassPolicies;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Standing\Standing;

/**
 * All that the page of a piece reckons, done once before the piece is saved: what cannot be reckoned is refused then, and breaks no page
 * afterwards (handbook 11).
 */
final class FirstLook
{
    /** Year of playing whose fingers, bows and cut are tried. */
    private const YEAR = 2;

    /** @param string $scoreHash of the piece, under which its results are kept */
    public static function at(Piece $piece, int $goal, string $scoreHash = '', ?Memory $memory = null): void
    {
        foreach (Reading::cases() as $reading) {
            Unfolding::unfold($piece, $reading);
        }
        if ($piece->isOutline()) {
            return;
        }
        $policies = ClassPolicies::ofYear(HandPolicies::ofLevel(self::YEAR));
        $forYear = PieceForClass::of($piece, $policies, Standing::unknown(), $goal, $scoreHash, [], $memory)->withoutPrompts();
        foreach (Instrument::strings() as $instrument) {
            $forYear->hands($instrument);
        }
        $plan = CutPlan::of($forYear, Method::Forward);
        $plan->heat();
        $plan->plan();
    }
}
