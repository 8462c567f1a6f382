<?php

declare(strict_types=1);

namespace App\Tests;

use App\Lesson\SequenceBuilder;
use App\Library\Entry\PieceImport;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\LogEntry;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use CoinStair\Core\Method\StepPurpose;

final class LessonTest extends WebCase
{
    use SendsEntries;

    public function testASequenceIsBuiltForAClassAndItsStairChanged(): void
    {
        $class = $this->schoolClass();
        $this->post('/sequences', ['class' => $class->getId(), 'piece' => $this->piece()->getId(), 'goal' => 84]);
        self::assertResponseRedirects();
        $this->browser->followRedirect();
        self::assertSelectorCount(5, '[data-step]');
        $sequence = $this->entities()->getRepository(Sequence::class)->findOneBy([]);
        $step = $sequence?->steps()[1];
        self::assertNotNull($sequence);
        self::assertInstanceOf(Step::class, $step);
        $this->post(
            "/steps/{$step->getId()}",
            ['start' => 60, 'goal' => 84, 'growth' => 'ratio', 'coins' => 3, 'version' => $sequence->getVersion()],
            [],
            ['HTTP_HX_REQUEST' => 'true'],
        );
        self::assertSame([60, 66, 76, 84], $this->entities()->find(Step::class, $step->getId())?->stair()?->treads);
        $this->post("/steps/{$step->getId()}", ['start' => 90, 'goal' => 84, 'growth' => 'ratio'], [], ['HTTP_HX_REQUEST' => 'true']);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('.error', '90 to 84');
    }

    public function testStepsAreReorderedAndAnOldPageIsTold(): void
    {
        $sequence = $this->sequence();
        $ids = array_map(static fn (Step $step): int => (int) $step->getId(), $sequence->steps());
        $old = $sequence->getVersion();
        $this->post(
            "/sequences/{$sequence->getId()}/order",
            ['order' => implode(',', array_reverse($ids)), 'version' => $old],
            [],
            ['HTTP_HX_REQUEST' => 'true'],
        );
        $shown = $this->browser->getCrawler()->filter('[data-step]')->each(static fn ($item): int => (int) $item->attr('data-step'));
        self::assertSame(array_reverse($ids), $shown);
        $shown = $this->browser
            ->request('GET', "/sequences/{$sequence->getId()}")
            ->filter('[data-step]')
            ->each(static fn ($item): int => (int) $item->attr('data-step'));
        self::assertSame(array_reverse($ids), $shown);
        $this->post(
            "/sequences/{$sequence->getId()}/order",
            ['order' => implode(',', $ids), 'version' => $old],
            [],
            ['HTTP_HX_REQUEST' => 'true'],
        );
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('.error', 'Somebody else changed this sequence');
    }

    public function testALogEntryCountsOnceHoweverOftenItIsSent(): void
    {
        $lesson = $this->lesson();
        $entries = [
            $this->entry($lesson, 'begin'),
            $this->entry($lesson, 'coin'),
            $this->entry($lesson, 'coin'),
            $this->entry($lesson, 'miss'),
        ];
        $this->send($lesson, $entries);
        self::assertResponseIsSuccessful();
        $this->send($lesson, [...$entries, $this->entry($lesson, 'coin')]);
        self::assertSame(5, $this->entities()->getRepository(LogEntry::class)->count([]));
        self::assertCount(5, $this->log($lesson)['entries']);
    }

    public function testAnEntryIdOfAnotherLessonChangesNothing(): void
    {
        $first = $this->lesson();
        $entry = $this->entry($first, 'coin');
        $this->send($first, [$entry]);
        $second = $this->lesson();
        $this->send($second, [['step' => $second->steps()[1]->id, 'kind' => 'miss'] + $entry]);
        $this->entities()->clear();
        $rows = $this->entities()->getRepository(LogEntry::class)->findAll();
        self::assertCount(1, $rows);
        self::assertSame([$first->getId(), 'coin'], [$rows[0]->getLesson()->getId(), $rows[0]->entry()->kind->value]);
    }

    public function testALessonIsTaughtEndedAndSeenOnTheClassPage(): void
    {
        $sequence = $this->sequence();
        $this->post("/sequences/{$sequence->getId()}/lesson");
        $lesson = $this->entities()->getRepository(Lesson::class)->findOneBy([]);
        self::assertNotNull($lesson);
        $this->browser->request('GET', "/lessons/{$lesson->getId()}");
        self::assertResponseIsSuccessful();
        $this->send($lesson, [
            $this->entry($lesson, 'coin'),
            $this->entry($lesson, 'coin'),
            $this->entry($lesson, 'coin'),
            $this->entry($lesson, 'miss'),
        ]);
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/end");
        self::assertSelectorTextContains('tbody', '52');
        self::assertSelectorTextContains('#next-title + p', 'Learn 1–4');
        $this->post("/lessons/{$lesson->getId()}/accept", ['remark' => 'Bows were crooked <b>today</b>.']);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('main', '52 of 84');
        self::assertSelectorTextContains('main', 'Bows were crooked <b>today</b>.');
        $this->browser->request('GET', "/lessons/{$lesson->getId()}");
        self::assertResponseRedirects("/lessons/{$lesson->getId()}/end");
    }

    public function testTheNextLessonStartsTwoTreadsLower(): void
    {
        $lesson = $this->lesson();
        $this->send($lesson, array_map(fn (): array => $this->entry($lesson, 'coin'), range(1, 10)));
        $this->post("/lessons/{$lesson->getId()}/accept");
        $this->post("/sequences/{$lesson->getSequence()?->getId()}/lesson");
        $next = $this->entities()
            ->getRepository(Lesson::class)
            ->findOneBy(['endedAt' => null]);
        self::assertSame([52, 58, 63, 69, 76, 84], $next?->steps()[1]->step->stair?->treads);
        self::assertSame(1, $next->steps()[1]->startTread);
    }

    public function testOfAVeryLongSequenceALessonKeepsTheStepsAroundWhereTheClassStands(): void
    {
        $sequence = $this->sequence();
        for ($rest = 0; $rest < 80; ++$rest) {
            $sequence->add(new Step($sequence, StepPurpose::Rest, null, null, $sequence->getClass()->rule()));
        }
        $this->entities()->flush();
        $this->post("/sequences/{$sequence->getId()}/lesson");
        $lesson = $this->entities()->getRepository(Lesson::class)->findOneBy([]);
        self::assertCount(60, $lesson?->steps() ?? []);
        self::assertSame((string) $sequence->steps()[0]->getId(), $lesson->steps()[0]->id);
    }

    public function testAPartMayHaveAnyNameInItsFile(): void
    {
        $xml = (string) file_get_contents(\dirname(__DIR__, 2).'/demo/tunes/23-ferry-lights.musicxml');
        $piece = $this->service(PieceImport::class)->import(str_replace('id="P1"', 'id="Part.1-ä"', $xml), 'odd.musicxml');
        $sequence = $this->service(SequenceBuilder::class)->build($this->schoolClass(), $piece, 84);
        $this->entities()->flush();
        $this->post("/sequences/{$sequence->getId()}/lesson");
        $lesson = $this->entities()->getRepository(Lesson::class)->findOneBy([]);
        self::assertNotNull($lesson);
        foreach ([rawurlencode('Part.1-ä') => 200, 'Part.1' => 404] as $part => $status) {
            $this->browser->request('GET', "/lessons/{$lesson->getId()}/players/$part");
            self::assertResponseStatusCodeSame($status, $part);
        }
    }
}
