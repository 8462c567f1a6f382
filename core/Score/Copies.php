<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/** A value that is copied with some of it changed. For classes whose properties are the parameters of their constructor. */
trait Copies
{
    /**
     * @param mixed ...$changed new values by the names of their properties
     *
     * @throws \Error     if it has no such property
     * @throws \TypeError if a value does not fit its property
     */
    private function copy(mixed ...$changed): self
    {
        return (new \ReflectionClass(self::class))->newInstance(...$changed + get_object_vars($this));
    }
}
