<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Score\Clef;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Meter;

/** Divisions, key, meter, clef and transposition. */
final class Attributes implements Elements
{
    private int $fifths = 0;
    private string $mode = 'major';
    private int $beats = 0;
    private int $beatType = 0;
    private string $sign = '';
    private int $line = 2;

    public function __construct(private readonly Score $score)
    {
    }

    public function opened(): array
    {
        return ['key', 'clef'];
    }

    public function closed(): array
    {
        return [
            'divisions',
            'fifths',
            'mode',
            'key',
            'beats',
            'beat-type',
            'time',
            'sign',
            'line',
            'clef',
            'diatonic',
            'chromatic',
            'octave-change',
        ];
    }

    public function open(string $name, Tag $tag): void
    {
        if ('key' === $name) {
            $this->fifths = 0;
            $this->mode = 'major';
        } else {
            $this->sign = '';
            $this->line = 2;
        }
    }

    public function close(string $name, string $text): void
    {
        match ($name) {
            'fifths' => $this->fifths = (int) $text,
            'mode' => $this->mode = strtolower(trim($text)),
            'beats' => $this->beats = (int) array_sum(array_map(intval(...), explode('+', $text))),
            'beat-type' => $this->beatType = (int) $text,
            'sign' => $this->sign = trim($text),
            'line' => $this->line = (int) $text,
            'key' => $this->key(),
            'time' => $this->meter(),
            default => null === $this->score->part ? null : $this->ofPart($this->score->part, $name, (int) $text),
        };
    }

    private function ofPart(PartState $part, string $name, int $number): void
    {
        match ($name) {
            'divisions' => $part->divisions = $number > 0 ? $number : $part->divisions,
            'clef' => $part->part->clef ??= '' === $this->sign ? null : Clef::fromSign($this->sign, $this->line),
            'diatonic' => $part->transposeSteps = $number,
            'chromatic' => $part->transposeSemitones = $number,
            default => $part->transposeOctaves($number),
        };
    }

    private function key(): void
    {
        $part = $this->score->part;
        $measure = $this->score->measure;
        if (null === $part || null === $measure) {
            return;
        }
        try {
            $part->key = Key::of($this->fifths, isset(Key::MODES[$this->mode]) ? $this->mode : 'major');
        } catch (\InvalidArgumentException) {
            $this->score->notice('The key signature is not understood.');

            return;
        }
        if ($this->score->isInFirstPart()) {
            $measure->key = $part->key;
        }
    }

    private function meter(): void
    {
        $part = $this->score->part;
        $measure = $this->score->measure;
        if (null === $part || null === $measure) {
            return;
        }
        try {
            $part->meter = Meter::of($this->beats, $this->beatType);
        } catch (\InvalidArgumentException) {
            $this->score->notice('The meter {text} is not understood.', ['text' => $this->beats.'/'.$this->beatType]);

            return;
        }
        $measure->meter = $part->meter;
    }
}
