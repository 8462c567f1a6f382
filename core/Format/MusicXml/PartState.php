<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Format\PartDraft;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Meter;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Tuplet;

/** What holds on from measure to measure in one part of the file. */
final class PartState
{
    public int $position = -1;
    public int $divisions = 1;
    public Meter $meter;
    public Key $key;
    public int $transposeSteps = 0;
    public int $transposeSemitones = 0;
    /** signs over the staff that wait for a note */
    public ?PendingMarks $pending = null;
    /** @var array<int, array<int, array{int, int}>> ratios of the brackets that are open, 0 where not said, by voice and number */
    public array $tuplets = [];
    /** number of the bracket that is being read; 0 for none */
    public int $tupletToOpen = 0;

    public function __construct(public readonly PartDraft $part)
    {
        $this->meter = Meter::of(4, 4);
        $this->key = Key::of(0);
    }

    public function transposeOctaves(int $octaves): void
    {
        $this->transposeSteps += 7 * $octaves;
        $this->transposeSemitones += 12 * $octaves;
    }

    /**
     * A pitch as it sounds.
     *
     * @throws \InvalidArgumentException if there is no such pitch
     */
    public function sounding(Pitch $written): Pitch
    {
        if (0 === $this->transposeSemitones) {
            return $written;
        }
        $natural = Pitch::fromDiatonic($written->diatonic() + $this->transposeSteps, 0);

        return Pitch::of($natural->letter, $written->midi() + $this->transposeSemitones - $natural->midi(), $natural->octave);
    }

    /** The tuplet of a note from its whole ratio: nested where the open brackets multiply up to it. */
    public function tuplet(int $voice, int $actual, int $normal): Tuplet
    {
        $open = $this->tuplets[$voice] ?? [];
        ksort($open);
        $nested = Tuplet::none();
        foreach ($open as [$levelActual, $levelNormal]) {
            if (0 === $levelActual || 0 === $levelNormal) {
                return Tuplet::of($actual, $normal);
            }
            $nested = Tuplet::of($levelActual, $levelNormal)->inside($nested);
        }

        return $nested->actual * $normal === $nested->normal * $actual && !$nested->isNone() ? $nested : Tuplet::of($actual, $normal);
    }
}
