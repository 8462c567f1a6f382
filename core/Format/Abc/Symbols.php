<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

/** Signs that stand for a decoration: those of the standard, and what the tune says of its own (U:). */
final class Symbols
{
    /** @var array<string, string> name of the decoration, by sign */
    private array $names = [
        '.' => 'staccato',
        'u' => 'upbow',
        'v' => 'downbow',
        'L' => 'accent',
        'H' => 'fermata',
        'S' => 'segno',
        'O' => 'coda',
        '~' => 'roll',
        'T' => 'trill',
        'M' => 'lowermordent',
        'P' => 'uppermordent',
        'R' => 'roll',
        'J' => 'slide',
    ];

    public function has(string $sign): bool
    {
        return isset($this->names[$sign]);
    }

    public function of(string $sign): string
    {
        return $this->names[$sign] ?? '';
    }

    public function set(string $sign, string $name): void
    {
        $this->names[$sign] = $name;
    }
}
