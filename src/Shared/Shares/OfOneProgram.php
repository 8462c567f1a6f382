<?php

declare(strict_types=1);

namespace App\Shared\Shares;

use App\Shared\Tenancy\CurrentProgram;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;
use Symfony\Component\HttpKernel\KernelEvents;

/**
 * One program has its share of the processes of a kind, and no more while others share the server: who comes after that is told to come
 * again, before anything was done. Right after the program is known (EnterProgram).
 */
#[AsEventListener(event: KernelEvents::REQUEST, method: 'know', priority: 6)]
#[AsEventListener(event: KernelEvents::TERMINATE, method: 'leave', priority: -512)]
final readonly class OfOneProgram
{
    public const RETRY_AFTER = 3;
    /** Requests that are under way at which a server counts as busy: the web server tells how many. */
    private const BUSY = 40;
    private const UNDER_WAY = 'COIN_STAIR_UNDER_WAY';

    public function __construct(private CurrentProgram $program, private Places $places)
    {
    }

    public function leave(): void
    {
        $this->places->leave();
    }

    /** @throws TooManyRequestsHttpException if the program has its share already */
    public function know(RequestEvent $event): void
    {
        $kind = Kind::ofProcess($event->getRequest());
        $share = $kind?->share();
        $program = $this->program->id();
        if (!$event->isMainRequest() || null === $kind || null === $share || null === $program || 0 === $share->ofProgram) {
            return;
        }
        $isShared = $this->places->isShared($program, time()) && self::isBusy($event->getRequest());
        $most = $share->isReserved || $isShared ? $share->ofProgram : $share->workers;
        if (!$this->places->take($kind, $program, $most) && !$this->places->waitFor($kind, $program, $most, $share->waiting)) {
            throw new TooManyRequestsHttpException(self::RETRY_AFTER, 'The program has its share of the server already.');
        }
    }

    private static function isBusy(Request $request): bool
    {
        $underWay = $request->server->get(self::UNDER_WAY);

        return is_numeric($underWay) && (int) $underWay >= self::BUSY;
    }
}
