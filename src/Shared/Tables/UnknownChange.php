<?php

declare(strict_types=1);

namespace App\Shared\Tables;

/** A change of tables was begun by a release that does it in another way. */
final class UnknownChange extends \RuntimeException
{
    public static function of(string $version, int $number): self
    {
        return new self(
            "The change of tables $version was begun by another release, which does it in another way from its step $number on.",
        );
    }
}
