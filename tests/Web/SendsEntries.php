<?php

declare(strict_types=1);

namespace App\Tests;

use App\Lesson\Teach\LessonKeys;
use App\Shared\Entity\Lesson;
use Symfony\Component\Uid\Uuid;

/** Sends entries to the log of a lesson and reads it, as a screen does: by the lesson's key. */
trait SendsEntries
{
    private int $at = 0;

    /** @return array<string, mixed> */
    private function entry(Lesson $lesson, string $kind): array
    {
        return [
            'id' => Uuid::v4()->toRfc4122(),
            'step' => $this->played($lesson)->id,
            'kind' => $kind,
            'tempo' => 52,
            // The lesson begins in this second: entries are not to lie before it.
            'at' => 1000 * $lesson->getStartedAt()->getTimestamp() + ++$this->at,
            'count' => $this->at,
            'text' => '',
            'device' => 'tablet-1',
        ];
    }

    /** @param array<mixed> $entries */
    private function send(Lesson $lesson, array $entries, ?string $key = null, int $after = 0): void
    {
        $this->browser->request(
            'POST',
            "/lessons/{$lesson->getId()}/log?after=$after",
            [],
            [],
            ['CONTENT_TYPE' => 'application/json', 'HTTP_X_LESSON_KEY' => $key ?? $this->key($lesson)],
            (string) json_encode(['entries' => $entries]),
        );
        // A request by key alone enters no program: what a test makes next is of the teacher's.
        $this->enter($this->entities()->find($this->teacher::class, $this->teacher->getId()) ?? $this->teacher);
    }

    /** @return array{entries: list<mixed>, after: int, open: bool, refused: list<array{id: string, why: string}>, now: int} */
    private function log(Lesson $lesson, int $after = 0): array
    {
        $key = ['HTTP_X_LESSON_KEY' => $this->key($lesson)];
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/log?after=$after", [], [], $key);

        return $this->answer();
    }

    /** @return array{entries: list<mixed>, after: int, open: bool, refused: list<array{id: string, why: string}>, now: int} */
    private function answer(): array
    {
        self::assertResponseIsSuccessful();
        /** @var array{entries: list<mixed>, after: int, open: bool, refused: list<array{id: string, why: string}>, now: int} $told */
        $told = json_decode($this->body(), true, 8, \JSON_THROW_ON_ERROR);

        return $told;
    }

    private function key(Lesson $lesson): string
    {
        return $this->service(LessonKeys::class)->make($this->teacher, $lesson);
    }
}
