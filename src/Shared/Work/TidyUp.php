<?php

declare(strict_types=1);

namespace App\Shared\Work;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Contracts\EventDispatcher\EventDispatcherInterface;

/** Lets everything be tidied up that grows, every few minutes in which the background has nothing else to do. */
#[AsEventListener(event: WorkerRunningEvent::class)]
final class TidyUp
{
    private const SECONDS = 300;

    private int $last;

    public function __construct(private readonly EventDispatcherInterface $events)
    {
        $this->last = time();
    }

    public function __invoke(WorkerRunningEvent $event): void
    {
        if ($event->isWorkerIdle() && time() - $this->last >= self::SECONDS) {
            $this->last = time();
            $this->events->dispatch(new NowAndThen());
        }
    }
}
