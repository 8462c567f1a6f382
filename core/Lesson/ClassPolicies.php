<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\Growth;

/** How a class plays and goes on: all that its teacher chose for it, with the instruments that are in it (handbook 1). */
final readonly class ClassPolicies implements \JsonSerializable
{
    /** Least time of a lesson in which something can be taught. */
    private const LEAST_SECONDS = 60.0;

    /**
     * @param non-empty-list<Instrument> $instruments of its groups
     * @param float                      $seconds     of a lesson in which something can be taught
     * @param array<string, int>         $players     by instrument; one each where they are not told
     * @param list<Habit>                $habits      what its teacher does besides the stair
     */
    private function __construct(
        public HandPolicies $hands,
        public array $instruments,
        public CoinRule $rule,
        public Growth $growth,
        public float $seconds,
        public FirstContact $contact = FirstContact::New,
        public SlowGroup $slow = SlowGroup::Apart,
        public array $players = [],
        public bool $holdCheck = true,
        public array $habits = [],
    ) {
    }

    /**
     * @param list<Instrument> $instruments of its groups; all string instruments while there are none
     * @param int              $minutes     of a lesson
     * @param int              $lost        minutes of it for unpacking, tuning and packing
     */
    public static function of(HandPolicies $hands, array $instruments, CoinRule $rule, Growth $growth, int $minutes, int $lost): self
    {
        return new self(
            $hands,
            [] === $instruments ? Instrument::strings() : $instruments,
            $rule,
            $growth,
            self::secondsToTeach($minutes, $lost),
        );
    }

    /** Seconds of a lesson in which something can be taught. */
    public static function secondsToTeach(int $minutes, int $lost): float
    {
        return max(self::LEAST_SECONDS, ($minutes - $lost) * 60.0);
    }

    /** The usual ones of a year, where there is no class. */
    public static function ofYear(HandPolicies $hands): self
    {
        return self::of($hands, [], CoinRule::standard(), Growth::likely(), 35, 8);
    }

    /**
     * With how a class meets what is new, and what is done about a group that is slower.
     *
     * @param array<string, int> $players by instrument
     * @param list<Habit>        $habits
     */
    public function teaching(
        FirstContact $contact,
        SlowGroup $slow,
        array $players = [],
        bool $holdCheck = true,
        array $habits = [],
    ): self {
        return new self(
            $this->hands,
            $this->instruments,
            $this->rule,
            $this->growth,
            $this->seconds,
            $contact,
            $slow,
            $players,
            $holdCheck,
            $habits,
        );
    }

    public function has(Habit $habit): bool
    {
        return \in_array($habit, $this->habits, true);
    }

    /** Year of playing, 1 to 4. */
    public function year(): int
    {
        return $this->hands->level;
    }

    /** @return array<string, mixed> what tells two apart */
    public function jsonSerialize(): array
    {
        return [
            'hands' => $this->hands->fingerprint(),
            'instruments' => $this->instruments,
            'rule' => $this->rule,
            'growth' => $this->growth,
            'seconds' => $this->seconds,
            'contact' => $this->contact,
            'slow' => $this->slow,
            'players' => $this->players,
            'holdCheck' => $this->holdCheck,
            'habits' => $this->habits,
        ];
    }
}
