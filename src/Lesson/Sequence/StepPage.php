<?php

declare(strict_types=1);

namespace App\Lesson\Sequence;

use App\Shared\Entity\RhythmPattern;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Lesson\Others;
use CoinStair\Core\Lesson\Version;
use CoinStair\Core\Lesson\WhoKind;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;

/** The form of a step. */
final readonly class StepPage
{
    public Sequence $sequence;
    /** It has a stair, rounds and coins. */
    public bool $isPlayed;
    /** @var list<Mode> */
    public array $modes;
    /** @var list<WhoKind> */
    public array $kinds;
    /** @var list<Others> */
    public array $others;
    /** @var list<Version> */
    public array $easier;
    /** @var list<Version> */
    public array $fuller;
    /** @var list<Instrument> */
    public array $instruments;

    /**
     * @param list<RhythmPattern> $patterns of the program
     * @param Notice|null         $problem  with what was typed
     * @param string              $wrong    name of the field with which there is a problem; empty where it is none of them
     */
    public function __construct(
        public Step $step,
        public array $patterns,
        public StepFields $fields,
        public ?Notice $problem = null,
        public string $wrong = '',
    ) {
        $this->sequence = $step->getSequence();
        $this->isPlayed = $step->getPurpose()->isPlayed();
        $this->modes = Mode::cases();
        $this->kinds = WhoKind::cases();
        $this->others = Others::cases();
        $this->easier = [Version::Written, Version::Half, Version::OpenStrings, Version::OneVoice, Version::Eased];
        $this->fuller = [Version::Written, Version::Repeats, Version::FourthFingers, Version::Dynamics];
        $this->instruments = $this->sequence->getClass()->instruments();
    }
}
