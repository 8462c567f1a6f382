<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Lesson;

use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Lesson\Others;
use CoinStair\Core\Lesson\Round;
use CoinStair\Core\Lesson\Step;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Lesson\Version;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Lesson\WarmUpKind;
use CoinStair\Core\Lesson\Who;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Stair;
use PHPUnit\Framework\TestCase;

final class TaughtStepTest extends TestCase
{
    public function testWhatALessonKeepsIsReadAsItWasWritten(): void
    {
        $rule = CoinRule::of(GoingOn::InAll, 4, 3);
        $step = new Step(
            StepPurpose::Learn,
            Stair::ofTreads([60, 72]),
            $rule,
            Rung::LongStop,
            Mode::Pluck,
            2,
            'low 2',
            'B/ B/',
            Who::only([Instrument::Viola], Others::FingerAlong),
            [Round::whole(Mode::Say), Round::over(Mode::Pluck, 3, 5), Round::ofSeam(6)],
            WarmUp::of(WarmUpKind::Hand, 'D'),
            Version::Half,
            Version::Repeats,
        );
        $taught = new TaughtStep('5', $step, 12, 9, 1, 96, 190.5, true, true, true);
        self::assertEquals($taught, TaughtStep::parse($taught->stored()));
        $break = new TaughtStep('6', new Step(StepPurpose::Break, null, CoinRule::standard(), who: Who::all()));
        self::assertEquals($break, TaughtStep::parse($break->stored()));
    }

    public function testARowOfLongAgoHasNoMoreThanWasKeptThen(): void
    {
        $taught = TaughtStep::parse([
            'id' => '5',
            'purpose' => 'learn',
            'chunk' => 12,
            'treads' => [60, 66, 72],
            'goingOn' => 'row',
            'coins' => 3,
            'missesDown' => 2,
            'startTread' => 0,
            'mode' => 'bow',
            'turns' => 1,
            'prompt' => '',
            'seconds' => 100.0,
            'doneBefore' => false,
        ]);
        self::assertSame([72, '12', null, ''], [$taught->goal(), $taught->matter()->key(), $taught->step->rung, $taught->step->figure]);
        self::assertSame([3, 3], [$taught->step->rule->below, $taught->step->rule->top], 'every tread asked for the same');
        self::assertSame([StepPurpose::Break, StepPurpose::HoldCheck], [StepPurpose::kept('rest'), StepPurpose::kept('hold-check')]);
    }

    public function testARungOnOpenStringsIsAMatterOfItsOwn(): void
    {
        $of = static fn (?Rung $rung): string => (new TaughtStep(
            '1',
            new Step(StepPurpose::Learn, Stair::ofTreads([60]), CoinRule::standard(), $rung),
            12,
        ))->matter()->key();
        self::assertSame(['12', '12/long-stop', '12'], [$of(null), $of(Rung::LongStop), $of(Rung::WithFingers)]);
    }
}
