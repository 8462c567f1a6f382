<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

use CoinStair\Core\Form\Reading;
use CoinStair\Core\Form\Unfolding;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;

/** The directions of a row of strokes (handbook 4). */
final readonly class Bowing
{
    /** Beats up to which a note is light enough to be hooked. */
    private const LIGHT = 1.0;

    /**
     * @param list<BowedStroke> $strokes
     * @param list<HandNotice>  $notices
     */
    private function __construct(public array $strokes, public array $notices)
    {
    }

    /** @param list<Stroke> $strokes */
    public static function of(Piece $piece, array $strokes, DirectionPolicy $policy = DirectionPolicy::Alternate): self
    {
        if ([] === $strokes) {
            return new self([], []);
        }
        [$lifts, $hooks, $accepted] = DirectionPolicy::Downbeat === $policy ? self::repairs($strokes) : [[], [], []];
        $first = $direction = self::lead($strokes, 0);
        $bowed = [];
        foreach ($strokes as $index => $stroke) {
            $bowed[] = $step = match (true) {
                0 === $index => self::opening($stroke, $direction),
                DirectionPolicy::Downbeat !== $policy && self::beginsUpbeat($strokes, $index) => self::upbeat(
                    $stroke,
                    self::lead($strokes, $index),
                    $direction,
                ),
                default => self::next($stroke, $direction, $first, $policy, isset($lifts[$index]), isset($hooks[$index])),
            };
            $direction = $step->direction;
        }

        return new self($bowed, [...self::turns($piece, $bowed), ...self::accepted($piece, $bowed, $accepted)]);
    }

    /**
     * Down; an upbeat starts so that the downbeat after it comes down, or as marked.
     *
     * @param non-empty-list<Stroke> $strokes
     * @param int                    $from    the first of the line or of an upbeat
     */
    private static function lead(array $strokes, int $from): Direction
    {
        if (null !== $strokes[$from]->printed) {
            return $strokes[$from]->printed;
        }
        $turns = 0;
        $count = \count($strokes);
        for ($index = $from; $index < $count; ++$index) {
            $stroke = $strokes[$index];
            if ($index > $from && !$stroke->hooked && !$stroke->lifted) {
                ++$turns;
            }
            if (!$stroke->upbeat || null !== $stroke->printed) {
                $wanted = $strokes[$from]->upbeat ? $stroke->printed ?? Direction::Down : Direction::Down;

                return 0 === $turns % 2 ? $wanted : $wanted->opposite();
            }
        }

        return Direction::Up;
    }

    /** @param non-empty-list<Stroke> $strokes */
    private static function beginsUpbeat(array $strokes, int $index): bool
    {
        $stroke = $strokes[$index];
        $before = $strokes[$index - 1];

        return $stroke->upbeat
            && (!$before->upbeat || $before->position !== $stroke->position || $stroke->rest > 0)
            && null === $stroke->printed
            && !$stroke->hooked
            && !$stroke->lifted;
    }

    /** The upbeat of a repeat or of a later phrase. */
    private static function upbeat(Stroke $stroke, Direction $lead, Direction $before): BowedStroke
    {
        $again = $lead === $before;

        return new BowedStroke(
            $stroke,
            $lead,
            new Notice(
                0,
                0,
                $again ? 'Set again, so that the upbeat leads to a down-bow.' : 'The upbeat leads to a down-bow.',
            ),
            $again ? [StrokeMark::Retake, ...self::fixed($stroke)] : self::fixed($stroke),
        );
    }

    private static function opening(Stroke $stroke, Direction $direction): BowedStroke
    {
        return new BowedStroke(
            $stroke,
            $direction,
            new Notice(
                0,
                0,
                match (true) {
                    $stroke->isSet => 'Set by the teacher.',
                    null !== $stroke->printed => 'Marked in the book.',
                    $stroke->upbeat => 'The upbeat leads to a down-bow.',
                    default => 'The line starts down.',
                },
            ),
            self::fixed($stroke),
        );
    }

    private static function next(
        Stroke $stroke,
        Direction $before,
        Direction $first,
        DirectionPolicy $policy,
        bool $lift,
        bool $hook,
    ): BowedStroke {
        $printed = self::fixed($stroke);
        if (null !== $stroke->printed) {
            $again = $stroke->printed === $before;

            return new BowedStroke(
                $stroke,
                $stroke->printed,
                new Notice(0, 0, $stroke->isSet ? 'Set by the teacher.' : 'Marked in the book.'),
                $again ? [$stroke->hooked ? StrokeMark::Hook : StrokeMark::Retake, ...$printed] : $printed,
            );
        }
        [$direction, $reason, $marks] = match (true) {
            $stroke->hooked => [$before, 'Hooked: dots or tenutos under one slur.', [StrokeMark::Hook]],
            $hook => [$before, 'Hooked, so that the downbeat comes down.', [StrokeMark::Hook]],
            $stroke->lifted => [$before, 'The lift is marked.', [StrokeMark::Retake]],
            $lift => [$before, 'Lifted over the rest, so that the downbeat comes down.', [StrokeMark::Retake]],
            DirectionPolicy::Phrase === $policy && $stroke->opens => [
                $first,
                'A phrase starts as the first did.',
                $first === $before ? [StrokeMark::Retake] : [],
            ],
            default => [$before->opposite(), 'The other way after the stroke before.', []],
        };

        return new BowedStroke($stroke, $direction, new Notice(0, 0, $reason), [...$marks, ...$printed]);
    }

    /** @return list<StrokeMark> */
    private static function fixed(Stroke $stroke): array
    {
        $marks = null === $stroke->printed || $stroke->isSet ? [] : [StrokeMark::Printed];

        return $stroke->isSet || null !== $stroke->amount ? [...$marks, StrokeMark::Override] : $marks;
    }

    /**
     * Where a downbeat would come up, the cheapest repair before it: a lift over a rest (1), two light notes hooked (2), or it is accepted
     * (4).
     *
     * @param non-empty-list<Stroke> $strokes
     *
     * @return array{array<int, true>, array<int, true>, array<int, true>} indexes of lifts, hooks, and downbeats that stay up
     */
    private static function repairs(array $strokes): array
    {
        $lifts = $hooks = $accepted = [];
        $direction = self::lead($strokes, 0);
        $directions = [$direction];
        $from = 0;
        foreach ($strokes as $index => $stroke) {
            if ($index > 0) {
                $direction = $stroke->printed ?? ($stroke->hooked || $stroke->lifted ? $direction : $direction->opposite());
                $directions[$index] = $direction;
            }
            if (!$stroke->downbeat || 0 === $index) {
                continue;
            }
            if (Direction::Up === $direction && null === $stroke->printed) {
                $repair = self::repair($strokes, $from, $index);
                if (null === $repair) {
                    $accepted[$index] = true;
                } else {
                    [$at, $lift] = $repair;
                    if ($lift) {
                        $lifts[$at] = true;
                    } else {
                        $hooks[$at] = true;
                    }
                    $direction = Direction::Down;
                }
            }
            $from = $index;
        }

        return [$lifts, $hooks, $accepted];
    }

    /**
     * @param non-empty-list<Stroke> $strokes
     *
     * @return array{int, bool}|null index, and whether it is a lift
     */
    private static function repair(array $strokes, int $from, int $to): ?array
    {
        for ($at = $to; $at > $from; --$at) {
            if ($strokes[$at]->rest > 0 && null === $strokes[$at]->printed && !self::markedBetween($strokes, $at + 1, $to)) {
                return [$at, true];
            }
        }
        for ($at = $to - 1; $at > $from + 1; --$at) {
            $one = $strokes[$at - 1];
            $two = $strokes[$at];
            $light =
                $one->beats <= self::LIGHT
                && $two->beats <= self::LIGHT
                && 0 === $two->rest
                && 1 === \count($one->notes)
                && 1 === \count($two->notes);
            if ($light && null === $two->printed && !$two->hooked && !self::markedBetween($strokes, $at + 1, $to)) {
                return [$at, false];
            }
        }

        return null;
    }

    /** @param list<Stroke> $strokes */
    private static function markedBetween(array $strokes, int $from, int $to): bool
    {
        for ($at = $from; $at < $to; ++$at) {
            if (null !== $strokes[$at]->printed) {
                return true;
            }
        }

        return false;
    }

    /**
     * Repeats whose second pass starts in the other direction, found on the play order.
     *
     * @param list<BowedStroke> $bowed
     *
     * @return list<HandNotice>
     */
    private static function turns(Piece $piece, array $bowed): array
    {
        $byMeasure = [];
        foreach ($bowed as $step) {
            $byMeasure[$step->stroke->position][] = $step;
        }
        $numbers = MeasureNumbers::of($piece);
        $notices = [];
        $last = null;
        $position = -1;
        foreach (Unfolding::unfold($piece, Reading::Printed)->visits as $visit) {
            $steps = $byMeasure[$visit->position] ?? [];
            $back = $visit->position <= $position;
            if (
                $back
                && null !== $last
                && [] !== $steps
                && $steps[0]->direction === $last->direction
                && !$steps[0]->isLifted()
                && !isset($notices[$visit->position])
            ) {
                $count = \count(
                    array_filter(
                        $bowed,
                        static fn (BowedStroke $step): bool => $step->stroke->position >= $visit->position
                            && $step->stroke->position <= $position
                            && !$step->stroke->hooked,
                    ),
                );
                $notices[$visit->position] = new HandNotice(
                    'repeat-turns',
                    new Notice(
                        0,
                        0,
                        'The repeat at measure {measure} turns: {count} strokes in the section. Lift before the repeat, hook two '
                            .'notes inside, or leave it.',
                        ['measure' => $numbers->at($visit->position), 'count' => (string) $count],
                    ),
                    $visit->position,
                    $steps[0]->stroke->offset,
                );
            }
            $last = [] === $steps ? $last : $steps[\count($steps) - 1];
            $position = $visit->position;
        }

        return array_values($notices);
    }

    /**
     * @param list<BowedStroke> $bowed
     * @param array<int, true>  $accepted
     *
     * @return list<HandNotice>
     */
    private static function accepted(Piece $piece, array $bowed, array $accepted): array
    {
        $numbers = MeasureNumbers::of($piece);

        return array_map(
            static fn (int $index): HandNotice => new HandNotice(
                'downbeat-up',
                new Notice(0, 0, 'The downbeat of measure {measure} comes up: nothing before it can be lifted or hooked.', [
                    'measure' => $numbers->at($bowed[$index]->stroke->position),
                ]),
                $bowed[$index]->stroke->position,
                $bowed[$index]->stroke->offset,
            ),
            array_keys($accepted),
        );
    }
}
