<?php

declare(strict_types=1);

namespace App\Shared\Entity;

enum TaskState: string
{
    case Waiting = 'waiting';
    case Running = 'running';
    case Done = 'done';
    case Failed = 'failed';

    public function isOver(): bool
    {
        return self::Done === $this || self::Failed === $this;
    }
}
