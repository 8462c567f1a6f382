<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

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
     * @param list<OwnStep>    $skipped     what is left out of what lessons ask for by themselves
     * @param list<OwnStep>    $asked       warm-ups that a teacher asked for
     * @param list<WarmUp>     $reviews     warm-ups by which the next lesson touches what is due again
     * @param KnownPiece|null  $known       another piece, with which a lesson can close
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
        public ?KnownPiece $known = null,
    ) {
    }

    public function withGoal(int $goal): self
    {
        return $this->copy(goal: $goal);
    }

    public function withSlow(SlowGroup $slow): self
    {
        return $this->copy(slow: $slow);
    }

    public function withLessons(int $lessons): self
    {
        return $this->copy(lessons: $lessons);
    }

    /** @param list<WarmUp> $reviews */
    public function withReviews(array $reviews): self
    {
        return $this->copy(reviews: $reviews);
    }

    public function withKnown(?KnownPiece $known): self
    {
        return $this->copy(known: $known);
    }

    /** @return list<WarmUp> that a teacher asked for in a lesson */
    public function askedIn(int $lesson): array
    {
        $asked = array_filter($this->asked, static fn (OwnStep $one): bool => $one->lesson === $lesson);

        return array_values(array_filter(array_map(static fn (OwnStep $one): ?WarmUp => $one->warmUp, $asked)));
    }
}
