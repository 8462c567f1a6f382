<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/** What is sung on one note. */
final readonly class Syllable
{
    private const LONGEST = 60;

    private function __construct(public string $text, public bool $wordGoesOn)
    {
    }

    /** @param bool $wordGoesOn a hyphen leads to the next note */
    public static function of(string $text, bool $wordGoesOn = false): self
    {
        return new self(mb_substr(trim($text), 0, self::LONGEST), $wordGoesOn);
    }
}
