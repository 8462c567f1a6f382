<?php

declare(strict_types=1);

namespace App\Tests;

use App\Lesson\Sequence\SequenceBuilder;
use App\Lesson\Teach\LessonPlanner;
use App\Library\Entry\PieceImport;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use CoinStair\Core\Lesson\Habit;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Method\StepPurpose;

/** What a teacher does besides the stair: in the plan, on the screen of the lesson, at its end; and each can be left out. */
final class HabitsTest extends WebCase
{
    use SendsEntries;

    public function testThePlanHasThemAndEachCanBeLeftOutForTheClass(): void
    {
        $sequence = $this->withHabits(Habit::cases());
        $address = "/sequences/{$sequence->getId()}";
        $page = $this->browser->request('GET', $address)->filter('main')->text();
        foreach (['Tune-up', 'Hear 1–8', 'Last coins: is the long note', 'Ready early: from memory', 'Today: 1–8 at'] as $told) {
            self::assertStringContainsString($told, $page);
        }
        $class = $sequence->getClass();
        $form = $this->browser->request('GET', "/classes/{$class->getId()}/edit")->filter('form.sheet')->form();
        $sent = $form->getPhpValues();
        self::assertIsArray($sent['class']);
        self::assertSame(array_column(Habit::cases(), 'value'), $sent['class']['habits']);
        $sent['class']['habits'] = ['tune-up'];
        $this->browser->request('POST', $form->getUri(), $sent);
        self::assertResponseRedirects();
        $page = $this->browser->request('GET', $address)->filter('main')->text();
        self::assertStringContainsString('Tune-up', $page);
        foreach (['Hear 1–8', 'Last coins:', 'Ready early:', 'Today: 1–8'] as $told) {
            self::assertStringNotContainsString($told, $page);
        }
    }

    public function testAStepOfThemIsLeftOutOfOneLesson(): void
    {
        $sequence = $this->withHabits([Habit::TuneUp, Habit::HearFirst]);
        foreach (['1 tune-up', '1 listen'] as $what) {
            $this->post("/sequences/{$sequence->getId()}/skip", ['what' => $what]);
        }
        $page = $this->browser->request('GET', "/sequences/{$sequence->getId()}")->filter('[data-steps="1"]')->text();
        self::assertStringNotContainsString('Tune-up', $page);
        self::assertStringNotContainsString('Hear', $page);
    }

    public function testWhatIsPlayedToTheClassIsHeardAndEarnsNothing(): void
    {
        $lesson = $this->begun($this->withHabits(Habit::cases()));
        $heard = $this->step($lesson, StepPurpose::Listen);
        $this->send($lesson, [
            ['step' => $heard->id, 'text' => ''] + $this->entry($lesson, 'done'),
            ['step' => $heard->id] + $this->entry($lesson, 'coin'),
        ]);
        $end = $this->browser->request('GET', "/lessons/{$lesson->getId()}/end")->filter('main')->text();
        self::assertStringContainsString('Hear 1–8', $end);
        self::assertStringContainsString('0 coins', $end);
        $class = $this->browser->request('GET', "/classes/{$lesson->getClass()->getId()}")->filter('main')->text();
        self::assertStringContainsString('No piece is in work', $class);
    }

    public function testTheEndSaysInOneSentenceWhatWasDoneAndWhatIsForHome(): void
    {
        $lesson = $this->begun($this->withHabits([Habit::SumUp]));
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/end");
        self::assertSelectorNotExists('.sum-up');
        $step = $this->step($lesson, StepPurpose::Learn);
        $tempos = $step->step->stair->treads ?? [];
        $this->send($lesson, [['step' => $step->id, 'tempo' => $tempos[0]] + $this->entry($lesson, 'coin')]);
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/end");
        self::assertSelectorTextSame('.sum-up', "Today: 1–4 at $tempos[0]. At home: 1–4.");
    }

    public function testTheScreenIsToldWhatToListenForAndWhoHasATask(): void
    {
        $lesson = $this->begun($this->withHabits(Habit::cases()));
        $this->browser->request('GET', "/lessons/{$lesson->getId()}");
        /** @var array{steps: list<array{purpose: string, listen: string, quick: string}>} $data */
        $data = json_decode($this->browser->getCrawler()->filter('#lesson-data')->text(), true, 512, \JSON_THROW_ON_ERROR);
        $learned = array_values(array_filter($data['steps'], static fn (array $step): bool => 'learn' === $step['purpose']));
        self::assertStringStartsWith('is the long note', $learned[0]['listen']);
        self::assertSame('from memory', $learned[0]['quick']);
        self::assertSelectorExists('#card-tune-up');
    }

    public function testALessonClosesWithAnotherPieceThatTheClassKnows(): void
    {
        $first = $this->begun($this->withHabits([]));
        $whole = array_find($first->steps(), static fn (TaughtStep $step): bool => StepPurpose::Run === $step->step->purpose)
            ?? self::fail('The whole is run.');
        foreach ([1, 2] as $coin) {
            $this->send($first, [['step' => $whole->id, 'tempo' => 84] + $this->entry($first, 'coin')]);
        }
        $this->post("/lessons/{$first->getId()}/accept");
        $tune = "X:1\nT:Lane\nM:4/4\nL:1/4\nQ:1/4=84\nK:D\nDEFG|A2F2|G2E2|D4|FGAB|A2G2|F2E2|D4|]\n";
        $piece = $this->service(PieceImport::class)->import($tune, 'lane.abc');
        $class = $this->entities()->find(SchoolClass::class, $first->getClass()->getId()) ?? self::fail('It is there.');
        $sequence = $this->service(SequenceBuilder::class)->build($class, $piece, 84);
        $this->entities()->flush();
        $page = $this->browser->request('GET', "/sequences/{$sequence->getId()}")->filter('[data-steps="1"]')->text();
        self::assertStringContainsString('Run Gate', $page);
        $this->post("/sequences/{$sequence->getId()}/lesson");
        $lesson = $this->entities()->getRepository(Lesson::class)->findOneBy([], ['id' => 'DESC']) ?? self::fail('It was begun.');
        $last = $lesson->steps()[\count($lesson->steps()) - 1];
        $this->browser->request('GET', "/lessons/{$lesson->getId()}");
        self::assertSelectorTextContains('[data-room=steps] option:last-child', 'Run Gate');
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/players/P1");
        self::assertStringContainsString("\"$last->chunk\":", $this->body(), 'with the notes of the other piece');
        $this->send($lesson, [['step' => $last->id, 'tempo' => 84] + $this->entry($lesson, 'coin')]);
        self::assertResponseIsSuccessful();
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/end");
        self::assertResponseIsSuccessful();
    }

    /** @param list<Habit> $habits */
    private function withHabits(array $habits): Sequence
    {
        $class = $this->schoolClass();
        $class->setHabits($habits);
        $sequence = $this->service(SequenceBuilder::class)->build($class, $this->piece(), 84);
        $this->entities()->flush();

        return $sequence;
    }

    private function begun(Sequence $sequence): Lesson
    {
        $lesson = $this->service(LessonPlanner::class)->begin($sequence);
        $this->entities()->persist($lesson);
        $this->entities()->flush();

        return $lesson;
    }

    private function step(Lesson $lesson, StepPurpose $purpose): TaughtStep
    {
        return array_find($lesson->steps(), static fn (TaughtStep $step): bool => $purpose === $step->step->purpose)
            ?? self::fail('It is in the lesson.');
    }
}
