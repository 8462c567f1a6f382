<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Format\Abc\Reader;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\ClassPolicies;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\OrderedStep;
use CoinStair\Core\Lesson\PlannedLesson;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Lesson\Tread;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Method\TaughtChunk;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Sequence\CutPlan;
use CoinStair\Core\Sequence\PieceForClass;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\Growth;
use CoinStair\Core\Standing\PastLesson;
use CoinStair\Core\Standing\Standing;
use CoinStair\Core\Standing\Touch;

/** Plans for tests: the demo tunes with the classes for which they are meant. */
final class Plans
{
    /** Year, goal and minutes to teach of the tunes that the acceptance names. */
    public const TUNES = [
        '01-open-gate.abc' => [1, 84, 22],
        '02-stepping-stones.abc' => [1, 88, 22],
        '03-ferry-rope.abc' => [1, 80, 22],
        '05-tin-market.abc' => [2, 84, 27],
        '08-kettle-on-the-hob.abc' => [2, 96, 27],
        '17-night-train-to-brindle.abc' => [3, 104, 37],
    ];

    private const SLOW_LINE = 'D2A2|FAFD|GFED|E2A2|FGAF|DFAF|GBAG|F2E2|D2A2|AGFE|DEFG|A2F2|GFGA|BAGF|EDEF|D4|';
    private const SLOW_BASS =
        'G,/A,/B,/C/ B,C|D/C/B,/A,/ B,2|B,C/B,/ DD|C/D/A,/B,/ C2|A,/C/B,/D/ CD|C/B,/C/A,/ G,2|B,/D/C/A,/ B,2|C2B,2|'.
        'G,B,A,C|D/B,/C/A,/ B,2|C/D/B,/C/ DC|D2C/B,/C|A,B,CD|CA,B,C|B,CA,B,|G,4|';

    /** A line that is comfortable, over a bass part of its own that shifts from eighth to eighth, as ABC. */
    public const SLOW =
        "X:1\nT:Test\nM:4/4\nL:1/4\nQ:1/4=96\nK:D\nV:1 name=\"Violin\"\n".
        self::SLOW_LINE.
        "\nV:2 name=\"Double Bass\" clef=bass octave=-1\n".
        self::SLOW_BASS.
        "\n";

    public static function slowBass(): Piece
    {
        return Reader::read(self::SLOW)->piece;
    }

    public static function tune(string $file): Piece
    {
        return ScoreFile::read((string) file_get_contents(\dirname(__DIR__, 3).'/demo/tunes/'.$file))->piece;
    }

    public static function policies(int $year, int $minutes, ?Growth $growth = null): ClassPolicies
    {
        $rule = CoinRule::standard();

        return ClassPolicies::of(HandPolicies::ofLevel($year), Instrument::strings(), $rule, $growth ?? Growth::likely(), $minutes, 0);
    }

    /** @param list<PastLesson> $past */
    public static function piece(Piece $piece, int $year, int $goal, int $minutes, array $past = []): PieceForClass
    {
        return PieceForClass::of($piece, self::policies($year, $minutes), Standing::unknown(), $goal, past: $past);
    }

    public static function of(PieceForClass $piece, Method $method, SlowGroup $slow = SlowGroup::Apart): CutPlan
    {
        return CutPlan::of($piece, $method, aim: new Aim($piece->goal, Instrument::strings(), $slow));
    }

    /** @return list<OrderedStep> the order of a plan, as rows with ids */
    public static function rows(CutPlan $plan): array
    {
        return array_map(
            static fn (TaughtChunk $taught, int $index): OrderedStep => OrderedStep::of($taught, 'r'.$index),
            $plan->order(),
            array_keys($plan->order()),
        );
    }

    /** A lesson that went exactly as it was planned, as its log tells it. */
    public static function taught(PlannedLesson $lesson): PastLesson
    {
        $touches = $opened = [];
        foreach ($lesson->steps as $step) {
            if (null === $step->chunk || !$step->step->practises()) {
                $opened[] = $step->id;
                continue;
            }
            $touches[] = self::touch($step, $step->chunk);
        }

        return new PastLesson((string) $lesson->number, \sprintf('2026-11-%02d', $lesson->number), $touches, $opened);
    }

    private static function touch(LessonStep $step, Chunk $chunk): Touch
    {
        return new Touch(
            $step->id,
            $chunk,
            $step->time->coins(),
            $step->top(),
            $step->top(),
            $step->time->tempos(),
            $step->step->purpose->isLearned(),
            StepPurpose::Find === $step->step->purpose,
            $step->step->who()->instruments,
            !$step->isCut,
            $step->time->seams(),
            array_combine($step->time->tempos(), array_map(static fn (Tread $tread): float => $tread->earned(), $step->time->treads)),
            StepPurpose::Learn === $step->step->purpose && null === $step->step->rung ? $step->says : null,
        );
    }
}
