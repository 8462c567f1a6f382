<?php

declare(strict_types=1);

namespace App\Shared\Undo;

/** Takes back the last change, or does again what was taken back. */
final readonly class Turn
{
    /**
     * @param bool $again do it again
     * @param int  $seen  id of the change that somebody saw as the one to be taken back; 0 if none was named
     */
    private function __construct(public bool $again, public int $seen)
    {
    }

    /** "undo 12" or "redo 12", as the buttons ask for it; nothing if something else is asked for. */
    public static function read(string $typed): ?self
    {
        [$do, $seen] = [...explode(' ', $typed, 2), ''];

        return \in_array($do, ['undo', 'redo'], true) ? new self('redo' === $do, (int) $seen) : null;
    }
}
