<?php

declare(strict_types=1);

namespace App\Shared\Entity;

/** The one form in which an address to sign in with is kept, looked up, and counted: whatever way it is typed. */
final class EmailAddress
{
    /** Letters of an address. */
    public const LONGEST = 180;

    /** In small letters, each written in one way; accents are letters of their own. */
    public static function normal(string $typed): string
    {
        $scrubbed = mb_scrub($typed, 'UTF-8');
        $whole = \Normalizer::normalize($scrubbed, \Normalizer::FORM_KC);

        return mb_substr(trim(mb_strtolower(\is_string($whole) ? $whole : $scrubbed, 'UTF-8')), 0, self::LONGEST);
    }
}
