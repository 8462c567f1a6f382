<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Format\NoteDraft;

/** Ratios of notes, and the brackets that name them. */
final class Tuplets implements Elements
{
    private const MOST = 64;
    private const BRACKETS = 6;
    private const VOICES = 99;

    /** of the note that is being read */
    public string $voice = '1';
    private int $actual = 1;
    private int $normal = 1;
    private int $number = 1;
    private int $bracketActual = 0;
    private int $bracketNormal = 0;
    /** @var list<int> numbers of the brackets that end at the note */
    private array $stops = [];

    public function __construct(private readonly Score $score)
    {
    }

    public function opened(): array
    {
        return ['tuplet'];
    }

    public function closed(): array
    {
        return ['actual-notes', 'normal-notes', 'tuplet-number', 'tuplet-actual', 'tuplet-normal', 'tuplet'];
    }

    public function open(string $name, Tag $tag): void
    {
        $number = max(1, min(self::BRACKETS, (int) ($tag->attribute('number') ?? '1')));
        if (!$tag->is('type', 'start')) {
            $this->stops[] = $number;
            $this->number = 0;

            return;
        }
        $this->bracketActual = $this->bracketNormal = 0;
        if (null !== $this->score->part) {
            $this->score->part->tupletToOpen = $number;
        }
        if ($tag->isEmpty()) {
            $this->openBracket();
        }
    }

    public function close(string $name, string $text): void
    {
        match ($name) {
            'actual-notes' => $this->actual = max(1, min(self::MOST, (int) $text)),
            'normal-notes' => $this->normal = max(1, min(self::MOST, (int) $text)),
            'tuplet-number' => $this->number = max(0, min(self::MOST, (int) $text)),
            'tuplet-actual' => $this->bracketActual = $this->number,
            'tuplet-normal' => $this->bracketNormal = $this->number,
            default => $this->openBracket(),
        };
    }

    public function beginNote(): void
    {
        $this->voice = '1';
        $this->actual = $this->normal = 1;
        $this->stops = [];
    }

    /** Gives a note its tuplet, and closes the brackets that end at it. */
    public function give(NoteDraft $note, PartState $part): void
    {
        if ($this->actual !== $this->normal) {
            $note->tuplet = $part->tuplet($note->voice, $this->actual, $this->normal);
        }
        foreach ($this->stops as $number) {
            unset($part->tuplets[$note->voice][$number]);
        }
    }

    /** Ratios are known only where the bracket names them: needed where one tuplet stands in another. */
    private function openBracket(): void
    {
        $part = $this->score->part;
        if (null !== $part && 0 !== $part->tupletToOpen) {
            $voice = max(1, min(self::VOICES, (int) $this->voice));
            $part->tuplets[$voice][$part->tupletToOpen] = [$this->bracketActual, $this->bracketNormal];
            $part->tupletToOpen = 0;
        }
    }
}
