<?php

declare(strict_types=1);

namespace App\Account;

use Symfony\Component\HttpKernel\Exception\HttpException;

/** Whoever wanted to sign in went away before it was their turn. */
final class NobodyWaits extends HttpException
{
    /** What web servers write for an answer that nobody took. */
    private const STATUS = 499;

    public function __construct()
    {
        parent::__construct(self::STATUS, 'Whoever asked is gone.');
    }
}
