<?php

declare(strict_types=1);

namespace App\Shared\Web;

use Doctrine\DBAL\Exception\ConnectionException;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\KernelEvents;

/**
 * The database does not answer: the request is refused at once, to be sent again. The web server puts its own page in the place of this
 * answer, which needs nothing that may be away.
 */
#[AsEventListener(event: KernelEvents::EXCEPTION, priority: 32)]
final class PartAway
{
    public const RETRY_AFTER = 5;

    /** What the client of the database says when nobody listens, or nobody does any more (2002, 2006, 2013), or it is shutting down. */
    private const CODES = [1053, 1927, 2002, 2003, 2006, 2013];

    public function __invoke(ExceptionEvent $event): void
    {
        if (!self::isAway($event->getThrowable())) {
            return;
        }
        $event->allowCustomResponseCode();
        $event->setResponse(
            new Response('The database is away for a moment.', 503, [
                'Content-Type' => 'text/plain; charset=utf-8',
                'Retry-After' => (string) self::RETRY_AFTER,
                'Cache-Control' => 'no-store',
            ]),
        );
        $event->stopPropagation();
    }

    public static function isAway(\Throwable $thrown): bool
    {
        for ($one = $thrown; null !== $one; $one = $one->getPrevious()) {
            if ($one instanceof ConnectionException || $one instanceof \PDOException && \in_array(self::code($one), self::CODES, true)) {
                return true;
            }
        }

        return false;
    }

    private static function code(\PDOException $thrown): int
    {
        $code = $thrown->errorInfo[1] ?? $thrown->getCode();

        return is_numeric($code) ? (int) $code : 0;
    }
}
