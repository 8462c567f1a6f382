<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\LogEntry;
use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Score\Instrument;

/** A record is corrected by entries of its log; all that is computed follows (handbook 11). */
final class CorrectionsTest extends WebCase
{
    use SendsEntries;

    public function testACoinMoreAndACoinLess(): void
    {
        $lesson = $this->accepted(3);
        $step = $this->played($lesson)->id;
        self::assertStringContainsString('60 of 84', $this->classPage($lesson));
        $this->correct($lesson, 'coin', $step);
        self::assertSelectorTextContains('.head', '4 coins');
        $this->correct($lesson, 'coin-back', $step);
        $this->correct($lesson, 'coin-back', $step);
        self::assertSelectorTextContains('.head', '2 coins');
        $this->correct($lesson, 'coin-back', $step);
        $this->correct($lesson, 'coin-back', $step);
        self::assertSelectorTextContains('.corrections', 'one@example.org');
        self::assertStringContainsString('Nothing taught yet', $this->classPage($lesson), 'what the class reached follows');
        self::assertSame(8, $this->entities()->getRepository(LogEntry::class)->count([]), 'nothing that was logged is gone');
    }

    public function testACorrectionIsTakenBack(): void
    {
        $lesson = $this->accepted(3);
        $this->correct($lesson, 'not-done', $this->played($lesson)->id);
        $this->browser->submit($this->browser->getCrawler()->filter('.corrections form')->form());
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.corrections', '(Taken back)');
        self::assertSelectorCount(0, '.corrections form');
    }

    public function testAStepThatWasSaidDoneWasNot(): void
    {
        $lesson = $this->lesson();
        $this->send($lesson, [$this->entry($lesson, 'begin'), $this->entry($lesson, 'done')]);
        $this->post("/lessons/{$lesson->getId()}/accept");
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/end");
        self::assertSelectorTextSame('.state.at-goal', 'done');
        $this->correct($lesson, 'not-done', $this->played($lesson)->id);
        self::assertSelectorNotExists('.state.at-goal');
    }

    public function testTheRecordShowsWhatWasTakenOut(): void
    {
        $lesson = $this->accepted(3);
        $step = $this->played($lesson)->id;
        $this->correct($lesson, 'coin-back', $step);
        self::assertSelectorTextContains('td s.crossed-out', '1 at 52');
        self::assertSame(
            'taken back on '.(new \DateTimeImmutable())->format('M j').' by one@example.org',
            $this->browser->getCrawler()->filter('td s.crossed-out')->attr('title'),
        );
        self::assertSelectorTextSame('.coins-at', '1 at 60');
        self::assertSelectorTextSame('.coins-at + .coins-at', '1 at 66');
        $this->correct($lesson, 'miss', $step);
        $this->correct($lesson, 'miss-back', $step);
        self::assertSelectorCount(2, 'td s.crossed-out');
        self::assertSelectorTextContains('.head', '0 misses');
    }

    public function testAnotherGroupPlayedAStep(): void
    {
        $lesson = $this->accepted(3);
        $class = $this->entities()->find(SchoolClass::class, $lesson->getClass()->getId()) ?? self::fail('It was made just now.');
        $class->setPlayers(Instrument::Cello, 3);
        $this->entities()->flush();
        $step = $this->played($lesson)->id;
        $this->correct($lesson, 'group', $step, who: ['cello']);
        self::assertSelectorTextContains('.corrections', 'was played by: Cellos');
        $this->correct($lesson, 'group', $step, who: ['violin', 'cello']);
        self::assertSelectorTextContains('.corrections li:last-child', 'was played by: the whole class');
        $this->correct($lesson, 'group', $step, 422, ['viola']);
        self::assertSelectorTextContains('.error', 'This class has no such group.');
        $this->correct($lesson, 'group', $lesson->steps()[0]->id, 422, ['cello']);
        self::assertSelectorTextContains('.error', 'Nothing is played in this step.');
    }

    public function testAnotherClassOrSequence(): void
    {
        $lesson = $this->accepted(3);
        $other = $this->schoolClass('Lane Two');
        $this->correct($lesson, 'class', (string) $lesson->getClass()->getId());
        self::assertSelectorCount(0, '.corrections li', 'what changes nothing is no correction');
        foreach (['', '0', '999999999', 'Lane Two', '99999999999999999999'] as $none) {
            $this->correct($lesson, 'class', $none, 422);
            self::assertSelectorTextContains('.error', 'Choose the class with which the lesson was.');
            $this->correct($lesson, 'sequence', $none, 422);
            self::assertSelectorTextContains('.error', 'Choose a sequence of this class on the same piece.');
        }
        $this->enter($foreign = $this->account('two@example.org'));
        $theirs = (string) $this->schoolClass('Their Lane')->getId();
        $this->enter($this->teacher);
        $this->correct($lesson, 'class', $theirs, 422);
        self::assertNotSame($foreign->getProgram(), $this->teacher->getProgram());
        $this->correct($lesson, 'class', (string) $other->getId());
        self::assertSelectorTextContains('.head', 'Lane Two');
        self::assertSelectorTextContains('.corrections', 'it was not with Lane One');
    }

    public function testAnotherDay(): void
    {
        $lesson = $this->accepted(3);
        $this->correct($lesson, 'day', '2026-01-15');
        self::assertSelectorTextContains('.head', 'January 15');
        self::assertStringContainsString('Jan 15', $this->classPage($lesson));
        foreach (['2999-01-01', '2026-02-31', 'yesterday', '', '0000-00-00'] as $none) {
            $this->correct($lesson, 'day', $none, 422);
        }
    }

    public function testWhatIsNoCorrectionIsRefused(): void
    {
        $lesson = $this->accepted(0);
        $step = $this->played($lesson)->id;
        foreach ([['coin-back', $step], ['coin', '999999999'], ['undo', $step], ['gold', $step], ['', '']] as [$what, $about]) {
            $this->correct($lesson, $what, $about, 422);
        }
        $open = $this->lesson();
        $this->correct($open, 'coin', $this->played($open)->id, 422);
        self::assertSelectorTextContains('.error', 'on its own screen');
    }

    private function accepted(int $coins): Lesson
    {
        $lesson = $this->lesson();
        $this->send($lesson, array_map(fn (): array => $this->entry($lesson, 'coin'), 0 === $coins ? [] : range(1, $coins)));
        $this->post("/lessons/{$lesson->getId()}/accept");

        return $lesson;
    }

    /** @param list<string> $who */
    private function correct(Lesson $lesson, string $what, string $about, int $status = 303, array $who = []): void
    {
        $this->post("/lessons/{$lesson->getId()}/correct", ['what' => $what, 'about' => $about, 'who' => $who]);
        self::assertResponseStatusCodeSame($status, "$what $about");
        if (303 === $status) {
            $this->browser->followRedirect();
        }
    }

    private function classPage(Lesson $lesson): string
    {
        return $this->browser->request('GET', "/classes/{$lesson->getClass()->getId()}")->filter('main')->text();
    }
}
