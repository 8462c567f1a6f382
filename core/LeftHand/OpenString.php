<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Pitch;

/** An open string: its letter and its sounding pitch (handbook 3). */
final readonly class OpenString
{
    private const TUNINGS = [
        'violin' => ['E5', 'A4', 'D4', 'G3'],
        'viola' => ['A4', 'D4', 'G3', 'C3'],
        'cello' => ['A3', 'D3', 'G2', 'C2'],
        'bass' => ['G2', 'D2', 'A1', 'E1'],
    ];

    private function __construct(public string $letter, public Pitch $pitch)
    {
    }

    /** @return list<self> the highest first; none for other instruments */
    public static function allOf(Instrument $instrument): array
    {
        $tuning = self::TUNINGS[$instrument->value] ?? [];

        return array_map(static fn (string $name): self => new self($name[0], Pitch::parse($name)), $tuning);
    }

    /** MIDI number of the lowest; 0 for other instruments. */
    public static function lowest(Instrument $instrument): int
    {
        $strings = self::allOf($instrument);

        return [] === $strings ? 0 : $strings[\count($strings) - 1]->pitch->midi();
    }

    /** @param string $letter C, G, D, A or E */
    public static function named(Instrument $instrument, string $letter): ?self
    {
        foreach (self::allOf($instrument) as $string) {
            if ($string->letter === $letter) {
                return $string;
            }
        }

        return null;
    }
}
