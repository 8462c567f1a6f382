<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Practice\TodaysStair;

/** What a teacher may do where a goal stays out of reach: each is played through, so that its effect is known (handbook 6). */
final readonly class Offers
{
    /** Lessons that are offered at the most. */
    private const MORE = 12;
    /** Lower goals that are tried. */
    private const LOWER = 4;
    /** Year whose chunks are the smallest. */
    private const SMALL = 1;

    /** @param list<Offer> $offers that change something */
    private function __construct(public array $offers)
    {
    }

    public static function reckon(CutPlan $plan): self
    {
        $now = $plan->plan();
        if ($now->isAtGoal()) {
            return new self([]);
        }
        $aim = $plan->aim;
        $offers = [];
        $goal = $plan->of->policies->growth->floor($now->reaches);
        // A goal that is offered is one that is met: a lower one asks for less, and its lessons are others.
        for ($try = 0; $try < self::LOWER && $goal >= TodaysStair::lowest($aim->goal, $plan->of->policies->growth); ++$try) {
            $lower = $plan->with($aim->withGoal($goal))->plan();
            if ($lower->isAtGoal()) {
                $offers[] = self::told(OfferKind::LowerGoal, $goal, $lower);
                break;
            }
            $goal = $plan->of->policies->growth->floor(min($goal - 1, $lower->reaches));
        }
        foreach (SlowGroup::Wait === $aim->slow ? [OfferKind::Apart, OfferKind::Ease] : [] as $kind) {
            $offers[] = self::told($kind, 0, $plan->with($aim->withSlow(SlowGroup::from($kind->value)))->plan());
        }
        $more = $plan->with($aim->withLessons(self::MORE))->plan();
        $offers[] = self::told(OfferKind::MoreLessons, \count($more->lessons), $more);
        if ($plan->of->policies->year() > self::SMALL) {
            $offers[] = self::told(OfferKind::SmallerChunks, 0, $plan->cutForYear(self::SMALL)->plan());
        }

        return new self(
            array_values(
                array_filter(
                    $offers,
                    static fn (Offer $offer): bool => OfferKind::LowerGoal === $offer->kind || $offer->reaches > $now->reaches,
                ),
            ),
        );
    }

    private static function told(OfferKind $kind, int $value, LessonSequence $then): Offer
    {
        return new Offer($kind, $value, \count($then->lessons), $then->seconds(), $then->reaches);
    }
}
