<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

/** Titles, and the list of parts. */
final class Header implements Elements
{
    private const TITLE = 200;
    private const NAME = 60;

    private string $part = '';

    public function __construct(private readonly Score $score)
    {
    }

    public function opened(): array
    {
        return ['score-part'];
    }

    public function closed(): array
    {
        return ['score-part', 'part-name', 'work-title', 'movement-title', 'creator'];
    }

    public function open(string $name, Tag $tag): void
    {
        $this->part = (string) $tag->attribute('id');
    }

    public function close(string $name, string $text): void
    {
        $draft = $this->score->draft;
        $words = mb_substr(trim($text), 0, self::TITLE);
        match ($name) {
            'score-part' => $this->part = '',
            'part-name' => $this->name($text),
            'work-title' => $draft->title = $words,
            'movement-title' => $draft->title = '' === $draft->title ? $words : $draft->title,
            default => $draft->composer = '' === $draft->composer ? $words : $draft->composer,
        };
    }

    private function name(string $text): void
    {
        if ('' !== $this->part) {
            $this->score->names[$this->part] = mb_substr(trim($text), 0, self::NAME);
        }
    }
}
