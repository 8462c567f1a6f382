<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

use CoinStair\Core\Score\Meter;
use CoinStair\Core\Score\OffTheGrid;
use CoinStair\Core\Score\Ticks;

/** What a field says of a tune: K:D, M:3/4, in a line of its own or between notes. */
final readonly class Fields
{
    public const ALTERATIONS = ['^^' => 2, '^' => 1, '=' => 0, '_' => -1, '__' => -2];
    private const METERS = ['C' => '4/4', 'C|' => '2/2'];

    private Words $words;

    public function __construct(private Tune $tune)
    {
        $this->words = new Words($tune);
    }

    /** Takes a field in; false where the tune ends. */
    public function take(string $name, string $value, int $column): bool
    {
        $tune = $this->tune;
        if ('X' === $name && $tune->inBody) {
            $tune->notice($column, 'The file holds more tunes; only the first was read.');

            return false;
        }
        match ($name) {
            'T' => $this->title($value),
            'C' => $tune->draft->composer = mb_substr($value, 0, 200),
            'M' => $this->meter($value, $column),
            'L' => $this->unit($value, $column),
            'Q' => $this->tempo($value),
            'K' => $this->key($value, $column),
            'V' => $this->voice($value),
            'P' => $tune->inBody ? $tune->measure()->rehearsal = mb_substr($value, 0, 20) : null,
            'w' => $tune->inBody ? $this->words->under($value, $column) : null,
            'W' => $tune->tellOnce('words', $column, 'Words below the tune are left out.'),
            's' => $tune->tellOnce('symbols', $column, 'Lines of symbols (s:) are left out.'),
            'U' => $this->symbol($value),
            'I' => $this->instruction($value),
            default => null,
        };

        return true;
    }

    private function title(string $value): void
    {
        if ('' === $this->tune->draft->title) {
            $this->tune->draft->title = mb_substr($value, 0, 200);
        }
    }

    private function meter(string $value, int $column): void
    {
        $value = self::METERS[$value] ?? $value;
        try {
            $meter = 1 === preg_match('~^(\d{1,2})\s*/\s*(\d{1,2})$~', $value, $match) ? Meter::of((int) $match[1], (int) $match[2]) : null;
        } catch (\InvalidArgumentException) {
            $meter = null;
        }
        if (null === $meter) {
            $this->tune->notice($column, 'The meter "{text}" is not understood; a meter such as 4/4 was expected.', ['text' => $value]);

            return;
        }
        $this->tune->meter = $meter;
        $voice = $this->tune->voice;
        if (null !== $voice) {
            $voice->meter = $meter;
            $measure = $this->tune->begun($voice);
            if (null !== $measure) {
                $measure->meter = $meter;
            }
        }
    }

    private function unit(string $value, int $column): void
    {
        if (1 === preg_match('~^(\d{1,2})\s*/\s*(\d{1,4})$~', $value, $match)) {
            try {
                $unit = Ticks::ofWhole((int) $match[1], (int) $match[2]);
                if (null !== $this->tune->voice) {
                    $this->tune->voice->unit = $unit;
                } else {
                    $this->tune->firstUnit = $unit;
                }

                return;
            } catch (OffTheGrid) {
            }
        }
        $this->tune->notice($column, 'The unit length "{text}" is not understood; one such as 1/8 was expected.', ['text' => $value]);
    }

    private function tempo(string $value): void
    {
        $draft = $this->tune->draft;
        if ('' === $draft->style && 1 === preg_match('/"(?!\d+\s*[-–]\s*\d)([^"]+)"/u', $value, $words)) {
            $draft->style = trim($words[1]);
        }
        if (1 === preg_match('~(\d{1,2})/(\d{1,3})\s*=\s*(\d{1,3})~', $value, $match) && (int) $match[3] > 0) {
            if (null === $draft->goalTempo && 1 === preg_match('/"'.$match[3].'\s*[-–]\s*(\d{1,3})"/u', $value, $range)) {
                $draft->goalTempoTo = (int) $range[1];
            }
            try {
                $draft->beatTicks ??= Ticks::ofWhole((int) $match[1], (int) $match[2]) ?: null;
                $draft->goalTempo ??= (int) $match[3];
            } catch (OffTheGrid) {
            }
        } elseif (1 === preg_match('/^\s*(\d{1,3})\s*$/', $value, $match) && (int) $match[1] > 0) {
            $draft->goalTempo ??= (int) $match[1];
        }
    }

    private function key(string $value, int $column): void
    {
        $tune = $this->tune;
        try {
            $key = KeyField::parse($value);
        } catch (\InvalidArgumentException) {
            $key = null;
            $tune->notice($column, 'The key "{text}" is not understood; one such as D, Gm or A mix was expected.', ['text' => $value]);
        }
        $tune->keyExtras = self::extras($value);
        $tune->key = $key ?? $tune->key;
        $voice = $tune->voice;
        if (null !== $voice) {
            $voice->keyExtras = $tune->keyExtras;
            $voice->key = $key ?? $voice->key;
            $measure = null === $key ? null : $tune->begun($voice);
            if (null !== $measure) {
                $measure->key = $voice->key;
            }
        }
        $clef = Tune::clefIn($value);
        if (!$tune->inBody) {
            $tune->begin($clef, Tune::octaveShiftIn($value));
        } elseif (null !== $clef && null !== $voice && 0 === $voice->position) {
            $voice->part->clef = $clef;
        }
    }

    /** @return array<string, int> alterations that a key adds, by letter */
    private static function extras(string $value): array
    {
        $extras = [];
        preg_match_all('/(?<![\w=])(\^\^|\^|__|_|=)([a-gA-G])(?![\w=])/', $value, $added, \PREG_SET_ORDER);
        foreach ($added as [, $sign, $letter]) {
            $extras[strtoupper($letter)] = self::ALTERATIONS[$sign];
        }

        return $extras;
    }

    private function voice(string $value): void
    {
        [$id, $attributes] = [...preg_split('/\s+/', $value, 2) ?: [], '', ''];
        if ('' === $id) {
            return;
        }
        if ('' !== $attributes) {
            $this->tune->describe($id, $attributes);
        }
        if ($this->tune->inBody) {
            $this->tune->useVoice($id);
        }
    }

    private function symbol(string $value): void
    {
        if (1 === preg_match('/^(\S)\s*=\s*[!+]?([^!+]+)[!+]?$/', $value, $match)) {
            $this->tune->symbols->set($match[1], $match[2]);
        }
    }

    private function instruction(string $value): void
    {
        if (1 === preg_match('/^setbarnb\s+(\d{1,6})$/', $value, $match)) {
            $this->tune->setNumber((int) $match[1]);
        }
    }
}
