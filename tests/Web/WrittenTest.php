<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\Sequence;

/** A lesson that was held without the screen is written down, and counts like any other (handbook 11). */
final class WrittenTest extends WebCase
{
    public function testWhatWasPlayedAndHowFarIsRecorded(): void
    {
        $sequence = $this->sequence();
        $this->browser->request('GET', "/sequences/{$sequence->getId()}");
        $this->browser->clickLink('It was held without the screen');
        $yesterday = (new \DateTimeImmutable('-1 day'))->format('Y-m-d');
        $steps = $this->browser->getCrawler()->filter('select[name^=steps]');
        $selects = $steps->each(static fn ($one): string => (string) $one->attr('name'));
        $top = $steps->last()->filter('option')->count() - 3;
        $this->browser->submitForm('Write it down', [
            'day' => $yesterday,
            'minutes' => '21',
            'remark' => 'Cellos late.',
            $selects[0] => 'played',
            end($selects) ?: '' => (string) $top,
        ]);
        self::assertResponseStatusCodeSame(303);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.head', '21:00');
        self::assertSelectorTextNotContains('.head', 'pause');
        self::assertSelectorTextContains('.corrections', 'one@example.org: it was held without the screen and written down');
        self::assertSelectorCount(0, '.corrections form');
        self::assertSelectorTextContains('main', 'goal met');
        $lesson = $this->entities()->getRepository(Lesson::class)->findAll()[0];
        self::assertFalse($lesson->isOpen());
        self::assertSame($yesterday, $lesson->getDay()->format('Y-m-d'));
        self::assertSame('Cellos late.', $lesson->getRemark());
        $this->browser->request('GET', "/classes/{$sequence->getClass()->getId()}");
        self::assertSelectorTextContains('main', 'Cellos late.');
        self::assertSelectorTextContains('main', 'of 84');
    }

    public function testItWentAsItWasPlanned(): void
    {
        $sequence = $this->sequence();
        $this->browser->request('GET', "/sequences/{$sequence->getId()}/written");
        $this->browser->submitForm('It went as it was planned', ['remark' => 'All of it.']);
        self::assertResponseIsSuccessful();
        self::assertSame('All of it.', $this->browser->getCrawler()->filter('textarea')->text());
        $this->browser->submitForm('Write it down');
        self::assertResponseStatusCodeSame(303);
        $this->browser->followRedirect();
        self::assertSelectorTextNotContains('table', 'on tread');
    }

    public function testWhatIsMissingIsToldAndWhatWasTypedIsKept(): void
    {
        $sequence = $this->sequence();
        $tomorrow = (new \DateTimeImmutable('+2 days'))->format('Y-m-d');
        foreach ([
            [['day' => $tomorrow], 'The day of a lesson is a date, not later than today.'],
            [['day' => ''], 'The day of a lesson is a date, not later than today.'],
            [['minutes' => '0'], 'A lesson takes 1 to 240 minutes.'],
            [['minutes' => 'long'], 'A lesson takes 1 to 240 minutes.'],
            [['remark' => str_repeat('x', 1001)], 'A word for next time has at most 1000 letters.'],
            [['steps' => []], 'Say of one step at least that it was played.'],
            [['steps' => ['gold' => '1']], 'Say of one step at least that it was played.'],
            [['tread' => '99'], 'Choose for each step up to which tempo it was won.'],
            [['tread' => 'gold'], 'Choose for each step up to which tempo it was won.'],
            [['plan' => 'another'], 'What comes next in this sequence has changed in the meantime.'],
        ] as [$wrong, $told]) {
            $this->write($sequence, $wrong);
            self::assertResponseStatusCodeSame(422, $told);
            self::assertSelectorTextContains('[role=alert]', $told);
            $crawler = $this->browser->getCrawler();
            self::assertSame($wrong['minutes'] ?? '17', $crawler->filter('[name=minutes]')->attr('value'));
            self::assertSame($wrong['remark'] ?? 'A word.', $crawler->filter('[name=remark]')->text());
        }
        self::assertSame(0, $this->entities()->getRepository(Lesson::class)->count([]));
        $this->write($sequence, []);
        self::assertResponseStatusCodeSame(303);
    }

    /** @param array<string, mixed> $wrong */
    private function write(Sequence $sequence, array $wrong): void
    {
        $address = "/sequences/{$sequence->getId()}/written";
        $form = $this->browser->request('GET', $address)->filter('form.written');
        $step = substr((string) $form->filter('select')->attr('name'), \strlen('steps['), -1);
        $tread = $wrong['tread'] ?? '0';
        unset($wrong['tread']);
        $this->post($address, $wrong + [
            'plan' => $form->filter('[name=plan]')->attr('value'),
            'day' => '2026-01-15',
            'minutes' => '17',
            'remark' => 'A word.',
            'steps' => [$step => $tread],
        ]);
    }
}
