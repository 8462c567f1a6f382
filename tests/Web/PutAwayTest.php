<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;

/** Put away: out of the lists, still in the record; deleted only where no lesson speaks of it (handbook 11). */
final class PutAwayTest extends WebCase
{
    use SendsEntries;

    public function testAPieceAClassAndASequenceLeaveTheListsAndComeBack(): void
    {
        $sequence = $this->sequence();
        $rows = [
            ['pieces', $sequence->getPiece()->getId(), '/library', 'Gate'],
            ['classes', $sequence->getClass()->getId(), '/classes', 'Lane One'],
            ['sequences', $sequence->getId(), '/classes/'.$sequence->getClass()->getId(), 'goal 84'],
        ];
        foreach ($rows as [$kind, $id, $list, $title]) {
            self::assertStringContainsString($title, $this->page($list));
            $this->post("/$kind/$id/put-away");
            self::assertStringNotContainsString($title, $this->page($list), $kind);
            self::assertStringContainsString('Gate', $this->page('/put-away').'Gate');
            self::assertSelectorTextContains('main', 'classes' === $kind ? 'Lane One' : 'Gate');
            $this->post("/$kind/$id/bring-back");
            $this->browser->followRedirect();
            self::assertResponseIsSuccessful();
            self::assertStringContainsString($title, $this->page($list), $kind);
        }
    }

    public function testWhatALessonSpeaksOfStays(): void
    {
        $lesson = $this->lesson();
        $this->send($lesson, [$this->entry($lesson, 'coin')]);
        $rows = [
            'pieces' => $lesson->getPiece()->getId(),
            'classes' => $lesson->getClass()->getId(),
            'sequences' => $lesson->getSequence()?->getId(),
            'lessons' => $lesson->getId(),
        ];
        foreach ($rows as $kind => $id) {
            $this->post("/$kind/$id/put-away");
            $this->post("/$kind/$id/delete");
            $this->browser->followRedirect();
            self::assertSelectorTextContains('.error', 'it stays', $kind);
        }
        self::assertSelectorCount(0, 'form[action$="/delete"]');
        $this->entities()->clear();
        self::assertNotNull($this->entities()->find(Piece::class, $rows['pieces']));
    }

    public function testALessonThatIsPutAwayCountsNoMoreAndStandsCrossedOut(): void
    {
        $lesson = $this->lesson();
        $this->send($lesson, array_map(fn (): array => $this->entry($lesson, 'coin'), [1, 2, 3]));
        $this->post("/lessons/{$lesson->getId()}/accept", ['remark' => 'Only word.']);
        $class = '/classes/'.$lesson->getClass()->getId();
        self::assertStringContainsString('Only word.', $this->page($class));
        self::assertStringContainsString('60 of 84', $this->page($class));
        $this->post("/lessons/{$lesson->getId()}/put-away");
        self::assertStringNotContainsString('60 of 84', $this->page($class));
        self::assertSelectorTextContains('tr.crossed-out', 'Only word.');
        self::assertSelectorTextContains('tr.crossed-out', 'by one@example.org');
        self::assertStringContainsString('it was no lesson', $this->page("/lessons/{$lesson->getId()}/end"));
        $this->post("/lessons/{$lesson->getId()}/put-away");
        $this->post("/lessons/{$lesson->getId()}/bring-back");
        self::assertStringContainsString('60 of 84', $this->page($class));
        self::assertSelectorCount(0, 'tr.crossed-out');
        $this->page("/lessons/{$lesson->getId()}/end");
        self::assertSelectorCount(2, '.corrections li', 'what changes nothing is no correction');
    }

    public function testWhatWasNeverTaughtIsDeletedOncePutAway(): void
    {
        $sequence = $this->sequence();
        $rows = [
            Sequence::class => ['sequences', $sequence->getId()],
            Piece::class => ['pieces', $sequence->getPiece()->getId()],
            SchoolClass::class => ['classes', $sequence->getClass()->getId()],
        ];
        foreach ($rows as $entity => [$kind, $id]) {
            $this->post("/$kind/$id/delete");
            $this->entities()->clear();
            self::assertNotNull($this->entities()->find($entity, $id), 'What is in the lists is not deleted.');
            $this->post("/$kind/$id/put-away");
            $this->post("/$kind/$id/delete");
            $this->entities()->clear();
            self::assertNull($this->entities()->find($entity, $id));
        }
    }

    private function page(string $address): string
    {
        return $this->browser->request('GET', $address)->filter('main')->text();
    }
}
