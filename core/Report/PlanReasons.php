<?php

declare(strict_types=1);

namespace CoinStair\Core\Report;

use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\Round;
use CoinStair\Core\Lesson\StepTime;
use CoinStair\Core\Lesson\Tread;
use CoinStair\Core\Sequence\CutPlan;
use CoinStair\Core\Stair\GoingOn;

/** Says for each number of a planned step the formula with its values (handbook 6), in plain words for people who check them. */
final class PlanReasons
{
    /** @return list<string> none for steps in which nothing of the piece is played */
    public static function of(CutPlan $plan, LessonStep $step): array
    {
        if (null === $step->chunk || [] === $step->time->treads) {
            return [];
        }
        $piece = $plan->of->piece;
        $beats = $piece->ticksBetween($step->chunk->from, $step->chunk->to) / $piece->beatTicks;

        return [
            self::comfort($plan, $step),
            ...array_map(static fn (Tread $tread): string => self::tread($tread, $beats, $step->step->rule->goingOn), $step->time->treads),
            self::time($step),
        ];
    }

    private static function comfort(CutPlan $plan, LessonStep $step): string
    {
        $move = null === $step->hardest
            ? 'nothing moves'
            : \sprintf(
                '%s: %s 60 × %s beats ÷ %.2f s = %.0f before practice',
                $step->hardest->instrument->value,
                $step->hardest->move->reason->text(),
                round($step->hardest->move->beats, 3),
                $step->hardest->move->seconds,
                $step->hardest->tempo(),
            );

        return $step->reading
            ? \sprintf('comfort %.0f by reading, %.2f of it not read yet (%s)', $step->time->treads[0]->comfort, $step->lack, $move)
            : \sprintf('comfort %.0f by the hands (%s)', $step->time->treads[0]->comfort, $move);
    }

    private static function tread(Tread $tread, float $beats, GoingOn $goingOn): string
    {
        return \sprintf(
            '%d: %d ÷ %.1f, %s beats%s%s: clean %.2f; %d %s: %.1f tries of %.1f s',
            $tread->tempo,
            $tread->tempo,
            $tread->comfort,
            round($beats, 2),
            $tread->longer > 0 ? \sprintf(', new music +%.2f', $tread->longer) : '',
            $tread->seams < 1 ? \sprintf(', seams ×%.3f', $tread->seams) : '',
            $tread->chance,
            $tread->coins,
            match ($goingOn) {
                GoingOn::InARow => 'in a row',
                GoingOn::InAll => 'in all',
                GoingOn::Goes => 'goes',
                GoingOn::Teacher => 'or as the teacher says',
            },
            $tread->tries()->mean,
            $tread->seconds,
        );
    }

    private static function time(LessonStep $step): string
    {
        $time = $step->time;

        return \sprintf(
            '%.0f s of talk%s + %s%.0f s on the stair = %.0f s',
            $time->talk,
            [] === $time->rounds
                ? ''
                : \sprintf(' + %.0f s of rounds (%s)', $time->before, implode(', ', self::modes($time))),
            $time->turns > 1 ? $time->turns.' turns × ' : '',
            ($time->playing() - $time->before) / $time->turns,
            $time->seconds(),
        );
    }

    /** @return list<string> */
    private static function modes(StepTime $time): array
    {
        return array_map(static fn (Round $round): string => $round->isSeam ? 'seam' : $round->mode->value, $time->rounds);
    }
}
