<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Entity\SaidState;
use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Progress\SkillState;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Skill\Skill;

/** One skill of one group: where it stands, on what evidence, and what teachers said. */
final readonly class CellPage
{
    /** @var list<State> that can be said */
    public array $sayable;

    /**
     * @param list<CellLesson> $lessons that held it, the latest first
     * @param int              $more    lessons that are not shown
     * @param list<SaidState>  $said    the latest first
     * @param list<Skill>      $before  what comes before it
     */
    public function __construct(
        public SchoolClass $class,
        public Skill $skill,
        public Instrument $instrument,
        public SkillState $state,
        public array $lessons,
        public int $more,
        public array $said,
        public array $before,
        public ?Notice $problem = null,
        public string $why = '',
    ) {
        $this->sayable = State::sayable();
    }
}
