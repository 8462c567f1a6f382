<?php

declare(strict_types=1);

namespace CoinStair\Core\Standing;

/** From when on a skill counts as practised, secure, due again (handbook 7). A program's settings, with their starting values. */
final readonly class Thresholds implements \JsonSerializable
{
    /** Bounds of each setting, by name. */
    public const BOUNDS = [
        'practisedSteps' => [1, 20],
        'practisedLessons' => [1, 10],
        'secureDays' => [1, 10],
        'firstDays' => [2, 60],
        'longestDays' => [7, 365],
        'withinReach' => [1, 10],
    ];

    /**
     * @param int $practisedSteps   steps that hold a skill until it is practised
     * @param int $practisedLessons lessons in which they lie
     * @param int $secureDays       days with a coin at the goal tempo until it is secure
     * @param int $firstDays        days after which it is due again for the first time
     * @param int $longestDays      the longest that it can wait
     * @param int $withinReach      new skills of one group up to which a piece is within reach
     */
    private function __construct(
        public int $practisedSteps,
        public int $practisedLessons,
        public int $secureDays,
        public int $firstDays,
        public int $longestDays,
        public int $withinReach,
    ) {
    }

    public static function standard(): self
    {
        return new self(3, 2, 2, 7, 60, 3);
    }

    /**
     * The standard ones, with what was chosen instead; each is held within its bounds.
     *
     * @param array<string, int> $chosen by name
     */
    public static function of(array $chosen): self
    {
        $values = self::standard()->values();
        foreach (self::BOUNDS as $name => [$least, $most]) {
            $values[$name] = max($least, min($most, $chosen[$name] ?? $values[$name]));
        }

        return new self(
            $values['practisedSteps'],
            $values['practisedLessons'],
            $values['secureDays'],
            $values['firstDays'],
            max($values['firstDays'], $values['longestDays']),
            $values['withinReach'],
        );
    }

    /** A skill, or a place on the fingerboard, is practised once so many steps in so many lessons held it. */
    public function arePractised(int $steps, int $lessons): bool
    {
        return $steps >= $this->practisedSteps && $lessons >= $this->practisedLessons;
    }

    /** @return array{practisedSteps: int, practisedLessons: int, secureDays: int, firstDays: int, longestDays: int, withinReach: int} */
    public function values(): array
    {
        return [
            'practisedSteps' => $this->practisedSteps,
            'practisedLessons' => $this->practisedLessons,
            'secureDays' => $this->secureDays,
            'firstDays' => $this->firstDays,
            'longestDays' => $this->longestDays,
            'withinReach' => $this->withinReach,
        ];
    }

    /** @return array<string, int> what tells two apart */
    public function jsonSerialize(): array
    {
        return $this->values();
    }
}
