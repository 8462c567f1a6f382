<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\MeasureDraft;
use CoinStair\Core\Format\PieceDraft;
use CoinStair\Core\Score\Clef;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Meter;
use CoinStair\Core\Score\Ticks;

/** A tune while it is read: what its header says, where each voice stands, and what becomes of it. */
final class Tune
{
    private const CLEFS = ['treble' => Clef::Treble, 'alto' => Clef::Alto, 'tenor' => Clef::Tenor, 'bass' => Clef::Bass];

    public readonly PieceDraft $draft;
    public readonly Symbols $symbols;
    public Line $line;
    /** the header is over */
    public bool $inBody = false;
    public Meter $meter;
    public Key $key;
    public ?int $firstUnit = null;
    public ?Clef $clef = null;
    public int $octaveShift = 0;
    /** @var array<string, int> alterations that the key line adds, by letter */
    public array $keyExtras = [];
    /** the voice in which notes are read; none before the first of them */
    public ?VoiceState $voice = null;
    /** what the header says, for each voice as it begins */
    private Meter $firstMeter;
    private Key $firstKey;
    /** @var array<string, VoiceState> by voice id */
    private array $voices = [];
    /** @var array<string, string> attributes of V: fields, by voice id */
    private array $voiceFields = [];
    /** @var array<int, int> numbers that the text sets, by measure position */
    private array $labels = [];
    /** @var array<string, true> things already told once */
    private array $told = [];

    public function __construct(public readonly Limits $limits)
    {
        $this->draft = new PieceDraft($limits);
        $this->symbols = new Symbols();
        $this->line = new Line(1, '');
        $this->meter = $this->firstMeter = Meter::of(4, 4);
        $this->key = $this->firstKey = Key::of(0);
    }

    /** @param array<string, string> $parameters */
    public function notice(int $column, string $template, array $parameters = []): void
    {
        $this->draft->notice($this->line->number, $column, $template, $parameters);
    }

    /**
     * Says something at the first place where it holds.
     *
     * @param string                $what       one word for it
     * @param array<string, string> $parameters
     */
    public function tellOnce(string $what, int $column, string $template, array $parameters = []): void
    {
        if (!isset($this->told[$what])) {
            $this->told[$what] = true;
            $this->notice($column, $template, $parameters);
        }
    }

    /** The header is over: what it says holds for each voice as it begins. */
    public function begin(?Clef $clef, int $octaveShift): void
    {
        [$this->clef, $this->octaveShift] = [$clef, $octaveShift];
        [$this->firstMeter, $this->firstKey] = [$this->meter, $this->key];
        $this->inBody = true;
    }

    /** What a V: field says of a voice, kept until it begins. */
    public function describe(string $voice, string $attributes): void
    {
        $this->voiceFields[$voice] = $attributes;
    }

    public function useVoice(string $id): VoiceState
    {
        if (!isset($this->voices[$id])) {
            $attributes = $this->voiceFields[$id] ?? '';
            $name = 1 === preg_match('/(?:name|nm)="([^"]*)"/', $attributes, $match) ? mb_substr($match[1], 0, 60) : '';
            $part = $this->draft->part('P'.(\count($this->voices) + 1), $name);
            $part->clef = self::clefIn((string) preg_replace('/"[^"]*"/', '', $attributes)) ?? $this->clef;
            $this->voices[$id] = new VoiceState($part, $this->firstMeter, $this->firstKey, $this->firstUnit ?? $this->defaultUnit());
            $this->voices[$id]->keyExtras = $this->keyExtras;
            $this->voices[$id]->octaveShift = '' === $attributes ? $this->octaveShift : self::octaveShiftIn($attributes);
        }

        return $this->voice = $this->voices[$id];
    }

    public function voice(): VoiceState
    {
        return $this->voice ?? $this->useVoice((string) (array_key_first($this->voiceFields) ?? '1'));
    }

    /** The shared measure in which the voice stands. */
    public function measure(int $at = 0): MeasureDraft
    {
        $voice = $this->voice();
        // What one voice says of a measure's meter holds for the others too.
        if (0 === $voice->time && isset($this->draft->measures[$voice->position])) {
            $voice->meter = $this->draft->measures[$voice->position]->meter;
        }
        while (\count($this->draft->measures) <= $voice->position) {
            $this->draft->addMeasure(new MeasureDraft($voice->meter, $voice->key, $this->line->number, $this->line->column($at)));
        }

        return $this->draft->measures[$voice->position];
    }

    /** The measure at whose start the voice stands, if another voice began it; none where something stands in it. */
    public function begun(VoiceState $voice): ?MeasureDraft
    {
        return 0 === $voice->time ? $this->draft->measures[$voice->position] ?? null : null;
    }

    /** The book shows this number over the measure in which the voice stands, and counts on from it. */
    public function setNumber(int $number): void
    {
        $this->labels[null === $this->voice ? 0 : $this->voice->position] = $number;
    }

    /** Measures that were begun for a sign but hold nothing are dropped from the end. */
    public function close(): void
    {
        $last = 0;
        foreach ($this->voices as $voice) {
            $last = max($last, ...[0, ...array_map(static fn (int $position): int => $position + 1, array_keys($voice->part->measures))]);
        }
        $this->draft->measures = \array_slice($this->draft->measures, 0, $last);
        if ($last > 0) {
            $this->draft->measures[$last - 1]->lineBreak = false;
        }
        $number = null;
        foreach ($this->draft->measures as $position => $measure) {
            $number = $this->labels[$position] ?? $number;
            if (null !== $number) {
                $measure->printed = (string) $number++;
            }
        }
    }

    public static function clefIn(string $value): ?Clef
    {
        return 1 === preg_match('/(?:clef=)?\b(treble|alto|tenor|bass)\b/', $value, $match) ? self::CLEFS[$match[1]] : null;
    }

    /** Octaves that a clef such as treble-8, or octave=-1 and transpose=-12, moves the notes. */
    public static function octaveShiftIn(string $value): int
    {
        $shift = 1 === preg_match('/\boctave=(-?\d)/', $value, $match) ? (int) $match[1] : 0;
        if (1 === preg_match('/\b(?:treble|alto|tenor|bass)([+-])8/', $value, $match)) {
            $shift += '+' === $match[1] ? 1 : -1;
        }
        if (1 === preg_match('/\btranspose=(-?\d{1,2})\b/', $value, $match)) {
            $shift += intdiv((int) $match[1], 12);
        }

        return max(-4, min(4, $shift));
    }

    private function defaultUnit(): int
    {
        return $this->firstMeter->count / $this->firstMeter->unit < 0.75 ? Ticks::ofWhole(1, 16) : Ticks::ofWhole(1, 8);
    }
}
