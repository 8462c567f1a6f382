<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use App\Shared\Cut\Cuts;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\Sequence;
use App\Shared\Plans\LessonSequences;
use App\Shared\Repository\LessonRepository;
use App\Shared\Repository\PieceRepository;
use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\PlannedLesson;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Log\LogLimits;
use CoinStair\Core\Score\Refusal;
use Psr\Clock\ClockInterface;

/** Begins a lesson: takes a copy of what the sequence plans for it, and behind that what comes next, for a class that is quicker. */
final readonly class LessonPlanner
{
    /** Steps of the next lesson that stand behind those of this one. */
    private const SPARE = 3;

    public function __construct(
        private ClockInterface $clock,
        private LessonSequences $plans,
        private Cuts $cuts,
        private LessonRepository $lessons,
        private PieceRepository $pieces,
    ) {
    }

    /**
     * The next lesson of a sequence.
     *
     * @param \DateTimeImmutable|null $when it was held, if it does not begin in this moment
     *
     * @throws Refusal if nothing is left to be taught, or no further lesson begins today
     */
    public function next(Sequence $sequence, ?\DateTimeImmutable $when = null): Lesson
    {
        $now = $when ?? $this->clock->now();
        $this->expectRoom($sequence, self::day($sequence, $now));
        $lesson = $this->begin($sequence, $now);
        if ([] === $lesson->steps()) {
            throw Refusal::because(
                'All of this sequence is taught: no step is left for a lesson. Add a step, or raise the tempo to which it climbs.',
            );
        }

        return $lesson;
    }

    /** @throws Refusal */
    private function expectRoom(Sequence $sequence, \DateTimeImmutable $day): void
    {
        if ($this->lessons->countOfClass($sequence->getClass(), $day) >= LogLimits::LESSONS_OF_CLASS) {
            throw Refusal::because('This class has begun {most} lessons today; another one begins tomorrow.', [
                'most' => (string) LogLimits::LESSONS_OF_CLASS,
            ]);
        }
        if ($this->lessons->countOfProgram($day) >= LogLimits::LESSONS_OF_PROGRAM) {
            throw Refusal::because('The classes of this program have begun {most} lessons today; another one begins tomorrow.', [
                'most' => (string) LogLimits::LESSONS_OF_PROGRAM,
            ]);
        }
    }

    /** @param \DateTimeImmutable|null $now when it begins, if not in this moment */
    public function begin(Sequence $sequence, ?\DateTimeImmutable $now = null): Lesson
    {
        $now ??= $this->clock->now();
        $plan = $this->plans->of($sequence);
        $steps = $plan->next()->steps ?? [];
        $spare = \array_slice(self::learned($plan->lessons[1] ?? null, $steps), 0, self::SPARE);
        $rows = [];
        foreach ($sequence->steps() as $row) {
            $rows[(string) $row->getId()] = $row;
        }
        $ids = $this->chunkIds($sequence, [...$steps, ...$spare]);
        $taught = [];
        foreach ([...$steps, ...$spare] as $number => $step) {
            $taught[] = new TaughtStep(
                '' === $step->id ? 'p'.$number : $step->id,
                $step->step,
                (int) (($rows[$step->id] ?? null)?->getChunk()?->getId() ?? $ids[self::key($step)] ?? 0),
                (int) ($rows[$step->id] ?? null)?->getLike()?->getId(),
                0,
                $sequence->getGoalTempo(),
                $step->time->seconds(),
                false,
                $step->isCut,
                $number >= \count($steps),
                '' === $step->step->prompt ? $step->says : null,
                $step->listen,
            );
        }

        return new Lesson($sequence, self::day($sequence, $now), $now, $taught);
    }

    /** The edges of its chunk, or another piece. */
    private static function key(LessonStep $step): string
    {
        return null === $step->piece ? $step->chunk?->edges() ?? '' : 'piece '.$step->piece->id;
    }

    private static function day(Sequence $sequence, \DateTimeImmutable $now): \DateTimeImmutable
    {
        return $sequence->getProgram()?->today($now) ?? throw new \LogicException('A sequence belongs to a program.');
    }

    /**
     * @param list<LessonStep> $today
     *
     * @return list<LessonStep> steps of the order that are not taught today
     */
    private static function learned(?PlannedLesson $lesson, array $today): array
    {
        $ids = array_column($today, 'id');

        return array_values(
            array_filter(
                $lesson->steps ?? [],
                static fn (LessonStep $step): bool => '' !== $step->id && !\in_array($step->id, $ids, true),
            ),
        );
    }

    /**
     * @param list<LessonStep> $steps
     *
     * @return array<string, int> id of each chunk that the lesson itself asks for, by its key
     */
    private function chunkIds(Sequence $sequence, array $steps): array
    {
        $wanted = array_map(static fn (LessonStep $step): ?Chunk => '' === $step->id ? $step->chunk : null, $steps);
        $ids = [];
        foreach ($this->cuts->have($sequence->getPiece(), array_values(array_filter($wanted))) as $chunk) {
            $ids[$chunk->chunk()->edges()] = (int) $chunk->getId();
        }
        foreach ($steps as $step) {
            $piece = null === $step->piece ? null : $this->pieces->byIds([$step->piece->id])[$step->piece->id] ?? null;
            if (null !== $piece) {
                $ids[self::key($step)] = (int) $this->cuts->have($piece, [Chunk::whole($piece->score())])[0]->getId();
            }
        }

        return $ids;
    }
}
