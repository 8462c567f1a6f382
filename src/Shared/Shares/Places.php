<?php

declare(strict_types=1);

namespace App\Shared\Shares;

use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * The places that a program has among the processes of a kind: a file for each, which a process holds locked while it works. Nothing has to
 * be given back: the handle goes with the request, and with a process that was killed. What the process manager tells of its processes is
 * of no use here: asking for it while one of them is being born is a segmentation fault.
 */
final class Places
{
    /** Microseconds between two looks. */
    private const PAUSE = 25_000;
    /** Seconds for which it is remembered who was answered. */
    private const SECONDS = 60;
    /** Seconds for which a program counts as one that shares the server. */
    private const RECENTLY = 20;

    /** @var resource|null */
    private $held;

    /** @param float $patience seconds for which a request waits for a place */
    public function __construct(
        #[Autowire('%env(resolve:COIN_STAIR_HOME)%/server/places')] private readonly string $folder,
        private readonly float $patience = 10.0,
    ) {
    }

    /**
     * This process takes the first free place of a program, until the request ends.
     *
     * @param int $most places that the program may have
     *
     * @return bool false if each of them is taken
     */
    public function take(Kind $kind, int $program, int $most): bool
    {
        $place = $this->firstFree($kind->value, $program, $most);
        if (false !== $place) {
            $this->held = $place;
        }

        return false !== $place;
    }

    /**
     * The same for as long as somebody who pressed a button waits gladly; a few may, so that those who wait do not fill the rest.
     *
     * @param int $waiting processes that may wait for the program
     *
     * @return bool false if so many wait already, or if none became free
     */
    public function waitFor(Kind $kind, int $program, int $most, int $waiting): bool
    {
        $seat = $this->firstFree($kind->value.'-waits', $program, $waiting);
        if (false === $seat) {
            return false;
        }
        for ($end = microtime(true) + $this->patience; microtime(true) < $end;) {
            if ($this->take($kind, $program, $most)) {
                return true;
            }
            usleep(self::PAUSE);
        }

        return false;
    }

    /** @return resource|false|null locked until it is closed; null where nothing can be written, which is nobody's fault */
    private function firstFree(string $name, int $program, int $most)
    {
        if (!is_dir($this->folder)) {
            @mkdir($this->folder, 0o700, true);
        }
        for ($place = 0; $place < $most; ++$place) {
            $file = @fopen(\sprintf('%s/%s-%d-%d', $this->folder, $name, $program, $place), 'c');
            if (false === $file) {
                return null;
            }
            if (flock($file, \LOCK_EX | \LOCK_NB)) {
                return $file;
            }
            fclose($file);
        }

        return false;
    }

    public function leave(): void
    {
        if (null !== $this->held) {
            fclose($this->held);
            $this->held = null;
        }
    }

    /** Whether another program was answered a moment ago; and that this one is now. */
    public function isShared(int $program, int $now): bool
    {
        if (!\function_exists('apcu_enabled') || !apcu_enabled()) {
            return false;
        }
        $seen = apcu_fetch('shares.seen');
        [$last, $other] = \is_array($seen) && 2 === \count($seen) ? array_values($seen) : [$program, 0];
        $other = $last === $program ? $other : $now;
        apcu_store('shares.seen', [$program, $other], self::SECONDS);

        return \is_int($other) && $now - $other < self::RECENTLY;
    }
}
