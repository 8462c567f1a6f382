<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * The four instruments of a string class (handbook 3), and anything else that a file may hold.
 */
enum Instrument: string
{
    case Violin = 'violin';
    case Viola = 'viola';
    case Cello = 'cello';
    case Bass = 'bass';
    case Other = 'other';

    /** @return non-empty-list<self> */
    public static function strings(): array
    {
        return [self::Violin, self::Viola, self::Cello, self::Bass];
    }

    /** The instrument that a part's printed name tells, in several languages' usual names. */
    public static function fromName(string $name): self
    {
        return match (1) {
            preg_match('/viola|bratsche|\bvla\b|^va\b/i', $name) => self::Viola,
            preg_match('/bass|\bdb\b|\bcb\b/i', $name) => self::Bass,
            preg_match('/cell|\bvc\b/i', $name) => self::Cello,
            preg_match('/viol|\bvln?\b|geige/i', $name) => self::Violin,
            default => self::Other,
        };
    }

    /** @return list<string> letters of the open strings, the highest (I) first; none for other instruments */
    public function openStrings(): array
    {
        return match ($this) {
            self::Violin => ['E', 'A', 'D', 'G'],
            self::Viola, self::Cello => ['A', 'D', 'G', 'C'],
            self::Bass => ['G', 'D', 'A', 'E'],
            self::Other => [],
        };
    }

    /** Those who play it, in words. */
    public function group(): string
    {
        return match ($this) {
            self::Violin => 'violins',
            self::Viola => 'violas',
            self::Cello => 'cellos',
            self::Bass => 'basses',
            self::Other => 'others',
        };
    }

    /** Octaves that the instrument sounds above what is written. */
    public function octavesAboveWritten(): int
    {
        return self::Bass === $this ? -1 : 0;
    }

    public function clef(): Clef
    {
        return match ($this) {
            self::Viola => Clef::Alto,
            self::Cello, self::Bass => Clef::Bass,
            default => Clef::Treble,
        };
    }
}
