<?php

declare(strict_types=1);

namespace App\Report;

use CoinStair\Core\Progress\SkillOfGroups;
use CoinStair\Core\Skill\Family;

/** What became of a family of skills in a term. */
final readonly class FamilyReport
{
    /**
     * @param list<SkillOfGroups> $introduced
     * @param list<SkillOfGroups> $practised
     * @param list<SkillOfGroups> $secured    for the first time
     * @param list<SkillOfGroups> $confirmed  that were presumed
     * @param list<SkillOfGroups> $renewed    that were due
     * @param list<SkillOfGroups> $due        at the end
     */
    public function __construct(
        public Family $family,
        public array $introduced,
        public array $practised,
        public array $secured,
        public array $confirmed,
        public array $renewed,
        public array $due,
    ) {
    }

    public function isEmpty(): bool
    {
        return [] === [
            ...$this->introduced,
            ...$this->practised,
            ...$this->secured,
            ...$this->confirmed,
            ...$this->renewed,
            ...$this->due,
        ];
    }
}
