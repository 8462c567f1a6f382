<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Format\MeasureDraft;
use CoinStair\Core\Score\BarStyle;

/** Parts, measures, and their bar lines. */
final class Measures implements Elements
{
    private const STYLES = ['light-light' => BarStyle::Double, 'light-heavy' => BarStyle::Final];
    private const REHEARSAL = 20;
    private const NUMBER = 12;
    private const REPEATS = 50;

    private int $position = -1;
    private string $number = '';
    private bool $isImplicit = false;

    public function __construct(private readonly Score $score)
    {
    }

    public function opened(): array
    {
        return ['part', 'measure', 'repeat', 'ending', 'print'];
    }

    public function closed(): array
    {
        return ['measure', 'bar-style', 'rehearsal'];
    }

    public function open(string $name, Tag $tag): void
    {
        match ($name) {
            'part' => $this->part((string) $tag->attribute('id')),
            'measure' => $this->measure($tag),
            'repeat' => $this->repeat($tag),
            'ending' => $this->ending($tag),
            default => $this->print($tag),
        };
    }

    public function close(string $name, string $text): void
    {
        $measure = $this->score->measure;
        if ('measure' === $name) {
            $this->score->measure = null;
        } elseif (null !== $measure && 'bar-style' === $name) {
            $measure->end = self::STYLES[trim($text)] ?? $measure->end;
        } elseif (null !== $measure) {
            $measure->rehearsal = mb_substr(trim($text), 0, self::REHEARSAL);
        }
    }

    private function part(string $id): void
    {
        $part = $this->score->usePart($id);
        if ($this->score->isTimewise) {
            $this->enter($part);
        }
    }

    private function measure(Tag $tag): void
    {
        $this->number = (string) $tag->attribute('number');
        $this->isImplicit = $tag->is('implicit', 'yes');
        if ($this->score->isTimewise) {
            ++$this->position;
        } else {
            $this->enter($this->score->part ?? throw $this->score->refused('A measure stands outside a part.'));
        }
    }

    private function enter(PartState $part): void
    {
        $part->position = $this->score->isTimewise ? $this->position : $part->position + 1;
        $this->score->time = 0;
        $this->score->chordOf = null;
        $draft = $this->score->draft;
        // In a timewise score the first part may be named before any measure.
        while (\count($draft->measures) <= $part->position) {
            $measure = new MeasureDraft($part->meter, $part->key);
            $measure->printed = $this->isImplicit ? '' : mb_substr($this->number, 0, self::NUMBER);
            $measure->implicit = $this->isImplicit;
            $draft->addMeasure($measure);
        }
        $this->score->measure = $draft->measures[$part->position];
    }

    private function repeat(Tag $tag): void
    {
        $measure = $this->score->measure;
        if (null === $measure) {
            return;
        }
        if ($tag->is('direction', 'forward')) {
            $measure->repeatStart = true;
        } else {
            $measure->repeatTimes = max(2, min(self::REPEATS, (int) ($tag->attribute('times') ?? '2')));
        }
    }

    private function ending(Tag $tag): void
    {
        $measure = $this->score->measure;
        if (null === $measure) {
            return;
        }
        if (!$tag->is('type', 'start')) {
            $measure->endingStop = true;

            return;
        }
        preg_match_all('/\d{1,2}/', (string) $tag->attribute('number'), $match);
        $measure->endingStart = array_values(
            array_filter(array_map(intval(...), $match[0]), static fn (int $number): bool => $number > 0),
        );
    }

    private function print(Tag $tag): void
    {
        $position = $this->score->part->position ?? 0;
        if (null !== $this->score->measure && $position > 0 && ($tag->is('new-system', 'yes') || $tag->is('new-page', 'yes'))) {
            $this->score->draft->measures[$position - 1]->lineBreak = true;
        }
    }
}
