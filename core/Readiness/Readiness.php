<?php

declare(strict_types=1);

namespace CoinStair\Core\Readiness;

use CoinStair\Core\Progress\ClassSkills;
use CoinStair\Core\Progress\SkillOfGroups;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Needs;

/** Can this class play this piece? What it needs, less what each group has met (handbook 7). */
final readonly class Readiness
{
    /**
     * @param list<NewSkill>      $new     what comes before a skill stands before it, the deepest first
     * @param list<SkillOfGroups> $due     skills of the piece that are due again, the worst first
     * @param list<SkillOfGroups> $begun   that were introduced and not practised yet
     * @param array<string, int>  $byGroup new points of each group, by instrument
     */
    private function __construct(
        public Verdict $verdict,
        public array $new,
        public array $due,
        public array $begun,
        public array $byGroup,
    ) {
    }

    /**
     * @param list<Instrument> $instruments that are asked for; those of the class if none are named
     */
    public static function of(Needs $needs, ClassSkills $class, Catalogue $catalogue, array $instruments = []): self
    {
        $groups = $places = $begun = $byGroup = [];
        foreach ([] === $instruments ? $class->instruments : $instruments as $instrument) {
            $new = Glance::newTo($instrument, $needs->inOrder($instrument), $class, $catalogue);
            $byGroup[$instrument->value] = Points::of($new);
            foreach ($new as $code) {
                $groups[$code][] = $instrument;
                $place = $needs->firstPlace($instrument, $code);
                if (null !== $place && (!isset($places[$code]) || $place->isBefore($places[$code]))) {
                    $places[$code] = $place;
                }
            }
            foreach ($needs->inOrder($instrument) as $code) {
                if (State::Introduced === $class->of($instrument, $code)->state && !$class->isKnown($instrument, $code)) {
                    $begun[$code][] = $instrument;
                }
            }
        }
        $most = [] === $byGroup ? 0 : max($byGroup);

        return new self(
            Verdict::of($most, $class->thresholds),
            self::inOrder($groups, $places, $catalogue),
            array_values(array_filter($class->due(), static fn (SkillOfGroups $one): bool => $needs->hasAnywhere($one->code))),
            self::together($begun),
            $byGroup,
        );
    }

    /** The group by which the verdict goes: that with most points; none where nothing is new. */
    public function decides(): ?Instrument
    {
        $most = [] === $this->byGroup ? 0 : max($this->byGroup);

        return 0 === $most ? null : Instrument::from((string) array_search($most, $this->byGroup, true));
    }

    /** It in numbers. */
    public function glance(): Glance
    {
        return new Glance($this->verdict, [] === $this->byGroup ? 0 : max($this->byGroup), $this->isBlocked(), \count($this->due));
    }

    /** Skills that stand first: those before which something has to be learned that the piece does not have. */
    public function isBlocked(): bool
    {
        return [] !== array_filter($this->new, static fn (NewSkill $new): bool => $new->isBefore());
    }

    /**
     * Of all groups together: each skill after those that come before it, those of the piece by their places.
     *
     * @param array<string, list<Instrument>> $groups by code
     * @param array<string, Place>            $places by code
     *
     * @return list<NewSkill>
     */
    private static function inOrder(array $groups, array $places, Catalogue $catalogue): array
    {
        $ordered = [];
        $put = static function (string $code) use (&$put, &$ordered, $groups, $places, $catalogue): void {
            if (isset($ordered[$code]) || !isset($groups[$code])) {
                return;
            }
            foreach ($catalogue->find($code)->prerequisites ?? [] as $before) {
                $put($before);
            }
            $ordered[$code] = new NewSkill($code, $groups[$code], $places[$code] ?? null);
        };
        $codes = array_map(strval(...), array_keys($groups));
        $rank = static fn (string $code): int => self::rank($places[$code] ?? null);
        usort($codes, static fn (string $one, string $other): int => $rank($one) <=> $rank($other));
        foreach ($codes as $code) {
            $put($code);
        }

        return array_values($ordered);
    }

    /** What the piece does not have itself stands first. */
    private static function rank(?Place $place): int
    {
        return $place?->rank() ?? -1;
    }

    /**
     * @param array<string, list<Instrument>> $groups by code
     *
     * @return list<SkillOfGroups>
     */
    private static function together(array $groups): array
    {
        $skills = [];
        foreach ($groups as $code => $instruments) {
            $skills[] = new SkillOfGroups((string) $code, $instruments);
        }

        return $skills;
    }
}
