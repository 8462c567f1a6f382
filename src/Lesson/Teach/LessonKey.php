<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

/** Which account may read and write the log of which lesson. The epoch has to be that of the account still. */
final readonly class LessonKey
{
    public function __construct(public int $account, public int $epoch, public int $lesson)
    {
    }
}
