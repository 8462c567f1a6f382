<?php

declare(strict_types=1);

namespace App\Shared\Work;

use App\Shared\Entity\Task;
use CoinStair\Core\Score\Refusal;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** How a kind of task is done, a turn at a time. */
#[AutoconfigureTag]
interface TaskWork
{
    /** Value of the TaskKind that it does. */
    public static function kind(): string;

    /**
     * One turn: goes on until the time is over, and tells the task how far it is, or that it is over. A turn is one transaction: what it
     * did and how far it says that it is are true together, or neither.
     *
     * @param float $until time, in seconds since 1970, after which nothing more is begun
     *
     * @throws Refusal if it cannot be done, which is told as it stands
     */
    public function go(Task $task, float $until): void;
}
