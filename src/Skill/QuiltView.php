<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\Skills;
use CoinStair\Core\Progress\ClassSkills;
use CoinStair\Core\Progress\SkillState;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Skill\Family;
use CoinStair\Core\Skill\Skill;
use Symfony\Contracts\Translation\TranslatorInterface;

/** Lays the states of classes out as a quilt. All states of a class come at once: no query for a cell. */
final readonly class QuiltView
{
    /** Cells that a page has from the first; further families are fetched when they come into sight. */
    private const CELLS = 110;
    /** Seconds of a request for classes that nobody asked for yet; the page asks again for the rest. */
    private const SECONDS = 0.7;

    public function __construct(private Skills $skills, private TranslatorInterface $translator)
    {
    }

    /**
     * @param list<SchoolClass> $classes
     * @param bool              $more    there is another page of classes
     */
    public function of(array $classes, QuiltQuery $query, int $page = 1, bool $more = false): QuiltPage
    {
        $day = '' === $query->on ? $this->skills->today() : $query->on;
        $states = $this->skills->ofAll($classes, $day, self::SECONDS);
        $asked = \count($classes);
        $classes = array_values(array_filter($classes, static fn (SchoolClass $class): bool => isset($states[(int) $class->getId()])));
        $groups = $this->groups($classes, $query);
        // Beside each other classes are looked at, not counted: that would take all of their states.
        $isCounted = 1 === $asked || null !== $query->state;
        $counted = $isCounted ? array_fill_keys(array_column(State::cases(), 'value'), 0) : [];
        $rows = [];
        foreach ($this->skills->catalogue()->skills as $skill) {
            if (!self::isOfSome($skill, $groups)) {
                continue;
            }
            $of = $isCounted ? self::statesOf($skill, $groups, $states) : [];
            foreach (array_filter($of) as $state) {
                $counted[$state->value] = ($counted[$state->value] ?? 0) + 1;
            }
            if ($query->takes($skill, $this->translator) && $query->takesStates($of)) {
                $rows[$skill->family->value][] = $skill;
            }
        }

        $families = self::families($rows, $groups, $states, $query);

        return new QuiltPage($classes, $groups, $families, $counted, $query, $day, $page, $more, $asked - \count($classes));
    }

    /**
     * @param list<SchoolClass> $classes
     *
     * @return list<QuiltGroup>
     */
    private function groups(array $classes, QuiltQuery $query): array
    {
        $groups = [];
        foreach ($classes as $class) {
            $isFirst = true;
            foreach ($class->instruments() as $instrument) {
                if (null === $query->instrument || $query->instrument === $instrument) {
                    $groups[] = new QuiltGroup($class, $instrument, $isFirst);
                    $isFirst = false;
                }
            }
        }

        return $groups;
    }

    /** @param list<QuiltGroup> $groups */
    private static function isOfSome(Skill $skill, array $groups): bool
    {
        foreach ($groups as $group) {
            if ($skill->appliesTo($group->instrument)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param list<QuiltGroup>        $groups
     * @param array<int, ClassSkills> $states by class id
     *
     * @return list<State|null> one for each group
     */
    private static function statesOf(Skill $skill, array $groups, array $states): array
    {
        return array_map(
            static fn (QuiltGroup $group): ?State => $skill->appliesTo($group->instrument)
                ? $states[(int) $group->class->getId()]->stateOf($group->instrument, $skill->code)
                : null,
            $groups,
        );
    }

    /**
     * @param list<QuiltGroup>        $groups
     * @param array<int, ClassSkills> $states by class id
     */
    private static function row(Skill $skill, array $groups, array $states): QuiltRow
    {
        return new QuiltRow($skill, array_map(
            static fn (QuiltGroup $group): ?SkillState => $skill->appliesTo($group->instrument)
                ? $states[(int) $group->class->getId()]->of($group->instrument, $skill->code)
                : null,
            $groups,
        ));
    }

    /**
     * @param array<string, list<Skill>> $skills by family
     * @param list<QuiltGroup>           $groups
     * @param array<int, ClassSkills>    $states by class id
     *
     * @return list<QuiltFamily>
     */
    private static function families(array $skills, array $groups, array $states, QuiltQuery $query): array
    {
        $families = [];
        $left = self::CELLS;
        foreach (Family::cases() as $family) {
            $of = $skills[$family->value] ?? [];
            if ([] === $of) {
                continue;
            }
            $cells = \count($of) * \count($groups);
            $isShown = [] === $families || null !== $query->family || $left >= $cells;
            $left -= $isShown ? $cells : 0;
            $families[] = new QuiltFamily(
                $family,
                $isShown ? array_map(static fn (Skill $skill): QuiltRow => self::row($skill, $groups, $states), $of) : null,
                \count($of),
            );
        }

        return $families;
    }
}
