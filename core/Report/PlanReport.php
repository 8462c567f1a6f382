<?php

declare(strict_types=1);

namespace CoinStair\Core\Report;

use CoinStair\Core\Chunk\PlaceNames;
use CoinStair\Core\Lesson\Habit;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\PlannedLesson;
use CoinStair\Core\Lesson\Round;
use CoinStair\Core\Lesson\SumUp;
use CoinStair\Core\Lesson\Tread;
use CoinStair\Core\Lesson\WhoKind;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Sequence\CutPlan;
use CoinStair\Core\Sequence\LessonSequence;

/**
 * What piece:plan tells: the sequence over lessons for a class of a year.
 *
 * @phpstan-type PlaceRow array{position: int, offset: string}
 * @phpstan-type StepRow array{
 *     what: string, chunk: array{from: PlaceRow, to: PlaceRow}|null, measures: string, title: string, who: list<string>,
 *     others: string, rounds: list<string>,
 *     roundsOver: list<array{int|null, int|null}>, first: list<string>,
 *     treads: list<int>, coins: list<int>, tries: array{mean: float, low: int, high: int}, seconds: float, top: int, prompt: string,
 *     listen: string, fuller: string, turns: string, warmUp: string, comfort: array<string, float>, chances: list<float>,
 *     why: list<string>,
 * }
 * @phpstan-type Plan array{
 *     method: string, level: int, goal: int, minutes: int, lessons: list<array{seconds: float, sumUp: string, steps: list<StepRow>}>,
 *     reaches: int, eased: list<string>, short: list<array{instrument: string, reason: string}>, seconds: float,
 * }
 */
final class PlanReport
{
    /** @return Plan */
    public static function tell(CutPlan $plan): array
    {
        $sequence = $plan->plan();
        $names = PlaceNames::of($plan->of->piece);
        $short = [];
        foreach ($sequence->groups->slow as $name => [$hardest, $others]) {
            $short[] = [
                'instrument' => $name,
                'reason' => \sprintf('%s Comfortable at %d, the others at %d.', $hardest->move->reason->text(), $hardest->tempo(), $others),
            ];
        }
        if (!$sequence->isAtGoal() && null !== $sequence->holds && !isset($sequence->groups->slow[$sequence->holds->instrument->value])) {
            $short[] = [
                'instrument' => $sequence->holds->instrument->value,
                'reason' => \sprintf('%s Comfortable at %d.', $sequence->holds->move->reason->text(), $sequence->holds->tempo()),
            ];
        }

        return [
            'method' => $plan->method->value,
            'level' => $plan->of->policies->year(),
            'goal' => $sequence->goal,
            'minutes' => (int) round($plan->of->policies->seconds / 60),
            'lessons' => array_map(
                static fn (PlannedLesson $lesson): array => [
                    'seconds' => round($lesson->seconds(), 1),
                    'sumUp' => $plan->of->policies->has(Habit::SumUp)
                        ? SumUp::ofPlanned($lesson, $sequence->goal, $names)?->text() ?? ''
                        : '',
                    'steps' => array_map(static fn (LessonStep $step): array => self::step($plan, $names, $step), $lesson->steps),
                ],
                $sequence->lessons,
            ),
            'reaches' => $sequence->reaches,
            'eased' => array_map(
                static fn (Notice $one): string => $one->text(),
                LessonSequence::eased($sequence->written, $sequence->reaches),
            ),
            'short' => $short,
            'seconds' => round($sequence->seconds(), 1),
        ];
    }

    /** @return StepRow */
    private static function step(CutPlan $plan, PlaceNames $names, LessonStep $lesson): array
    {
        $step = $lesson->step;
        $who = $step->who();
        $isRung = StepPurpose::Learn === $step->purpose && null !== $step->rung;
        $tries = $lesson->time->tries();

        return [
            'what' => $isRung ? 'rung' : $step->purpose->value,
            'chunk' => null === $lesson->chunk
                ? null
                : ['from' => self::place($lesson->chunk->from), 'to' => self::place($lesson->chunk->to)],
            'measures' => null === $lesson->chunk ? '' : $names->chunk($lesson->chunk),
            'title' => $step->warmUp?->title() ?? $lesson->piece->title ?? '',
            'who' => array_column([] === $who->instruments ? $plan->aim->instruments : $who->instruments, 'value'),
            'others' => $who->others->value,
            'rounds' => array_map(static fn (Round $round): string => $round->mode->value, $step->rounds),
            'roundsOver' => array_map(static fn (Round $round): array => [$round->from, $round->to], $step->rounds),
            'first' => self::first($plan->of->piece, $names, $lesson),
            'treads' => $lesson->time->tempos(),
            'coins' => array_map(static fn (Tread $tread): int => $tread->coins, $lesson->time->treads),
            'tries' => ['mean' => round($tries->mean ?? 0.0, 2), 'low' => $tries?->low() ?? 0, 'high' => $tries?->high() ?? 0],
            'seconds' => round($lesson->time->seconds(), 1),
            'top' => $lesson->top(),
            'prompt' => '' === $step->prompt ? $lesson->says?->text() ?? '' : $step->prompt,
            'listen' => $lesson->listen?->text() ?? '',
            'fuller' => $step->fuller->value,
            'turns' => WhoKind::All === $who->kind || WhoKind::Instruments === $who->kind ? '' : $who->kind->value,
            'warmUp' => $step->warmUp?->code() ?? '',
            'comfort' => array_map(static fn (float $tempo): float => round($tempo, 1), $lesson->comfort),
            'chances' => array_map(static fn (Tread $tread): float => round($tread->chance, 3), $lesson->time->treads),
            'why' => PlanReasons::of($plan, $lesson),
        ];
    }

    /** @return list<string> rounds in words: "say, tap 3–4" */
    private static function first(Piece $piece, PlaceNames $names, LessonStep $lesson): array
    {
        $first = [];
        foreach ($lesson->step->rounds as $round) {
            $part = null === $lesson->chunk ? null : $round->of($lesson->chunk, $piece);
            $over = null === $part || $part === $lesson->chunk ? '' : ' '.$names->chunk($part);
            $first[$over][] = $round->isSeam ? 'the seam' : $round->mode->value;
        }

        return array_map(
            static fn (string $over, array $rounds): string => implode(', ', array_unique($rounds)).$over.
                (\count(array_unique($rounds)) < \count($rounds) ? ' alone, twice' : ''),
            array_keys($first),
            $first,
        );
    }

    /** @return PlaceRow */
    private static function place(Place $place): array
    {
        return ['position' => $place->position, 'offset' => Ticks::quarters($place->offset)];
    }
}
