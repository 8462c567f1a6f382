<?php

declare(strict_types=1);

namespace App\Lesson\Sequence;

use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use App\Shared\Facts\TaughtLessons;
use App\Shared\Plans\SequenceState;
use App\Shared\Repository\LessonRepository;
use CoinStair\Core\Chunk\Chunk as CoreChunk;
use CoinStair\Core\Lesson\LessonOutline;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\PlannedLesson;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Lesson\Tread;
use CoinStair\Core\Lesson\Who;
use CoinStair\Core\Lesson\WhoKind;
use CoinStair\Core\Log\StepResult;
use CoinStair\Core\Log\TaughtLesson;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Sequence\SequenceOutline;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Environment;

/**
 * The lessons of a sequence as its page shows them: those that were taught, the one that comes next, those after it. What is drawn of a
 * lesson is kept under all that it follows from, since a page has many steps and most of them stay as they were.
 */
final readonly class LessonRows
{
    /** Lessons that were taught and are shown. */
    private const TAUGHT = 12;

    public function __construct(
        private LessonRepository $lessons,
        private TaughtLessons $taught,
        private StepWords $words,
        private TranslatorInterface $translator,
        private Environment $twig,
        private Memory $memory,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param array<int, CoreChunk> $chunks of the piece, by id
     * @param list<int>             $shown
     *
     * @return list<LessonRow>
     */
    public function of(Sequence $sequence, SequenceState $state, array $chunks, array $shown): array
    {
        $plan = $state->outline;
        $taught = '' === $state->log
            ? []
            : $this->memory->remember(
                Fingerprint::of('taught-lessons')
                    ->with('log', $state->log)
                    ->with('sequence', (int) $sequence->getId())
                    ->with('lessons', self::TAUGHT),
                fn (): array => $this->taught->of(array_reverse($this->lessons->ofSequence($sequence, self::TAUGHT))),
            );
        $tempos = self::tempos($plan, $taught);
        $rows = [];
        $first = $plan->taught - \count($taught);
        foreach ($taught as $index => $lesson) {
            $rows[] = $this->taughtRow($sequence, $lesson, $chunks, $first + $index + 1, $tempos);
        }
        $steps = [];
        foreach ($sequence->steps() as $step) {
            $steps[(string) $step->getId()] = $step;
        }
        $program = $sequence->getProgram() ?? throw new \LogicException('A sequence belongs to a program.');
        $today = $program->today($this->clock->now());
        $last = [] === $taught ? '' : $taught[\count($taught) - 1]->day;
        $days = $sequence->getClass()->nextMeetings(
            $last === $today->format('Y-m-d') ? $today->modify('+1 day') : $today,
            \count($plan->lessons),
        );
        foreach ($plan->lessons as $index => $lesson) {
            $isShown = 0 === $index || \in_array($lesson->number, $shown, true);
            $rows[] = $this->plannedRow($sequence, $state, $lesson, $steps, $days[$index] ?? null, $tempos, 0 === $index, $isShown);
        }

        return $rows;
    }

    /**
     * @param array<array-key, Step> $steps  by id
     * @param array{int, int}        $tempos
     */
    private function plannedRow(
        Sequence $sequence,
        SequenceState $state,
        LessonOutline $lesson,
        array $steps,
        ?\DateTimeImmutable $day,
        array $tempos,
        bool $isNext,
        bool $isShown,
    ): LessonRow {
        $own = array_values(array_filter($lesson->steps, static fn (string $id): bool => isset($steps[$id])));
        $taught = $state->outline->taught;
        $planned = static fn (): PlannedLesson => ($state->plan)()->numbered($lesson->number);
        $draw = fn (): array => $this->draw($sequence, $planned(), $steps, $taught, $tempos, $isNext, $isShown);
        // A row of short pieces goes over many pieces: nothing tells what it follows from.
        [$picture, $html] = '' === $state->key
            ? $draw()
            : $this->memory->remember(
                Fingerprint::of('drawn-lesson')
                    ->with('plan', $state->key)
                    ->with('sequence', (int) $sequence->getId())
                    ->with('lesson', [$lesson->number, $taught, $isNext, $isShown])
                    ->with('tempos', $tempos)
                    ->with('locale', $this->translator->getLocale()),
                $draw,
            );

        return new LessonRow(
            $lesson->number,
            $day,
            null === $day ? '' : $sequence->getClass()->getMeetings()[(int) $day->format('N')] ?? '',
            0,
            $lesson->seconds,
            $lesson->available,
            $lesson->reaches,
            $picture,
            \count($lesson->steps),
            $html,
            (int) ($own[0] ?? 0),
        );
    }

    /**
     * @param array<array-key, Step> $steps
     * @param int                    $taught lessons before it that were taught
     * @param array{int, int}        $tempos
     *
     * @return array{string, string} the stair picture, and the list of the steps where they are shown
     */
    private function draw(
        Sequence $sequence,
        PlannedLesson $lesson,
        array $steps,
        int $taught,
        array $tempos,
        bool $isNext,
        bool $isShown,
    ): array {
        $score = $sequence->getPiece()->score();
        $rows = $pictures = [];
        foreach ($lesson->steps as $planned) {
            $step = $steps[$planned->id] ?? null;
            $pictures[] = $this->plannedPicture($score, $planned, $step);
            $rows[] = $isShown ? $this->words->row($score, $planned, $step) : null;
        }

        return [
            $this->picture(StairPicture::of($pictures, $lesson->available, $tempos, $isNext), $lesson->number, $lesson->seconds()),
            $isShown
                ? $this->twig->render('lesson/_steps.html.twig', [
                    'number' => $lesson->number,
                    'rows' => $rows,
                    'sequence' => $sequence,
                    'taught' => $taught,
                    'sumUp' => $this->words->sumUp($sequence, $lesson),
                ])
                : '',
        ];
    }

    private function picture(StairPicture $picture, int $number, float $seconds): string
    {
        return $this->twig->render('lesson/_stair.svg.twig', ['picture' => $picture, 'number' => $number, 'seconds' => $seconds]);
    }

    private function plannedPicture(Piece $score, LessonStep $planned, ?Step $step): PictureStep
    {
        $time = $planned->time;

        return new PictureStep(
            true === $step?->getSequence()->isRow()
                ? (string) $step->getChunk()?->getPiece()->getNumberInBook()
                : $this->words->name($score, $planned->chunk, $planned),
            $time->tempos(),
            array_map(static fn (Tread $tread): float => $time->turns * $tread->tries()->mean * $tread->seconds, $time->treads),
            array_map(static fn (Tread $tread): int => $tread->coins, $time->treads),
            $time->talk + $time->before,
            self::look($planned->step->purpose, $planned->step->who()),
        );
    }

    /**
     * @param array<int, CoreChunk> $chunks by id
     * @param int                   $number in the sequence
     * @param array{int, int}       $tempos
     */
    private function taughtRow(Sequence $sequence, TaughtLesson $lesson, array $chunks, int $number, array $tempos): LessonRow
    {
        $available = $sequence->getClass()->policies()->seconds;
        $reached = $planned = 0;
        $played = [];
        foreach ($lesson->begun() as $step) {
            $chunk = $sequence->isRow() ? null : $chunks[$step->chunk] ?? null;
            $played[] = [$step, $lesson->log->results[$step->id] ?? null, $chunk];
            $planned += $step->seconds;
            $reached = $step->step->purpose->isLearned() ? max($reached, $lesson->log->results[$step->id]->reached ?? 0) : $reached;
        }
        // As wide as it took by its log; which step took how much of that is as it was planned.
        $seconds = $lesson->log->seconds;
        $scale = $planned > 0 ? $seconds / $planned : 0.0;
        $score = $sequence->getPiece()->score();
        $fingerprint = Fingerprint::of('drawn-taught')
            ->with('played', array_map(fn (array $one): array => [
                $one[0]->stored(),
                $one[1]->tread ?? -1,
                null === $one[2] ? '' : $this->words->name($score, $one[2]),
            ], $played))
            ->with('lesson', [$number, $available, $seconds])
            ->with('tempos', $tempos)
            ->with('locale', $this->translator->getLocale());
        $draw = function () use ($score, $played, $available, $tempos, $number, $seconds, $scale): string {
            $pictures = array_map(fn (array $one): PictureStep => $this->taughtPicture($score, $scale, ...$one), $played);

            return $this->picture(StairPicture::of($pictures, $available, $tempos, false), $number, $seconds);
        };
        $picture = $this->memory->remember($fingerprint, $draw);

        return new LessonRow(
            $number,
            new \DateTimeImmutable($lesson->day),
            '',
            (int) $lesson->id,
            $seconds,
            $available,
            $reached,
            $picture,
            \count($played),
            paused: $lesson->log->paused,
        );
    }

    /** @param float $scale seconds that it took for each second that was planned */
    private function taughtPicture(Piece $score, float $scale, TaughtStep $step, ?StepResult $result, ?CoreChunk $chunk): PictureStep
    {
        $treads = null === $result ? [] : \array_slice($step->step->stair->treads ?? [], 0, $result->tread + 1);
        $seconds = $scale * $step->seconds;
        $part = [] === $treads ? 0.0 : $seconds / \count($treads);

        return new PictureStep(
            $this->words->name($score, $chunk),
            $treads,
            array_fill(0, \count($treads), $part),
            array_fill(0, \count($treads), 0),
            [] === $treads ? $seconds : 0.0,
            self::look($step->step->purpose, $step->step->who()),
        );
    }

    private static function look(StepPurpose $purpose, Who $who): string
    {
        return match (true) {
            StepPurpose::WarmUp === $purpose, !$purpose->isPlayed() => 'quiet',
            WhoKind::Instruments === $who->kind => 'group',
            default => 'class',
        };
    }

    /**
     * The lowest and the highest tempo of all lessons.
     *
     * @param list<TaughtLesson> $taught
     *
     * @return array{int, int}
     */
    private static function tempos(SequenceOutline $plan, array $taught): array
    {
        $tempos = [$plan->goal];
        foreach ($plan->lessons as $lesson) {
            array_push($tempos, ...$lesson->tempos);
        }
        foreach ($taught as $lesson) {
            foreach ($lesson->begun() as $step) {
                array_push($tempos, ...($step->chunk > 0 ? $step->step->stair->treads ?? [] : []));
            }
        }

        return [min($tempos), max($tempos)];
    }
}
