<?php

declare(strict_types=1);

namespace CoinStair\Core\Memory;

/** Keeps nothing: for a command that asks each question once. */
final class NoMemory implements Memory
{
    public function remember(Fingerprint $fingerprint, \Closure $reckon): mixed
    {
        return $reckon();
    }
}
