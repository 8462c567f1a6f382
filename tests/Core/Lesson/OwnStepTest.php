<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Lesson;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\OwnStep;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Lesson\WarmUpKind;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class OwnStepTest extends TestCase
{
    /** @return iterable<string, array{OwnStep, string}> */
    public static function steps(): iterable
    {
        yield 'a review' => [OwnStep::of(3, StepPurpose::Review), '3 review'];
        yield 'a hold check' => [OwnStep::of(1, StepPurpose::HoldCheck), '1 check'];
        yield 'a warm-up for a hand' => [OwnStep::warmUp(1, WarmUp::of(WarmUpKind::Hand, 'D')), '1 warm-up hand:D'];
        yield 'the scale' => [OwnStep::warmUp(12, WarmUp::of(WarmUpKind::Scale)), '12 warm-up scale'];
        $chunk = Chunk::between(Tunes::abc('D E F G|A2 F D|', '4/4', 'D'), '0.0-1.0') ?? self::fail('It has this measure.');
        yield 'a chunk once more' => [OwnStep::again(2, StepPurpose::Learn, $chunk), '2 learn 0.0-1.0'];
        yield 'minutes of the basses' => [OwnStep::ofGroup(2, Instrument::Bass), '2 group bass'];
    }

    #[DataProvider('steps')]
    public function testItIsReadAsItWasStored(OwnStep $step, string $stored): void
    {
        self::assertSame($stored, $step->stored());
        self::assertEquals($step, OwnStep::parse($stored));
        self::assertTrue($step->isAmong([OwnStep::of(9, StepPurpose::Run), $step]));
        self::assertFalse($step->isAmong([OwnStep::of(9, StepPurpose::Run)]));
    }

    /** @return iterable<int, array{string}> */
    public static function nothing(): iterable
    {
        $of = ['', '1', 'review', '0 review', '1 dance', '1 warm-up', '1 warm-up hand:X', '1 group', '1 group drum', '1 review D'];
        foreach ($of as $stored) {
            yield [$stored];
        }
    }

    #[DataProvider('nothing')]
    public function testWhatNoLessonAsksForIsNothing(string $stored): void
    {
        self::assertNull(OwnStep::parse($stored));
    }
}
