<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

/**
 * Some of the places of what is played, as a text with a byte for each: 1 where it is one of them, else 0. The first byte stands for the
 * place where playing begins, whatever stands there; the others for the places at which Facts has anything. Sets are joined by laying one
 * over the other ("|"), which costs the same whatever is in them.
 */
final class PlaceSet
{
    public const IN = "\x01";
    public const OUT = "\x00";

    /** @param int $places of what is played, without the beginning */
    public static function none(int $places): string
    {
        return str_repeat(self::OUT, 1 + $places);
    }

    /** The beginning alone. */
    public static function beginning(int $places): string
    {
        return self::IN.str_repeat(self::OUT, $places);
    }

    public static function isEmpty(string $set): bool
    {
        return !str_contains($set, self::IN);
    }

    public static function count(string $set): int
    {
        return substr_count($set, self::IN);
    }

    /** @return list<int> numbers of the bytes that are in, rising */
    public static function numbers(string $set): array
    {
        $numbers = [];
        for ($at = strpos($set, self::IN); false !== $at; $at = strpos($set, self::IN, $at + 1)) {
            $numbers[] = $at;
        }

        return $numbers;
    }
}
