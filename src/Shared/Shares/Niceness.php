<?php

declare(strict_types=1);

namespace App\Shared\Shares;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\KernelEvents;

/** A process of work that can wait steps back behind the others, once and for as long as it lives; it needs no right for that. */
#[AsEventListener(event: KernelEvents::REQUEST, priority: 511)]
final class Niceness
{
    /** Where the system tells it among the numbers of a process, counted behind its name. */
    private const FIELD = 16;

    public function __invoke(RequestEvent $event): void
    {
        $kind = $event->isMainRequest() ? Kind::ofProcess($event->getRequest()) : null;
        if (null !== $kind) {
            self::take($kind->share()->niceness);
        }
    }

    public static function take(int $wanted): void
    {
        $more = $wanted - self::now();
        if ($wanted > 0 && $more > 0) {
            proc_nice($more);
        }
    }

    private static function now(): int
    {
        $numbers = explode(' ', (string) preg_replace('/^.*\) /s', '', (string) @file_get_contents('/proc/self/stat')));

        return (int) ($numbers[self::FIELD] ?? 0);
    }
}
