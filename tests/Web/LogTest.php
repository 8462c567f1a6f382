<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\LogEntry;
use PHPUnit\Framework\Attributes\DataProvider;

/** The log of a lesson, as devices send it: late, twice, with nonsense, or under a key that is none. */
final class LogTest extends WebCase
{
    use SendsEntries;

    /** @param array<string, mixed>|string $bad */
    #[DataProvider('nonsense')]
    public function testOneBadEntryHoldsUpNoOther(array|string $bad, string $why): void
    {
        $lesson = $this->lesson();
        $row = \is_string($bad) ? $bad : $bad + $this->entry($lesson, 'coin');
        $this->send($lesson, [$this->entry($lesson, 'coin'), $row, $this->entry($lesson, 'miss')]);
        $answer = $this->answer();
        self::assertCount(2, $answer['entries']);
        self::assertStringContainsString($why, $answer['refused'][0]['why']);
        self::assertSame(2, $this->entities()->getRepository(LogEntry::class)->count([]));
    }

    /** @return iterable<string, array{array<string, mixed>|string, string}> */
    public static function nonsense(): iterable
    {
        yield 'no id' => [['id' => 'x'], 'UUID'];
        yield 'an unknown kind' => [['kind' => 'gold'], 'kind'];
        yield 'a correction' => [['kind' => 'not-done'], 'kind'];
        yield 'a step of another lesson' => [['step' => '999999999'], 'step'];
        yield 'a tempo as text' => [['tempo' => '60'], 'tempo'];
        yield 'a time as text' => [['at' => 'now'], 'time'];
        yield 'a count below zero' => [['count' => -1], 'count'];
        yield 'a text that is a list' => [['text' => ['x']], 'text'];
        yield 'a device with a slash' => [['device' => '../x'], 'device'];
        yield 'no entry at all' => ['nothing', 'no entry'];
    }

    public function testWhatIsNoListIsRefused(): void
    {
        $lesson = $this->lesson();
        foreach (['', '{', '{"entries":7}', "{\"entries\":[\"\xff\"]}", str_repeat('[', 5000)] as $body) {
            $this->browser->request(
                'POST',
                "/lessons/{$lesson->getId()}/log",
                [],
                [],
                ['CONTENT_TYPE' => 'application/json', 'HTTP_X_LESSON_KEY' => $this->key($lesson)],
                $body,
            );
            self::assertResponseStatusCodeSame(422);
        }
    }

    public function testAScreenIsToldOnlyWhatItDoesNotHave(): void
    {
        $lesson = $this->lesson();
        $this->send($lesson, [$this->entry($lesson, 'coin'), $this->entry($lesson, 'coin')]);
        $answer = $this->answer();
        self::assertSame([2, 2], [\count($answer['entries']), $answer['after']]);
        $this->send($lesson, [$this->entry($lesson, 'miss')], after: 2);
        self::assertCount(1, $this->answer()['entries']);
        $news = $this->log($lesson, 3);
        self::assertSame([[], 3, true], [$news['entries'], $news['after'], $news['open']]);
        self::assertCount(1, $this->log($lesson, 2)['entries']);
        self::assertCount(3, $this->log($lesson)['entries']);
    }

    public function testTimesLieBetweenTheBeginOfTheLessonAndNow(): void
    {
        $lesson = $this->lesson();
        $begun = 1000 * $lesson->getStartedAt()->getTimestamp();
        $this->send($lesson, [
            ['at' => 12] + $this->entry($lesson, 'coin'),
            ['at' => $begun + 10 * 365 * 86_400_000] + $this->entry($lesson, 'coin'),
        ]);
        $answer = $this->answer();
        $times = array_map(static fn (mixed $row): mixed => \is_array($row) ? $row[4] : null, $answer['entries']);
        self::assertSame($begun, $times[0]);
        self::assertLessThanOrEqual($answer['now'], $times[1]);
    }

    public function testTheZoneOfTheDatabaseMovesNoTime(): void
    {
        $lesson = $this->lesson();
        $this->entities()->getConnection()->executeStatement("SET time_zone = '-05:00'");
        $entry = $this->entry($lesson, 'coin');
        $this->send($lesson, [$entry]);
        $told = $this->answer()['entries'][0];
        self::assertIsArray($told);
        self::assertSame($entry['at'], $told[4], 'it happened when it happened');
    }

    public function testWhatComesWhenTheLessonIsAcceptedIsTakenAndTheRecordSaysSo(): void
    {
        $lesson = $this->lesson();
        $this->send($lesson, [$this->entry($lesson, 'coin')]);
        $this->post("/lessons/{$lesson->getId()}/accept", ['remark' => 'Good bows.']);
        $this->send($lesson, [$this->entry($lesson, 'coin'), $this->entry($lesson, 'coin')]);
        $answer = $this->answer();
        self::assertFalse($answer['open']);
        self::assertSame([], $answer['refused']);
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/end");
        self::assertSelectorTextContains('.stack .said', '2 entries came when the lesson had been accepted');
        self::assertSelectorTextContains('.head', '3 coins');
    }

    public function testAnEntryOfAnotherLessonIsNamedAndNotTaken(): void
    {
        $first = $this->lesson();
        $entry = $this->entry($first, 'coin');
        $this->send($first, [$entry]);
        $second = $this->lesson();
        $this->send($second, [['step' => $this->played($second)->id] + $entry]);
        $answer = $this->answer();
        self::assertSame([], $answer['entries']);
        self::assertSame($entry['id'], $answer['refused'][0]['id']);
    }

    public function testAKeyOpensItsOwnLessonUntilItsAccountBeginsAnew(): void
    {
        $first = $this->lesson();
        $second = $this->lesson();
        $key = $this->key($first);
        foreach (['', 'x', $this->key($second), substr($key, 0, -1).('0' === substr($key, -1) ? '1' : '0')] as $wrong) {
            $this->send($first, [$this->entry($first, 'coin')], $wrong);
            self::assertResponseStatusCodeSame(401);
        }
        $this->send($first, [$this->entry($first, 'coin')], $key);
        self::assertResponseIsSuccessful();
        $this->post('/account/elsewhere');
        $this->send($first, [$this->entry($first, 'coin')], $key);
        self::assertResponseStatusCodeSame(401);
        $this->browser->request('GET', "/lessons/{$first->getId()}/key");
        $this->send($first, [$this->entry($first, 'coin')], $this->toldKey());
        self::assertCount(2, $this->answer()['entries']);
    }

    public function testSomebodyOfAnotherProgramGetsNoKeyAndTheirOwnOpensNothing(): void
    {
        $lesson = $this->lesson();
        $other = $this->account('two@example.org');
        $key = $this->service(\App\Lesson\Teach\LessonKeys::class)->make($other, $lesson);
        $this->send($lesson, [$this->entry($lesson, 'coin')], $key);
        self::assertResponseStatusCodeSame(401);
        $this->browser->loginUser($other);
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/key");
        self::assertResponseStatusCodeSame(404);
    }

    public function testALessonIsBegunOnceAndAcceptedOnce(): void
    {
        $sequence = $this->sequence();
        $this->post("/sequences/{$sequence->getId()}/lesson");
        $this->post("/sequences/{$sequence->getId()}/lesson");
        $lessons = $this->entities()->getRepository(Lesson::class)->findAll();
        self::assertCount(1, $lessons);
        $this->post("/lessons/{$lessons[0]->getId()}/accept", ['remark' => 'First word.']);
        $this->post("/lessons/{$lessons[0]->getId()}/accept", ['remark' => '']);
        $this->post("/lessons/{$lessons[0]->getId()}/accept", ['remark' => 'Second word.']);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.said', 'had been accepted already');
        $this->entities()->clear();
        self::assertSame("First word.\nSecond word.", $this->entities()->find(Lesson::class, $lessons[0]->getId())?->getRemark());
    }

    public function testAWordThatIsTooLongIsKeptInItsField(): void
    {
        $lesson = $this->lesson();
        $this->post("/lessons/{$lesson->getId()}/accept", ['remark' => str_repeat('ß', 1001)]);
        self::assertResponseStatusCodeSame(422);
        self::assertSame(str_repeat('ß', 1001), $this->browser->getCrawler()->filter('#remark')->attr('value'));
        self::assertTrue($this->entities()->find(Lesson::class, $lesson->getId())?->isOpen());
    }

    private function toldKey(): string
    {
        $told = json_decode($this->body(), true);
        self::assertIsArray($told);
        self::assertIsString($told['key']);

        return $told['key'];
    }
}
