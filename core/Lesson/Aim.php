<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Copies;
use CoinStair\Core\Score\Instrument;

/** What a sequence is built for: all that a teacher chose for one class and one piece (handbook 6). */
final readonly class Aim
{
    use Copies;

    public const LESSONS = 6;

    /**
     * @param int              $goal        beats a minute
     * @param list<Instrument> $instruments that count
     * @param float|null       $comfort     tempo of every chunk, where a teacher typed it
     * @param int              $lessons     after which the goal counts as out of reach
     * @param list<string>     $skipped     what is left out of what lessons ask for themselves, as LessonStep::named() tells it
     * @param list<string>     $asked       warm-ups that a teacher asked for, told so too
     * @param list<string>     $reviews     codes of warm-ups by which the next lesson touches what is due again
     */
    public function __construct(
        public int $goal,
        public array $instruments,
        public SlowGroup $slow = SlowGroup::Apart,
        public FirstContact $contact = FirstContact::New,
        public ?float $comfort = null,
        public int $lessons = self::LESSONS,
        public array $skipped = [],
        public array $asked = [],
        public array $reviews = [],
    ) {
    }

    public function withGoal(int $goal): self
    {
        return $this->with($goal, $this->slow, $this->lessons, $this->reviews);
    }

    public function withSlow(SlowGroup $slow): self
    {
        return $this->with($this->goal, $slow, $this->lessons, $this->reviews);
    }

    public function withLessons(int $lessons): self
    {
        return $this->with($this->goal, $this->slow, $lessons, $this->reviews);
    }

    /** @param list<string> $reviews codes of warm-ups */
    public function withReviews(array $reviews): self
    {
        return $this->with($this->goal, $this->slow, $this->lessons, $reviews);
    }

    /** @return list<WarmUp> that a teacher asked for in a lesson */
    public function askedIn(int $lesson): array
    {
        $start = LessonStep::nameOf($lesson, StepPurpose::WarmUp->value.' ');
        $asked = array_filter($this->asked, static fn (string $one): bool => str_starts_with($one, $start));

        return array_values(
            array_filter(array_map(static fn (string $one): ?WarmUp => WarmUp::parse(substr($one, \strlen($start))), $asked)),
        );
    }

    /** @param list<string> $reviews */
    private function with(int $goal, SlowGroup $slow, int $lessons, array $reviews): self
    {
        return $this->copy(goal: $goal, slow: $slow, lessons: $lessons, reviews: $reviews);
    }
}
