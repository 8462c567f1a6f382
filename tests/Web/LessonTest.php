<?php

declare(strict_types=1);

namespace App\Tests;

use App\Lesson\Sequence\SequenceBuilder;
use App\Library\Entry\PieceImport;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\LogEntry;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use App\Shared\Repository\LessonRepository;
use Symfony\Component\DomCrawler\Crawler;

final class LessonTest extends WebCase
{
    use SendsEntries;
    /** Nothing of it comes back. */
    private const THROUGH = "X:1\nT:Gate\nM:4/4\nL:1/4\nQ:1/4=84\nK:D\nDEFG|A2F2|G2E2|D4|FGAB|A2G2|F2E2|D4|]\n";

    public function testTheMusicOfAStepIsToldForOneInstrument(): void
    {
        $sequence = $this->sequence();
        $id = $sequence->getId();
        $step = $sequence->steps()[0];
        $asked = function (string $query) use ($id): mixed {
            $this->browser->request('GET', "/sequences/$id/music?$query");

            return json_decode((string) $this->browser->getResponse()->getContent(), true);
        };
        $music = $asked('step='.$step->getId().'&instrument=cello');
        self::assertResponseIsSuccessful();
        self::assertIsArray($music);
        self::assertIsString($music['xml']);
        self::assertStringContainsString('<note', $music['xml']);
        self::assertSame(['fingers', 'letters'], array_keys((array) $music['layers']));
        $between = $asked('edges=1.0-2.0');
        self::assertIsArray($between);
        self::assertIsString($between['xml']);
        self::assertIsArray($between['landing']);
        self::assertCount(1, $between['landing']);
        foreach (['', 'step=99999', 'edges=2.0-1.0', 'edges=1-2', 'code=nothing', 'edges=0.0-99.0'] as $query) {
            $asked($query);
            self::assertResponseStatusCodeSame(404, $query);
        }
    }

    public function testASequenceIsBuiltForAClassAndItsStairChanged(): void
    {
        $class = $this->schoolClass();
        $this->post('/sequences', ['class' => $class->getId(), 'piece' => $this->piece()->getId(), 'goal' => 84]);
        self::assertResponseRedirects();
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.lesson-row.next', 'Lesson 1');
        self::assertSelectorTextContains('.steps-list', 'Learn 1–4');
        $sequence = $this->entities()->getRepository(Sequence::class)->findOneBy([]);
        $step = $sequence?->steps()[0];
        self::assertNotNull($sequence);
        self::assertInstanceOf(Step::class, $step);
        $own = ['treads' => '60, 66, 84', 'minutes' => '3:30', 'who' => 'halves', 'others' => 'count', 'prompt' => 'low 2'];
        $this->hx("/steps/{$step->getId()}", $own + ['version' => $sequence->getVersion()]);
        self::assertResponseIsSuccessful();
        $row = $this->row($step);
        $treads = $row->filter('.treads > span')->each(static fn (Crawler $tread): int => (int) $tread->text());
        self::assertSame([60, 66, 84], $treads);
        self::assertStringContainsString('3:30', $row->text());
        self::assertStringContainsString('halves · others: count', $row->text());
        self::assertStringContainsString('low 2', $row->filter('.prompt.own')->text());
        $this->hx("/steps/{$step->getId()}", ['treads' => '90, 84']);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('.step-form [name=treads][aria-invalid=true] + .error', 'not "84"');
        self::assertResponseHeaderSame('HX-Retarget', '#step-form-'.$step->getId());
        $rounds = ['rounds' => [7 => 'pluck'], 'roundsByHand' => '1'];
        $typed = ['minutes' => 'long', 'prompt' => 'elbows', 'who' => 'halves', 'turns' => '2'] + $rounds;
        $this->hx("/steps/{$step->getId()}", $typed);
        self::assertResponseStatusCodeSame(422);
        $form = $this->browser->getCrawler()->filter('form.step-form');
        self::assertSame('minutes', $form->filter('[aria-invalid=true]')->attr('name'));
        $values = $form->form()->getPhpValues();
        self::assertSame($typed, array_replace($typed, array_intersect_key($values, $typed)), 'all that was typed stands there still');
        self::assertSelectorExists('details[open] [name=turns]');
        $this->hx("/steps/{$step->getId()}", ['prompt' => 'elbows', 'version' => '1']);
        self::assertSelectorTextContains('.step-form [role=alert]', 'What you typed stands here still');
        self::assertSelectorExists('[name=prompt][value=elbows]');
        $this->post("/steps/{$step->getId()}", ['minutes' => 'long', 'prompt' => 'elbows']);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorExists('.step-form [name=prompt][value=elbows]', 'without its script, too');
        $this->turn($sequence, false);
        self::assertStringNotContainsString('low 2', $this->row($step)->text(), 'undone');
        $this->turn($sequence, true);
        self::assertStringContainsString('low 2', $this->row($step)->text(), 'and done again');
    }

    public function testAStepWaitsForTheNextLessonAndOneIsTakenOut(): void
    {
        $sequence = $this->sequence();
        $step = $sequence->steps()[1];
        $this->hx("/sequences/{$sequence->getId()}/move", ['step' => $step->getId(), 'lesson' => 2]);
        self::assertSame(['2'], $this->row($step)->closest('[data-steps]')?->extract(['data-steps']));
        self::assertNull($this->at($sequence->steps()[2], '1'), 'nor its join');
        $before = $sequence->steps()[0]->getId();
        $this->hx("/sequences/{$sequence->getId()}/move", ['step' => $step->getId(), 'lesson' => 1, 'before' => $before]);
        self::assertSame(['1'], $this->row($step)->closest('[data-steps]')?->extract(['data-steps']));
        $this->hx("/steps/{$step->getId()}/remove", []);
        self::assertSelectorCount(0, "[data-step=\"{$step->getId()}\"]");
        $this->turn($sequence, false);
        self::assertSelectorCount(1, "[data-step=\"{$step->getId()}\"]");
        $this->hx("/sequences/{$sequence->getId()}/skip", ['what' => '1 check']);
        self::assertStringNotContainsString('Hold check', $this->browser->getCrawler()->filter('.steps-list')->first()->text());
        self::assertSelectorTextContains('.below', 'Lesson 1: Hold check');
        $this->hx("/sequences/{$sequence->getId()}/skip", ['what' => '1 check']);
        self::assertStringContainsString('Hold check', $this->browser->getCrawler()->filter('.steps-list')->first()->text());
    }

    public function testTheStepsOfALaterLessonAreReadWhenTheyAreWanted(): void
    {
        $sequence = $this->sequence();
        $address = "/sequences/{$sequence->getId()}";
        $step = $sequence->steps()[1];
        // An empty field is no place in the order.
        $this->hx("$address/move", ['step' => $step->getId(), 'lesson' => 2, 'before' => '']);
        self::assertNotNull($this->at($step, '2'), 'where a step was moved to is shown');
        $this->browser->request('GET', $address);
        self::assertSelectorCount(1, '[data-steps]');
        self::assertSelectorExists("[data-later=\"2\"][hx-get=\"$address/lessons/2\"][data-first=\"{$step->getId()}\"]");
        $this->browser->request('GET', "$address/lessons/2", [], [], ['HTTP_HX_REQUEST' => 'true']);
        self::assertNotNull($this->at($step, '2'));
        self::assertSelectorCount(0, 'html > head > title');
        $this->browser->request('GET', "$address/lessons/2");
        self::assertSelectorExists('[data-later="2"][open] [data-steps="2"]');
        $this->hx("$address/aim", ['goal' => 84, 'shown' => '2,x,999999999999']);
        self::assertNotNull($this->at($step, '2'), 'what was open stays so');
        $this->browser->request('GET', "$address/lessons/9");
        self::assertResponseStatusCodeSame(404);
    }

    public function testWordsForAChunkAreOfferedToOtherClassesAndNotShownUnasked(): void
    {
        $sequence = $this->sequence();
        $step = $sequence->steps()[0];
        $other = $this->service(SequenceBuilder::class)->build($this->schoolClass('Lane Two'), $sequence->getPiece(), 84);
        $this->entities()->flush();
        $address = "/sequences/{$other->getId()}";
        $chunk = (int) $step->getChunk()?->getId();
        $same = array_find($other->steps(), static fn (Step $one): bool => $one->getChunk()?->getId() === $chunk) ?? self::fail();
        $this->hx("/steps/{$step->getId()}", ['prompt' => 'thumb soft', 'turns' => '']);
        self::assertResponseIsSuccessful();
        $this->browser->request('GET', $address);
        self::assertStringNotContainsString('thumb soft', $this->row($same)->text(), 'another class is not shown it');
        $this->browser->request('GET', "/steps/{$same->getId()}");
        self::assertSelectorExists('[name=prompt][value=""]');
        self::assertSelectorExists('datalist option[value="thumb soft"]');
        self::assertSelectorTextContains('.step-form', 'Written before for this chunk: “thumb soft”');
        $this->hx("/steps/{$same->getId()}", ['prompt' => 'thumb softer']);
        $this->turn($other, false);
        self::assertStringNotContainsString('thumb', $this->row($same)->filter('.prompt')->text(), 'undo gives back what was there');
        $this->turn($sequence, false);
        $this->browser->request('GET', "/steps/{$same->getId()}");
        self::assertSelectorNotExists('datalist');
    }

    public function testBuiltAnewItKeepsWhatWasSetByHandUnlessToldOtherwise(): void
    {
        $sequence = $this->sequence();
        $address = "/sequences/{$sequence->getId()}";
        $this->browser->request('GET', $address);
        self::assertSelectorTextNotContains('.below', 'set by hand');
        $step = $sequence->steps()[0];
        $this->hx("/steps/{$step->getId()}", ['treads' => '60, 66, 84', 'prompt' => 'elbows']);
        $this->hx("$address/steps", ['what' => 'break']);
        $before = $this->browser->getCrawler()->filter('[data-step]')->count();
        self::assertSelectorTextContains('.below', 'what was set by hand in one step stays with it');
        $this->hx("$address/anew", []);
        self::assertResponseIsSuccessful();
        self::assertSame($before - 1, $this->browser->getCrawler()->filter('[data-step]')->count(), 'what was added goes');
        $first = $this->browser->getCrawler()->filter('[data-step]')->first();
        self::assertStringContainsString('elbows', $first->text());
        self::assertSame(['60', '66', '84'], $first->filter('.treads > span')->each(static fn (Crawler $one): string => $one->innerText()));
        $this->hx("$address/anew", ['drop' => '1']);
        self::assertSelectorTextNotContains('[data-steps]', 'elbows');
        $this->turn($sequence, false);
        self::assertSelectorTextContains('[data-steps]', 'elbows', 'undo brings it back');
    }

    public function testASequenceKeepsItsCutAndANewerOneIsOffered(): void
    {
        $class = $this->schoolClass();
        $class->setYear(1);
        $piece = $this->service(PieceImport::class)->import(self::THROUGH, 'gate.abc');
        $sequence = $this->service(SequenceBuilder::class)->build($class, $piece, 84);
        $this->entities()->flush();
        $address = "/sequences/{$sequence->getId()}";
        $this->browser->request('GET', $address);
        self::assertSelectorNotExists('.newer-cut');
        $before = $this->titles();
        $class->setYear(4);
        $this->entities()->flush();
        $this->browser->request('GET', $address);
        self::assertSame($before, $this->titles(), 'another year moves no border');
        self::assertSelectorTextContains('.newer-cut', 'Today it would be cut so: 1–8.');
        $this->browser->submit($this->browser->getCrawler()->filter('.newer-cut')->form());
        $this->browser->followRedirect();
        self::assertContains('Learn 1–8', $this->titles());
        self::assertSelectorNotExists('.newer-cut');
        $this->turn($sequence, false);
        self::assertSame($before, $this->titles());
    }

    public function testASequenceOfAnEarlierReleaseSaysOnceThatItIsPlannedAnew(): void
    {
        $sequence = $this->sequence();
        $address = "/sequences/{$sequence->getId()}";
        $this->browser->request('GET', $address);
        self::assertSelectorNotExists('.new-rules', 'one that was built by these rules');
        $order = array_map(static fn (Step $step): ?int => $step->getId(), $sequence->steps());
        $this->entities()->getConnection()->executeStatement('UPDATE sequence SET rules = 0 WHERE id = ?', [$sequence->getId()]);
        $this->entities()->clear();
        foreach ([1, 2] as $time) {
            $this->browser->request('GET', $address);
            self::assertSelectorTextContains('.new-rules', 'Your order and all that you set by hand are kept.', "time $time");
        }
        $this->browser->submit($this->browser->getCrawler()->filter('.new-rules')->form());
        $this->browser->followRedirect();
        self::assertSelectorNotExists('.new-rules');
        $again = $this->entities()->find(Sequence::class, $sequence->getId()) ?? self::fail('It is there.');
        self::assertSame($order, array_map(static fn (Step $step): ?int => $step->getId(), $again->steps()));
    }

    public function testARowOfShortPiecesIsTaughtInOneGo(): void
    {
        $class = $this->schoolClass();
        foreach ([8 => 'Gate', 9 => 'Lane', 11 => 'Far off'] as $number => $title) {
            $piece = $this->service(PieceImport::class)->import("X:1\nT:$title\nM:4/4\nL:1/4\nK:D\nD2A2|A4|\n", "$title.abc");
            $piece->setBook('Lane book');
            $piece->setNumberInBook((string) $number);
        }
        $this->entities()->flush();
        $this->post('/sequences/row', ['class' => $class->getId(), 'book' => 'Lane book', 'from' => 8, 'to' => 10]);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('h1', 'Gate + 1');
        self::assertSame(['8 Gate, pluck', '9 Lane, pluck', '8 Gate, bow', '9 Lane, bow'], $this->titles());
        self::assertStringContainsString('2 goes', $this->browser->getCrawler()->filter('[data-step]')->first()->text());
        $sequence = $this->entities()->getRepository(Sequence::class)->findOneBy([]);
        self::assertNotNull($sequence);
        $this->post("/sequences/{$sequence->getId()}/lesson");
        $lesson = $this->entities()->getRepository(Lesson::class)->findOneBy([]);
        self::assertNotNull($lesson);
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/players/as-violin");
        self::assertResponseIsSuccessful();
        self::assertCount(2, (array) json_decode($this->body(), true), 'the notes of both pieces');
        foreach (\array_slice($lesson->steps(), 1, 2) as $step) {
            foreach (['coin', 'miss'] as $kind) {
                $this->send($lesson, [['step' => $step->id] + $this->entry($lesson, $kind)]);
            }
        }
        $this->post("/lessons/{$lesson->getId()}/accept");
        $this->browser->request('GET', "/sequences/{$sequence->getId()}");
        self::assertSame(['8 Gate, bow', '9 Lane, bow'], $this->titles(), 'what was plucked is done');
        $this->post('/sequences/row', ['class' => $class->getId(), 'book' => 'Lane book', 'from' => 20, 'to' => 30]);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.error', 'no pieces with these numbers');
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
        $this->send($second, [['step' => $this->played($second)->id, 'kind' => 'miss'] + $entry]);
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
        self::assertSelectorTextContains('tbody', '60');
        self::assertSelectorTextContains('#next-title + p', 'Learn 1–4');
        $sequence = "/sequences/{$lesson->getSequence()?->getId()}";
        $this->browser->request('GET', $sequence);
        self::assertSelectorCount(0, '.lesson-row.taught');
        $this->post("/lessons/{$lesson->getId()}/accept", ['remark' => 'Bows were crooked <b>today</b>.']);
        $this->browser->request('GET', $sequence);
        self::assertSelectorCount(1, '.lesson-row.taught', 'the log is the same, but the lesson is accepted');
        $this->browser->request('GET', "/classes/{$lesson->getClass()->getId()}");
        self::assertSelectorTextContains('main', '60 of 84');
        self::assertSelectorTextContains('main', 'Bows were crooked <b>today</b>.');
        $this->browser->request('GET', "/lessons/{$lesson->getId()}");
        self::assertResponseRedirects("/lessons/{$lesson->getId()}/end");
    }

    public function testAnAcceptedLessonIsAnotherStateOfTheLog(): void
    {
        $lesson = $this->lesson();
        $state = fn (): array => $this->service(LessonRepository::class)->logs([$lesson->getClass()]);
        $open = $state();
        $lesson->end(new \DateTimeImmutable(), '');
        $this->entities()->flush();
        self::assertNotSame($open, $state(), 'what was taught moves the rest, though no entry came');
    }

    public function testTheNextLessonGoesOnWhereTheClassStopped(): void
    {
        $lesson = $this->lesson();
        $treads = $this->played($lesson)->step->stair->treads ?? [];
        self::assertGreaterThan(1, \count($treads));
        $this->send($lesson, [$this->entry($lesson, 'coin'), $this->entry($lesson, 'miss')]);
        $this->post("/lessons/{$lesson->getId()}/accept");
        $this->post("/sequences/{$lesson->getSequence()?->getId()}/lesson");
        $next = $this->entities()
            ->getRepository(Lesson::class)
            ->findOneBy(['endedAt' => null]);
        self::assertNotNull($next);
        self::assertSame($this->played($lesson)->id, $this->played($next)->id, 'it was not done');
        $start = $this->played($next)->step->stair->treads[0] ?? 0;
        self::assertLessThanOrEqual($treads[0], $start, 'two treads down, or the first');
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

    /** @param array<string, mixed> $fields */
    private function hx(string $address, array $fields): void
    {
        $this->post($address, $fields, [], ['HTTP_HX_REQUEST' => 'true']);
    }

    private function turn(Sequence $sequence, bool $again): void
    {
        $this->hx("/sequences/{$sequence->getId()}/turn", ['do' => $again ? 'redo' : 'undo']);
        self::assertResponseIsSuccessful();
    }

    private function row(Step $step): Crawler
    {
        return $this->browser->getCrawler()->filter("[data-step=\"{$step->getId()}\"]");
    }

    /** The row of a step in a lesson; none if it is not in it. */
    private function at(Step $step, string $lesson): ?Crawler
    {
        $row = $this->browser->getCrawler()->filter("[data-steps=\"$lesson\"] [data-step=\"{$step->getId()}\"]");

        return 0 === $row->count() ? null : $row;
    }

    /** @return list<string> of the steps of the next lesson */
    private function titles(): array
    {
        return $this->browser
            ->getCrawler()
            ->filter('.steps-list')
            ->first()
            ->filter('[data-step] .step-title')
            ->each(static fn (Crawler $step): string => $step->text());
    }
}
