<?php

declare(strict_types=1);

namespace App\Shared\Work;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerMessageReceivedEvent;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;

/** The process that works in the background shows its keeper that it lives: by the time of a file. */
#[AsEventListener(event: WorkerRunningEvent::class)]
#[AsEventListener(event: WorkerMessageReceivedEvent::class)]
final class Heartbeat
{
    private const FILE = 'COIN_STAIR_HEARTBEAT';
    private const SECONDS = 2;

    private int $last = 0;

    public function __invoke(): void
    {
        $file = getenv(self::FILE);
        if (false !== $file && '' !== $file && time() - $this->last >= self::SECONDS) {
            $this->last = time();
            @touch($file);
        }
    }
}
