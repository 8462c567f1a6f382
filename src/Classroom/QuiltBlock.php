<?php

declare(strict_types=1);

namespace App\Classroom;

use CoinStair\Core\Progress\ClassSkills;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Family;

/**
 * One family of the small quilt on the page of a class: a square for each skill, a row for each group. Squares of one state are drawn as
 * one.
 */
final readonly class QuiltBlock
{
    /** Width and height of a square with the gap beside it, and where the first stands, beside the name of its row. */
    public const STEP = 14;
    private const LEFT = 17;
    /** What is drawn of each state, from the upper left corner of its square: lines, and what is filled. */
    private const LINES = [
        'not-met' => 'm.5 .5h11v11h-11z',
        'presumed' => 'm.5 .5h11v11h-11zm0 6.5l6.5-6.5m-3 11l7.5-7.5',
        'introduced' => 'm.5 .5h11v11h-11z',
        'practised' => 'm.5 .5h11v11h-11z',
        'secure' => '',
        'due-again' => '',
    ];
    private const FILLS = [
        'not-met' => '',
        'presumed' => '',
        'introduced' => 'm.5 4v7.5h7.5z',
        'practised' => 'm.5 6.5h11v5h-11z',
        'secure' => 'h12v12h-12z',
        'due-again' => 'h12v12h-12zm6 2.6a3.4 3.4 0 1 0 .01 0z',
    ];

    /**
     * @param int                               $groups  rows
     * @param array<string, string>             $lines   path of all squares of a state, by state
     * @param array<string, string>             $fills   what is filled of them, by state
     * @param array<string, array<string, int>> $counted skills in each state, by instrument
     */
    private function __construct(
        public Family $family,
        public int $skills,
        public int $groups,
        public array $lines,
        public array $fills,
        public array $counted,
    ) {
    }

    public function width(): int
    {
        return self::STEP * $this->skills + self::LEFT;
    }

    public function height(): int
    {
        return self::STEP * $this->groups;
    }

    /** @return list<self> family by family; those of which no group has a skill are left out */
    public static function all(Catalogue $catalogue, ClassSkills $class): array
    {
        $columns = [];
        foreach ($catalogue->skills as $skill) {
            $cells = array_map(
                static fn (Instrument $instrument): ?State => $skill->appliesTo($instrument)
                    ? $class->stateOf($instrument, $skill->code)
                    : null,
                $class->instruments,
            );
            if ([] !== array_filter($cells)) {
                $columns[$skill->family->value][] = $cells;
            }
        }
        $blocks = [];
        foreach (Family::cases() as $family) {
            if (isset($columns[$family->value])) {
                $blocks[] = self::block($family, $columns[$family->value], $class->instruments);
            }
        }

        return $blocks;
    }

    /**
     * @param non-empty-list<list<State|null>> $columns     of each skill, group by group
     * @param list<Instrument>                 $instruments
     */
    private static function block(Family $family, array $columns, array $instruments): self
    {
        $lines = $fills = $counted = [];
        foreach ($columns as $column => $cells) {
            foreach ($instruments as $row => $instrument) {
                $state = ($cells[$row] ?? null)?->value;
                if (null === $state) {
                    continue;
                }
                $corner = 'M'.(self::LEFT + self::STEP * $column).' '.(1 + self::STEP * $row);
                $lines[$state] = ($lines[$state] ?? '').('' === self::LINES[$state] ? '' : $corner.self::LINES[$state]);
                $fills[$state] = ($fills[$state] ?? '').('' === self::FILLS[$state] ? '' : $corner.self::FILLS[$state]);
                $counted[$instrument->value][$state] = ($counted[$instrument->value][$state] ?? 0) + 1;
            }
        }

        return new self($family, \count($columns), \count($instruments), array_filter($lines), array_filter($fills), $counted);
    }
}
