<?php

declare(strict_types=1);

namespace CoinStair\Core\Readiness;

use CoinStair\Core\Progress\ClassSkills;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Needs;

/** How ready a class is for a piece in a few numbers: all that a library of thousands is put in order by (handbook 7). */
final readonly class Glance
{
    /**
     * @param int  $fresh     new points of the group that has most of them
     * @param bool $isBlocked something has to be learned before that the piece does not have
     * @param int  $due       skills of the piece that are due again
     */
    public function __construct(public Verdict $verdict, public int $fresh, public bool $isBlocked, public int $due)
    {
    }

    /** The same numbers as those of the whole readiness, without finding what it tells. */
    public static function at(Needs $needs, ClassSkills $class, Catalogue $catalogue): self
    {
        $fresh = 0;
        $isBlocked = false;
        foreach ($class->instruments as $instrument) {
            $new = self::newTo($instrument, array_keys($needs->first[$instrument->value] ?? []), $class, $catalogue);
            $fresh = max($fresh, Points::of($new));
            foreach ($isBlocked ? [] : $new as $code) {
                $isBlocked = $isBlocked || (!$needs->has($instrument, $code) && !self::isPlaced($code, $needs, $class));
            }
        }
        $due = 0;
        foreach ($class->due() as $one) {
            $due += $needs->hasAnywhere($one->code) ? 1 : 0;
        }

        return new self(Verdict::of($fresh, $class->thresholds), $fresh, $isBlocked, $due);
    }

    /**
     * What is asked for and the group has not met, and what comes before that; each after what it needs itself. What nothing can find is
     * taken for granted, unless a teacher said that it is not there.
     *
     * @param list<int|string> $asked codes
     *
     * @return list<string> codes
     */
    public static function newTo(Instrument $instrument, array $asked, ClassSkills $class, Catalogue $catalogue): array
    {
        $new = [];
        foreach ($asked as $code) {
            $code = (string) $code;
            if (!$class->isNew($instrument, $code)) {
                continue;
            }
            foreach ([...$catalogue->before($code, $instrument), $code] as $one) {
                if (!isset($new[$one]) && $class->isNew($instrument, $one) && !self::isTaken($instrument, $one, $class, $catalogue)) {
                    $new[$one] = true;
                }
            }
        }

        return array_map(strval(...), array_keys($new));
    }

    private static function isTaken(Instrument $instrument, string $code, ClassSkills $class, Catalogue $catalogue): bool
    {
        return true === $catalogue->find($code)?->isByHand() && null === $class->of($instrument, $code)->said;
    }

    /** Some group to which it is new meets it in the piece. */
    private static function isPlaced(string $code, Needs $needs, ClassSkills $class): bool
    {
        foreach ($class->instruments as $instrument) {
            if ($needs->has($instrument, $code) && $class->isNew($instrument, $code)) {
                return true;
            }
        }

        return false;
    }
}
