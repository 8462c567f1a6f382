<?php

declare(strict_types=1);

namespace App\Shared\Web;

use Symfony\Component\HttpFoundation\Request;

/** Optimistic locking over forms: a form says which version it was made from. */
final class Version
{
    /** The row was changed since the form was made. */
    public static function isOld(Request $request, int $current): bool
    {
        return Typed::number($request->request, 'version', $current) !== $current;
    }
}
