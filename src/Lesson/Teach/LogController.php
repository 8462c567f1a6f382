<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\User;
use App\Shared\Web\CsrfGuard;
use CoinStair\Core\Score\Refusal;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** The log of a lesson, as its screens read and write it: by the lesson's key, without a session. */
final readonly class LogController
{
    private const LARGEST = 1024 * 1024;

    public function __construct(private LessonLog $log, private LessonKeys $keys)
    {
    }

    /** What other screens logged after the position that is asked for. */
    #[Route('/lessons/{id}/log', name: 'lesson_log', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function news(int $id, Request $request): JsonResponse
    {
        $key = $this->key($id, $request);

        return $this->answer($id, $request, null === $key ? null : $this->log->news($key, self::after($request)));
    }

    /** Takes entries from a device, each once, in any order and however late; also of a lesson that was accepted. */
    #[Route(
        '/lessons/{id}/log',
        name: 'lesson_log_add',
        requirements: ['id' => '\d{1,9}'],
        defaults: [CsrfGuard::OWN => true],
        methods: ['POST'],
    )]
    public function add(int $id, Request $request): JsonResponse
    {
        $key = $this->key($id, $request);
        if ((int) $request->headers->get('Content-Length') > self::LARGEST || \strlen($request->getContent()) > self::LARGEST) {
            return new JsonResponse(['error' => 'At most 1 MB of entries are taken at once.'], 413);
        }
        try {
            $news = null === $key ? null : $this->log->take($key, $request->getContent(), self::after($request));

            return $this->answer($id, $request, $news);
        } catch (Refusal $refusal) {
            return new JsonResponse(['error' => $refusal->notice->template], 422);
        }
    }

    /** A fresh key, for a screen whose own one is over: by the session of somebody of this program. */
    #[Route('/lessons/{id:lesson}/key', name: 'lesson_key', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function renew(Lesson $lesson, #[CurrentUser] User $user): JsonResponse
    {
        return new JsonResponse(['key' => $this->keys->make($user, $lesson)]);
    }

    private function key(int $lesson, Request $request): ?LessonKey
    {
        return $this->keys->read((string) $request->headers->get(LessonKeys::HEADER), $lesson);
    }

    /** A screen that may not write any more asks for a new key, but one whose lesson is gone would ask for ever: it is told so. */
    private function answer(int $lesson, Request $request, ?LogNews $news): JsonResponse
    {
        if (null !== $news) {
            return new JsonResponse($news->told($this->log->now()));
        }
        $wasThere = $this->keys->wasMade((string) $request->headers->get(LessonKeys::HEADER), $lesson);

        return $wasThere && !$this->log->isThere($lesson)
            ? new JsonResponse(['error' => 'this lesson was deleted'], Response::HTTP_GONE)
            : new JsonResponse(['error' => 'This screen may not write to this lesson any more.'], Response::HTTP_UNAUTHORIZED);
    }

    private static function after(Request $request): int
    {
        $after = $request->query->all()['after'] ?? 0;

        return is_numeric($after) ? max(0, min(\PHP_INT_MAX >> 32, (int) $after)) : 0;
    }
}
