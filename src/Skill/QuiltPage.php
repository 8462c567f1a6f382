<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Skill\Family;

/** Groups and skills as a quilt: of one class, or of several beside each other. */
final readonly class QuiltPage
{
    /** @var list<Family> */
    public array $allFamilies;
    /** @var list<State> */
    public array $allStates;

    /**
     * @param list<SchoolClass>  $classes
     * @param list<QuiltGroup>   $groups
     * @param list<QuiltFamily>  $families
     * @param array<string, int> $counted  cells of all groups in each state, by state; none where they were not counted
     * @param string             $day      Y-m-d on which they stand so
     * @param int                $page     of classes, from 1
     * @param bool               $more     there is another page of them
     * @param int                $waiting  classes of the page that are not reckoned yet
     */
    public function __construct(
        public array $classes,
        public array $groups,
        public array $families,
        public array $counted,
        public QuiltQuery $query,
        public string $day,
        public int $page = 1,
        public bool $more = false,
        public int $waiting = 0,
    ) {
        $this->allFamilies = Family::cases();
        $this->allStates = State::cases();
    }

    /** The class, where there is one; of several that are still reckoned the first is not all. */
    public function class(): ?SchoolClass
    {
        return 1 === \count($this->classes) + $this->waiting && 1 === $this->page && !$this->more ? $this->classes[0] : null;
    }
}
