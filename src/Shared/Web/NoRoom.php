<?php

declare(strict_types=1);

namespace App\Shared\Web;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\KernelEvents;

/**
 * The disk of the database is full: nothing of the request was saved, and it can be sent again when there is room. The web server puts its
 * own page in the place of this answer.
 */
#[AsEventListener(event: KernelEvents::EXCEPTION, priority: 33)]
final class NoRoom
{
    /** Insufficient storage. */
    public const STATUS = 507;

    /** What the database says when it cannot write: a file (3, 1026), a table that cannot grow (1114), the disk itself (1021). */
    private const CODES = [3, 1021, 1026, 1114];
    /** Of the engine, with the number that the system gives to a full disk. */
    private const OF_THE_ENGINE = 1030;
    private const FULL = 28;

    public function __invoke(ExceptionEvent $event): void
    {
        if (!self::isFull($event->getThrowable())) {
            return;
        }
        error_log('The disk of the database is full: '.$event->getThrowable()->getMessage());
        $event->allowCustomResponseCode();
        $event->setResponse(
            new Response('The disk of the server is full. Nothing was saved.', self::STATUS, [
                'Content-Type' => 'text/plain; charset=utf-8',
                'Cache-Control' => 'no-store',
            ]),
        );
        $event->stopPropagation();
    }

    public static function isFull(\Throwable $thrown): bool
    {
        for ($one = $thrown; null !== $one; $one = $one->getPrevious()) {
            $code = $one instanceof \PDOException ? $one->errorInfo[1] ?? 0 : 0;
            if (\in_array($code, self::CODES, true)) {
                return true;
            }
            if (self::OF_THE_ENGINE === $code && str_contains($one->getMessage(), 'error '.self::FULL)) {
                return true;
            }
        }

        return false;
    }
}
