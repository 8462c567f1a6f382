<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Entity\Piece;
use App\Shared\Entity\Task;
use App\Shared\Entity\TaskFile;
use App\Shared\Entity\TaskKind;
use App\Shared\Entity\TaskState;
use App\Shared\Tenancy\CurrentProgram;
use App\Shared\Work\DoTask;
use App\Shared\Work\NowAndThen;
use App\Shared\Work\TaskFailed;
use App\Shared\Work\TaskFiles;
use App\Shared\Work\Tasks;
use CoinStair\Core\Score\Refusal;
use Psr\EventDispatcher\EventDispatcherInterface;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;

/** What is done in the background: in turns, once, for its own program, and told when it does not go well. */
final class TaskTest extends WebCase
{
    public function testWhatIsAskedForTwiceIsBegunOnce(): void
    {
        $index = ['book' => 'Pond Book', 'index' => "number,title\n1,One\n2,Two\n"];
        $this->post('/library/index', $index);
        $first = $this->browser->getResponse()->headers->get('Location');
        $this->post('/library/index', $index);
        self::assertResponseRedirects($first);
        $this->work();
        self::assertCount(2, $this->entities()->getRepository(Piece::class)->findAll());
        $this->browser->request('GET', '/work');
        self::assertSelectorCount(1, 'tbody tr');
        self::assertSelectorTextContains('tbody tr', 'Pond Book');
        self::assertSelectorTextContains('tbody tr', 'done');
    }

    public function testProgramsTakeTurns(): void
    {
        $index = "number,title,measures\n".implode("\n", array_map(static fn (int $at): string => "$at,Piece $at,100", range(1, 140)));
        $second = $this->account('two@example.org');
        foreach ([$this->teacher, $second] as $teacher) {
            $this->browser->loginUser($teacher);
            $this->post('/library/index', ['book' => 'Pond Book', 'index' => $index]);
        }
        self::assertGreaterThanOrEqual(2, $this->work());
        foreach ([$second, $this->teacher] as $teacher) {
            $this->enter($this->entities()->find($teacher::class, $teacher->getId()) ?? self::fail());
            $this->entities()->clear();
            self::assertCount(140, $this->entities()->getRepository(Piece::class)->findAll());
        }
    }

    public function testATurnThatGoesWrongIsTriedAgainAndThenToldAndCanBeBegunAgain(): void
    {
        $task = $this->task();
        $failed = static fn (bool $again): WorkerMessageFailedEvent => self::failed($task, $again);
        $this->service(TaskFailed::class)($failed(true));
        $this->entities()->refresh($task);
        self::assertSame(TaskState::Waiting, $task->getState());
        $this->service(TaskFailed::class)($failed(false));
        $this->browser->request('GET', '/work/'.$task->getId());
        self::assertSelectorTextContains('[role=alert]', 'The server could not do this.');
        $this->browser->submitForm('Try it once more');
        self::assertResponseRedirects('/work/'.$task->getId());
        $this->work();
        $this->browser->request('GET', '/work/'.$task->getId());
        self::assertResponseRedirects('/books?book=Pond%20Book');
    }

    public function testAPageThatWaitsIsLedOnByItsScript(): void
    {
        $task = $this->task();
        $address = '/work/'.$task->getId();
        $this->browser->request('GET', $address, server: ['HTTP_HX_REQUEST' => 'true']);
        self::assertSelectorTextContains('.task', 'It begins in a moment.');
        self::assertSelectorNotExists('header');
        $this->work();
        $this->browser->request('GET', $address, server: ['HTTP_HX_REQUEST' => 'true']);
        self::assertResponseHeaderSame('HX-Redirect', '/books?book=Pond%20Book');
    }

    public function testAProgramHasNotTooMuchUnderWay(): void
    {
        for ($number = 1; $number <= Tasks::OPEN; ++$number) {
            $this->service(Tasks::class)->begin(TaskKind::Report, 'One', "one-$number");
        }
        self::assertNotNull($this->service(Tasks::class)->begin(TaskKind::Report, 'One', 'one-1')->getId(), 'it is there already');
        $this->expectException(Refusal::class);
        $this->service(Tasks::class)->begin(TaskKind::Report, 'One', 'one more');
    }

    public function testWhatWasDoneIsKeptForAWhile(): void
    {
        $task = $this->task();
        $this->work();
        $this->entities()->getConnection()->executeStatement('UPDATE task SET changed_at = ?', ['2020-01-01']);
        $this->service(EventDispatcherInterface::class)->dispatch(new NowAndThen());
        $this->entities()->clear();
        self::assertNull($this->entities()->find(Task::class, $task->getId()));
        self::assertNotNull($this->service(CurrentProgram::class)->id());
    }

    public function testTheFilesOfATaskAreOne(): void
    {
        $task = $this->task();
        $files = $this->service(TaskFiles::class);
        self::assertNull($files->together($task), 'it made none');
        $this->keep($task, 'Lane One.csv', 'a,b');
        $only = $files->together($task);
        self::assertSame(['Lane One.csv', 'a,b'], [$only?->name, $only?->content]);
        $this->keep($task, 'Lane Two.csv', 'c,d');
        $both = $files->together($task) ?? self::fail();
        self::assertSame('application/zip', $both->type);
        $path = (string) tempnam(sys_get_temp_dir(), 'zip');
        file_put_contents($path, $both->content);
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($path));
        self::assertSame([2, 'a,b', 'c,d'], [$zip->numFiles, $zip->getFromName('Lane One.csv'), $zip->getFromName('Lane Two.csv')]);
        $zip->close();
        unlink($path);
    }

    public function testATaskOfAnotherProgramIsNotFound(): void
    {
        $task = $this->task();
        $this->browser->loginUser($this->account('two@example.org'));
        foreach (['', '/file'] as $page) {
            $this->browser->request('GET', "/work/{$task->getId()}$page");
            self::assertResponseStatusCodeSame(404);
        }
        $this->post("/work/{$task->getId()}/again");
        self::assertResponseStatusCodeSame(404);
    }

    private function keep(Task $task, string $name, string $content): void
    {
        $this->entities()->persist(new TaskFile($task, $name, $content));
        $this->entities()->flush();
    }

    private function task(): Task
    {
        $this->post('/library/index', ['book' => 'Pond Book', 'index' => "number,title\n1,One\n"]);

        return $this->entities()->getRepository(Task::class)->findOneBy([]) ?? self::fail('It was asked for just now.');
    }

    private static function failed(Task $task, bool $again): WorkerMessageFailedEvent
    {
        $message = new DoTask((int) $task->getProgram()?->getId(), (int) $task->getId());
        $event = new WorkerMessageFailedEvent(new Envelope($message), 'work', new \RuntimeException('the sky fell'));
        if ($again) {
            $event->setForRetry();
        }

        return $event;
    }
}
