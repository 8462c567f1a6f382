<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Score\Dynamic;
use CoinStair\Core\Score\Hairpin;
use CoinStair\Core\Score\Jump;
use CoinStair\Core\Score\PlayingWord;
use CoinStair\Core\Score\Ticks;

/** Words, tempo, dynamics and jumps over the staff, and what is left out. */
final class Directions implements Elements
{
    private const LEFT_OUT = [
        'harmony' => 'Chord names are left out.',
        'figured-bass' => 'Figured bass is left out.',
        'ornaments' => 'Ornaments are left out.',
    ];
    private const UNITS = ['whole' => 1, 'half' => 2, 'quarter' => 4, 'eighth' => 8, '16th' => 16];
    private const SOUNDS = ['fine' => Jump::Fine, 'tocoda' => Jump::ToCoda, 'segno' => Jump::Segno, 'coda' => Jump::Coda];
    private const SOUNDS_BACK = ['dacapo' => Jump::DaCapo, 'dalsegno' => Jump::DalSegno];

    private bool $inDynamics = false;
    private string $unit = '';
    private bool $isDotted = false;

    public function __construct(private readonly Score $score)
    {
    }

    public function opened(): array
    {
        return [
            'dynamics',
            'wedge',
            'segno',
            'coda',
            'sound',
            'metronome',
            'beat-unit-dot',
            ...array_column(Dynamic::cases(), 'value'),
            ...array_keys(self::LEFT_OUT),
        ];
    }

    public function closed(): array
    {
        return ['dynamics', 'words', 'beat-unit', 'per-minute'];
    }

    public function open(string $name, Tag $tag): void
    {
        match ($name) {
            'dynamics' => $this->inDynamics = true,
            'wedge' => $this->hairpin((string) $tag->attribute('type')),
            'segno', 'coda' => $this->score->measure?->addJump(self::SOUNDS[$name]),
            'sound' => $this->sound($tag),
            'metronome' => [$this->unit, $this->isDotted] = ['', false],
            'beat-unit-dot' => $this->isDotted = true,
            'harmony', 'figured-bass', 'ornaments' => $this->score->tellOnce($name, self::LEFT_OUT[$name]),
            default => $this->dynamic($name),
        };
    }

    public function close(string $name, string $text): void
    {
        match ($name) {
            'dynamics' => $this->inDynamics = false,
            'words' => $this->words(trim($text)),
            'beat-unit' => $this->unit = trim($text),
            default => $this->tempo(trim($text)),
        };
    }

    private function dynamic(string $name): void
    {
        $marked = $this->inDynamics && null !== $this->score->part ? $this->score->marked() : null;
        if (null !== $marked) {
            $marked->dynamic = Dynamic::from($name);
        }
    }

    private function hairpin(string $type): void
    {
        if ('stop' === $type) {
            if (null !== $this->score->chordOf) {
                $this->score->chordOf->hairpinStop = true;
            }
        } elseif (null !== $this->score->part && null !== ($marked = $this->score->marked())) {
            $marked->hairpin = 'crescendo' === $type ? Hairpin::Crescendo : Hairpin::Diminuendo;
        }
    }

    private function words(string $text): void
    {
        $score = $this->score;
        $jump = Jump::fromWords($text);
        $word = null === $score->part ? null : PlayingWord::fromText($text);
        if (null !== $jump) {
            $score->measure?->addJump($jump);
        } elseif (null !== $word && null !== ($marked = $score->marked())) {
            $marked->words[] = $word;
            $score->expectFew($marked->words);
        } elseif ('' === $text) {
            return;
        } elseif ('' === $score->draft->style && 0 === $score->part?->position && 0 === $score->time && $score->isInFirstPart()) {
            // A word over the first note says how the piece goes.
            $score->draft->style = $text;
        } else {
            $score->tellOnce('words '.$text, 'The words "{text}" are left out.', ['text' => mb_substr($text, 0, 60)]);
        }
    }

    private function sound(Tag $tag): void
    {
        $tempo = (float) ($tag->attribute('tempo') ?? '0');
        $draft = $this->score->draft;
        $measure = $this->score->measure;
        if ($tempo >= 10 && $tempo <= 400 && null === $draft->goalTempo && null !== $measure) {
            $beat = $measure->meter->beatTicks();
            $draft->goalTempo = (int) round(($tempo * Ticks::PER_QUARTER) / $beat);
            $draft->beatTicks ??= $beat;
        }
        foreach (self::SOUNDS as $attribute => $jump) {
            if (null !== $tag->attribute($attribute)) {
                $measure?->addJump($jump);
            }
        }
        foreach (self::SOUNDS_BACK as $attribute => $jump) {
            $isSaid = [] !== array_filter($measure->jumps ?? [], static fn (Jump $other): bool => $other->goesBack());
            if (null !== $tag->attribute($attribute) && !$isSaid) {
                $measure?->addJump($jump);
            }
        }
    }

    private function tempo(string $perMinute): void
    {
        $unit = self::UNITS[$this->unit] ?? null;
        $draft = $this->score->draft;
        if (
            null === $unit
            || 1 !== preg_match('/^\D*(\d{1,3})(?:\D+(\d{1,3}))?/', $perMinute, $match)
            || 0 === (int) $match[1]
            || null !== $draft->goalTempo
        ) {
            return;
        }
        $beat = Ticks::ofWhole(1, $unit);
        $draft->beatTicks = $this->isDotted ? intdiv(3 * $beat, 2) : $beat;
        $draft->goalTempo = (int) $match[1];
        $draft->goalTempoTo = isset($match[2]) ? (int) $match[2] : null;
    }
}
