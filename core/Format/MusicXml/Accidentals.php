<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Pitch;

/** Which accidentals have to be printed in one measure of one part. */
final class Accidentals
{
    private const NAMES = [-2 => 'flat-flat', -1 => 'flat', 0 => 'natural', 1 => 'sharp', 2 => 'double-sharp'];

    /** @var array<int, int> alteration that holds, by line or space */
    private array $holding = [];

    public function __construct(private readonly Key $key)
    {
    }

    /** The MusicXML name of the sign before a note, or none. */
    public function before(Pitch $pitch, bool $tiedFrom): ?string
    {
        $line = $pitch->diatonic();
        if ($tiedFrom || $pitch->alteration === ($this->holding[$line] ?? $this->key->alteration($pitch->letter))) {
            return null;
        }
        $this->holding[$line] = $pitch->alteration;

        return self::NAMES[$pitch->alteration] ?? null;
    }
}
