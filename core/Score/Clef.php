<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

enum Clef: string
{
    case Treble = 'treble';
    case Alto = 'alto';
    case Tenor = 'tenor';
    case Bass = 'bass';

    public static function fromSign(string $sign, int $line): self
    {
        return match ($sign.$line) {
            'F4' => self::Bass,
            'C3' => self::Alto,
            'C4' => self::Tenor,
            default => self::Treble,
        };
    }

    /** @return array{string, int} sign and staff line, counted from below */
    public function sign(): array
    {
        return match ($this) {
            self::Treble => ['G', 2],
            self::Alto => ['C', 3],
            self::Tenor => ['C', 4],
            self::Bass => ['F', 4],
        };
    }
}
