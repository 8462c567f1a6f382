<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Score\Instrument;
use Symfony\Component\Clock\Clock;
use Symfony\Component\Clock\MockClock;
use Symfony\Component\Clock\NativeClock;

/** Today says when each class meets next, what was left open, and what is missing (handbook 11). */
final class TodayTest extends WebCase
{
    protected function setUp(): void
    {
        parent::setUp();
        // A Tuesday.
        Clock::set(new MockClock('2026-10-20 09:00'));
    }

    protected function tearDown(): void
    {
        Clock::set(new NativeClock());
        parent::tearDown();
    }

    public function testClassesStandInTheOrderInWhichTheyMeet(): void
    {
        $this->meets('Never Told', []);
        $this->meets('On Monday', [1 => '08:15']);
        $this->meets('Today', [2 => '10:00']);
        $this->meets('On Wednesday, Late', [3 => '14:30']);
        $this->meets('On Wednesday, Early', [3 => '08:00']);
        $cards = $this->browser->request('GET', '/')->filter('.card-class');
        self::assertSame(
            ['Today', 'On Wednesday, Early', 'On Wednesday, Late', 'On Monday', 'Never Told'],
            $cards->filter('h3')->each(static fn ($title): string => $title->text()),
        );
        self::assertStringContainsString('Wednesday, October 21, 14:30', $cards->eq(2)->text());
        self::assertStringContainsString('Monday, October 26, 08:15', $cards->eq(3)->text());
        self::assertStringContainsString('Say when it meets', $cards->eq(4)->text());
    }

    public function testWhatWasLeftOpenAndAClassWithoutPlayersArePointedOut(): void
    {
        $lesson = $this->lesson();
        $class = new SchoolClass();
        $class->setName('Empty Chairs');
        $this->entities()->persist($class);
        $this->entities()->flush();
        Clock::set(new MockClock('2026-10-22 09:00'));
        $this->browser->request('GET', '/');
        self::assertSelectorTextContains('main', 'It has no players yet');
        self::assertSelectorTextContains('main', 'The lesson of Oct 20 is still open.');
        $this->browser->clickLink('End it');
        self::assertStringEndsWith("/lessons/{$lesson->getId()}/end", $this->browser->getRequest()->getPathInfo());
    }

    public function testTheLastLessonIsTheOneOfTheLastDay(): void
    {
        $lesson = $this->lesson();
        $this->post("/lessons/{$lesson->getId()}/accept", ['remark' => 'Bows higher.']);
        $sequence = (int) $lesson->getSequence()?->getId();
        $this->browser->request('GET', "/sequences/$sequence/written");
        $select = (string) $this->browser->getCrawler()->filter('select')->attr('name');
        $this->browser->submitForm('Write it down', ['day' => '2026-10-06', $select => 'played', 'remark' => 'Long ago.']);
        $this->browser->request('GET', '/');
        self::assertSelectorTextContains('main', 'Bows higher.');
        self::assertSelectorTextNotContains('main', 'Long ago.');
    }

    /** @param array<int, string> $meetings start by weekday */
    private function meets(string $name, array $meetings): void
    {
        $class = $this->beginners($name);
        $class->setPlayers(Instrument::Violin, 8);
        $class->setMeetings($meetings);
        $this->entities()->flush();
    }
}
