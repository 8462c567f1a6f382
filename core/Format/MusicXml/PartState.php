<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Format\PartDraft;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Meter;

/** What holds on from measure to measure in one part of the file. */
final class PartState
{
    public int $position = -1;
    public int $divisions = 1;
    public Meter $meter;
    public Key $key;
    public int $transposeSteps = 0;
    public int $transposeSemitones = 0;

    public function __construct(public readonly PartDraft $part)
    {
        $this->meter = Meter::of(4, 4);
        $this->key = Key::of(0);
    }
}
