<?php

declare(strict_types=1);

namespace App\Shared\Repository;

/**
 * A checksum of a group of rows in SQL, whatever their order: each row's hash, all of them combined bit by bit. Other than a sum of ids
 * or versions it does not stay the same when one row takes the place of another.
 */
final class Checksum
{
    /** What one row adds to over('id'), where the id is a text: the whole is the exclusive or of all of them. */
    public static function of(string $id): int
    {
        return (int) hexdec(substr(md5($id), 0, 15));
    }

    /** @param string $columns that tell one state of a row from another */
    public static function over(string $columns): string
    {
        return "COALESCE(BIT_XOR(CONV(LEFT(MD5(CONCAT_WS(':', $columns)), 15), 16, 10)), 0)";
    }
}
