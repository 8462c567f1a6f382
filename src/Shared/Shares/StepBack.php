<?php

declare(strict_types=1);

namespace App\Shared\Shares;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\KernelEvents;
use Symfony\Component\Messenger\Event\WorkerStartedEvent;

/**
 * A process of work that can wait steps back behind the others, once and for as long as it lives; it needs no right for that. Nice alone
 * is not enough: a coin passes a dozen processes and waits at each until the one that reckons has used its slice. So the heavy kinds also
 * leave the first of several processors to all that is quick.
 */
#[AsEventListener(event: KernelEvents::REQUEST, method: 'ofRequest', priority: 511)]
#[AsEventListener(event: WorkerStartedEvent::class, method: 'ofBackground')]
final class StepBack
{
    /** Where the system tells the niceness among the numbers of a process, counted behind its name. */
    private const FIELD = 16;
    private const SESSION = '/proc/self/autogroup';

    private static bool $leftOne = false;

    public function ofRequest(RequestEvent $event): void
    {
        $share = $event->isMainRequest() ? Kind::ofProcess($event->getRequest())?->share() : null;
        if (null !== $share) {
            self::behind($share->niceness);
            $share->leavesOne && self::leaveOne();
        }
    }

    public function ofBackground(): void
    {
        self::behind(Kind::NICENESS_OF_BACKGROUND);
        self::leaveOne();
        // Some kernels share their time by sessions first, and the worker has one of its own.
        @file_put_contents(self::SESSION, (string) Kind::NICENESS_OF_BACKGROUND);
    }

    private static function behind(int $wanted): void
    {
        $more = $wanted > 0 ? $wanted - self::niceness() : 0;
        if ($more > 0) {
            proc_nice($more);
        }
    }

    private static function niceness(): int
    {
        $numbers = explode(' ', (string) preg_replace('/^.*\) /s', '', (string) @file_get_contents('/proc/self/stat')));

        return (int) ($numbers[self::FIELD] ?? 0);
    }

    private static function leaveOne(): void
    {
        if (self::$leftOne) {
            return;
        }
        self::$leftOne = true;
        preg_match('/^Cpus_allowed_list:\s*(\S+)$/m', (string) @file_get_contents('/proc/self/status'), $told);
        $others = self::withoutFirst($told[1] ?? '');
        if ('' !== $others) {
            exec('taskset -cp '.escapeshellarg($others).' '.(int) getmypid().' 2>&1');
        }
    }

    /**
     * @param string $list of processors as the system tells it, such as "0-3,8"
     *
     * @return string the same without the first of them; empty where that was the only one
     */
    public static function withoutFirst(string $list): string
    {
        if (1 !== preg_match('/^(\d+)(?:-(\d+))?(?:,(.*))?$/', $list, $parts)) {
            return '';
        }
        $rest = $parts[3] ?? '';
        if ('' === ($parts[2] ?? '')) {
            return $rest;
        }
        $left = (int) $parts[1] + 1 === (int) $parts[2] ? $parts[2] : ((int) $parts[1] + 1).'-'.$parts[2];

        return $left.('' === $rest ? '' : ','.$rest);
    }
}
