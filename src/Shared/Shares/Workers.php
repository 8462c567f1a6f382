<?php

declare(strict_types=1);

namespace App\Shared\Shares;

/**
 * The processes beside this one that work on the same kind of requests, and for which program each of them works. Nothing has to be given
 * back: what a process does is told by the process manager, so that one that was killed counts no more.
 *
 * @phpstan-type Status array{procs: array<int, array{pid: int, state: string, ...}>, ...}
 */
final class Workers
{
    /** Seconds after which nobody works for a program any more who said so. */
    private const SECONDS = 60;
    /** Seconds for which a program counts as one that shares the server. */
    private const RECENTLY = 20;

    /** @var (\Closure(): (Status|false))|null */
    private readonly ?\Closure $status;
    private readonly bool $remembers;

    /** @param (\Closure(): (Status|false))|null $status as the process manager tells it */
    public function __construct(?\Closure $status = null)
    {
        $this->status = $status ?? (\function_exists('fpm_get_status') ? fpm_get_status(...) : null);
        $this->remembers = \function_exists('apcu_enabled') && apcu_enabled();
    }

    /** This process works for a program from now on; for none where none is named. */
    public function workFor(?int $program): void
    {
        if (!$this->remembers) {
            return;
        }
        apcu_store(self::key((int) getmypid()), $program ?? 0, self::SECONDS);
    }

    /** How many processes beside this one work for a program now. */
    public function of(int $program): int
    {
        $status = null === $this->status || !$this->remembers ? false : ($this->status)();
        $count = 0;
        foreach (false === $status ? [] : $status['procs'] as $process) {
            if ('Idle' !== $process['state'] && getmypid() !== $process['pid']) {
                $count += apcu_fetch(self::key($process['pid'])) === $program ? 1 : 0;
            }
        }

        return $count;
    }

    /** Whether another program was answered a moment ago; and that this one is now. */
    public function isShared(int $program, int $now): bool
    {
        if (!$this->remembers) {
            return false;
        }
        $seen = apcu_fetch('shares.seen');
        [$last, $other] = \is_array($seen) && 2 === \count($seen) ? array_values($seen) : [$program, 0];
        $other = $last === $program ? $other : $now;
        apcu_store('shares.seen', [$program, $other], self::SECONDS);

        return \is_int($other) && $now - $other < self::RECENTLY;
    }

    private static function key(int $process): string
    {
        return 'shares.worker.'.$process;
    }
}
