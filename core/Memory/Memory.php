<?php

declare(strict_types=1);

namespace CoinStair\Core\Memory;

/** Where results are kept from one question to the next. */
interface Memory
{
    /**
     * What was reckoned from these inputs before; else it is reckoned now, and kept if there is a place to keep it.
     *
     * @template T
     *
     * @param \Closure(): T $reckon a pure function of the inputs that the fingerprint names
     *
     * @return T
     */
    public function remember(Fingerprint $fingerprint, \Closure $reckon): mixed;
}
