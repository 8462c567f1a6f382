<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Log;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\Others;
use CoinStair\Core\Lesson\Step;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Lesson\Who;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Log\PastLessons;
use CoinStair\Core\Log\TaughtLesson;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Stair;
use CoinStair\Core\Standing\PastLesson;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** What the logs say of what was practised. */
final class PastLessonsTest extends TestCase
{
    private const KINDS = ['b' => EntryKind::Begin, 'c' => EntryKind::Coin, 'm' => EntryKind::Miss, 'd' => EntryKind::Done];

    public function testAStepThatStoppedIsToldWithItsTreadAndItsStair(): void
    {
        [$lesson] = $this->past([['a', 'bcmc']]);
        [$touch] = $lesson->touches;
        self::assertSame(['a', 2.0, 66], [$touch->step, $touch->coins, $touch->reached]);
        self::assertSame([72, [60, 66, 72]], [$touch->stoppedAt, $touch->treads]);
        self::assertSame([60 => 1, 66 => 1], $touch->coinsAt);
        self::assertTrue($touch->learned);
        self::assertFalse($touch->done);
        self::assertSame([], $touch->who);
    }

    public function testWhatIsDoneIsToldAsDoneButNotWhereTheLessonHadNoTimeForItsTop(): void
    {
        $all = 'bcccccccc';
        self::assertTrue($this->past([['a', $all]])[0]->touches[0]->done);
        self::assertSame(72, $this->past([['a', $all]])[0]->touches[0]->reached);
        self::assertFalse($this->past([['a', $all]], isCut: true)[0]->touches[0]->done);
    }

    public function testWordsBreaksAndOpenStringsAreOpenedAndNotPractised(): void
    {
        [$lesson] = $this->past([['pause', 'b'], ['a', 'bc']]);
        self::assertSame(['pause'], $lesson->opened);
        self::assertSame(['a'], array_column($lesson->touches, 'step'));
    }

    public function testAGroupPlayedAloneAndOthersDidNot(): void
    {
        [$lesson] = $this->past([['group', 'bc']]);
        self::assertSame([Instrument::Bass], $lesson->touches[0]->who);
        self::assertTrue($lesson->touches[0]->isOf([Instrument::Bass]));
        self::assertFalse($lesson->touches[0]->isOf([Instrument::Violin, Instrument::Cello]));
    }

    public function testLessonsComeByDayAndThoseWithoutAnythingAreLeftOut(): void
    {
        $chunk = Chunk::whole(Tunes::abc('D4|A4|D4|A4|', '4/4', 'D'));
        $lessons = [
            TaughtLesson::of('7', '2026-03-09', $this->steps(false), $this->entries([['a', 'bc']])),
            TaughtLesson::of('6', '2026-03-05', $this->steps(false), []),
            TaughtLesson::of('5', '2026-03-02', $this->steps(false), $this->entries([['a', 'bcc']])),
        ];
        self::assertSame(['5', '7'], array_column(PastLessons::of($lessons, [3 => $chunk]), 'id'));
        self::assertSame([], PastLessons::of($lessons, []), 'a chunk of which nothing is known');
    }

    /**
     * @param list<array{string, string}> $walks
     *
     * @return non-empty-list<PastLesson>
     */
    private function past(array $walks, bool $isCut = false): array
    {
        $chunk = Chunk::whole(Tunes::abc('D4|A4|D4|A4|', '4/4', 'D'));
        $past = PastLessons::of(
            [TaughtLesson::of('1', '2026-03-02', $this->steps($isCut), $this->entries($walks))],
            [3 => $chunk],
        );

        return [] === $past ? self::fail() : $past;
    }

    /** @return list<TaughtStep> */
    private function steps(bool $isCut): array
    {
        $rule = CoinRule::of(GoingOn::InARow, 3, 2, below: 1);
        $stair = Stair::ofTreads([60, 66, 72]);
        $basses = Who::only([Instrument::Bass], Others::Count);

        return [
            new TaughtStep('pause', new Step(StepPurpose::Break, null, $rule)),
            new TaughtStep('a', new Step(StepPurpose::Learn, $stair, $rule), 3, isCut: $isCut),
            new TaughtStep('group', new Step(StepPurpose::Learn, $stair, $rule, who: $basses), 3),
        ];
    }

    /**
     * @param list<array{string, string}> $walks
     *
     * @return list<LogEntry>
     */
    private function entries(array $walks): array
    {
        $entries = [];
        foreach ($walks as [$step, $letters]) {
            foreach (str_split($letters) as $letter) {
                $at = \count($entries);
                $entries[] = new LogEntry((string) $at, $step, self::KINDS[$letter], 60, 1000 * $at, $at);
            }
        }

        return $entries;
    }
}
