<?php

declare(strict_types=1);

namespace App\Shared\Shares;

/**
 * Whether whoever asked still waits. A request that was given up stays in the queue of its processes, and PHP learns of it only when it
 * writes. What is written here is a line for the log, over the line to the web server on which errors are told: the answer itself is not
 * begun by it.
 */
final class StillThere
{
    /** @param string $told what is done for them, for the log */
    public function tells(string $told): bool
    {
        if ('fpm-fcgi' !== \PHP_SAPI) {
            return true;
        }
        $before = (bool) ignore_user_abort(true);
        error_log($told);
        flush();
        $there = 0 === connection_aborted();
        ignore_user_abort($before);

        return $there;
    }
}
