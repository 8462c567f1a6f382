<?php

declare(strict_types=1);

namespace App\Shared\Repository;

/** How long a piece takes at its goal tempo, in the steps in which a teacher asks. */
enum PieceLength: string
{
    case Tiny = '1';
    case Short = '2';
    case Middle = '4';
    case Long = 'long';

    /** @return array{int, int|null} seconds: from, and up to but not with; no end for the longest */
    public function seconds(): array
    {
        return match ($this) {
            self::Tiny => [0, 60],
            self::Short => [60, 120],
            self::Middle => [120, 240],
            self::Long => [240, null],
        };
    }

    public function title(): string
    {
        return match ($this) {
            self::Tiny => 'under 1 minute',
            self::Short => '1 to 2 minutes',
            self::Middle => '2 to 4 minutes',
            self::Long => '4 minutes and more',
        };
    }
}
