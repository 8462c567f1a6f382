<?php

declare(strict_types=1);

namespace App\Shared\Work;

/** It is the turn of a task. */
final readonly class DoTask
{
    /**
     * @param int $program its id: without it the task is not found
     * @param int $task    its id
     */
    public function __construct(public int $program, public int $task)
    {
    }
}
