<?php

declare(strict_types=1);

namespace App\Shared\Web;

use Symfony\Component\HttpFoundation\InputBag;

/** Whole numbers of plain forms, in which a field can be left empty. */
final class Typed
{
    private const DIGITS = 9;

    /**
     * @param InputBag<string> $fields
     * @param int              $empty  where the field is away or empty
     *
     * @return int 0 where something else than a whole number was typed
     */
    public static function number(InputBag $fields, string $name, int $empty = 0): int
    {
        return self::whole($fields->getString($name), $empty);
    }

    /** @return int 0 where it is something else than a whole number */
    public static function whole(string $typed, int $empty = 0): int
    {
        $typed = trim($typed);
        if ('' === $typed) {
            return $empty;
        }

        return \strlen($typed) <= self::DIGITS && ctype_digit($typed) ? (int) $typed : 0;
    }
}
