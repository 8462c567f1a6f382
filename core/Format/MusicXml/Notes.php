<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\NoteDraft;
use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Syllable;
use CoinStair\Core\Score\Ticks;

/** Notes, with all that stands in them but their tuplets. */
final class Notes implements Elements
{
    private const ARTICULATIONS = [
        'staccato' => Articulation::Staccato,
        'tenuto' => Articulation::Tenuto,
        'accent' => Articulation::Accent,
        'strong-accent' => Articulation::Marcato,
        'fermata' => Articulation::Fermata,
    ];
    private const VERSES = 9;
    private const VOICES = 99;

    private bool $isChord = false;
    private bool $isRest = false;
    private bool $isGrace = false;
    private string $step = '';
    private int $alter = 0;
    private int $octave = 4;
    private int $duration = 0;
    private string $voice = '1';
    private ?int $finger = null;
    private ?string $string = null;
    private int $verse = 0;
    private string $syllable = '';
    private bool $wordGoesOn = false;

    public function __construct(private readonly Score $score, private readonly Tuplets $tuplets)
    {
    }

    public function opened(): array
    {
        return [
            'note',
            'chord',
            'grace',
            'rest',
            'backup',
            'forward',
            'tie',
            'slur',
            'up-bow',
            'down-bow',
            'breath-mark',
            'lyric',
            ...array_keys(self::ARTICULATIONS),
        ];
    }

    public function closed(): array
    {
        return [
            'note',
            'step',
            'alter',
            'octave',
            'duration',
            'voice',
            'fingering',
            'string',
            'syllabic',
            'text',
            'lyric',
            'backup',
            'forward',
        ];
    }

    public function open(string $name, Tag $tag): void
    {
        match ($name) {
            'note' => $this->begin(),
            'chord' => $this->isChord = true,
            'grace' => $this->isGrace = true,
            'backup', 'forward' => $this->duration = 0,
            'rest' => $this->rest($tag),
            'lyric' => $this->lyric($tag),
            default => null === $this->score->note ? null : $this->mark($this->score->note, $name, $tag),
        };
    }

    public function close(string $name, string $text): void
    {
        match ($name) {
            'note' => $this->end(),
            'step' => $this->step = trim($text),
            'alter' => $this->alter = (int) round((float) $text),
            'octave' => $this->octave = (int) $text,
            'duration' => $this->duration = $this->ticks(trim($text)),
            'voice' => $this->voice = $this->tuplets->voice = trim($text),
            'fingering' => $this->finger ??= $this->ofHand('/^\s*([0-4])\s*$/', $text),
            'string' => $this->string = $this->stringOf($text),
            'syllabic' => $this->wordGoesOn = \in_array(trim($text), ['begin', 'middle'], true),
            'text' => $this->syllable .= $text,
            'lyric' => $this->endLyric(),
            'backup' => $this->score->time = max(0, $this->score->time - $this->duration),
            default => $this->score->time += $this->duration,
        };
    }

    private function begin(): void
    {
        $this->isChord = $this->isRest = $this->isGrace = false;
        $this->step = '';
        $this->alter = $this->duration = 0;
        $this->voice = '1';
        $this->finger = $this->string = null;
        $this->tuplets->beginNote();
        $this->score->note = new NoteDraft($this->score->time, 0);
    }

    private function rest(Tag $tag): void
    {
        $this->isRest = true;
        if (null !== $this->score->note && $tag->is('measure', 'yes')) {
            $this->score->note->wholeMeasure = true;
        }
    }

    private function lyric(Tag $tag): void
    {
        $this->verse = max(1, min(self::VERSES, (int) ($tag->attribute('number') ?? '1')));
        $this->syllable = '';
        $this->wordGoesOn = false;
    }

    private function endLyric(): void
    {
        if (null !== $this->score->note && '' !== trim($this->syllable)) {
            $this->score->note->lyrics[$this->verse] = Syllable::of($this->syllable, $this->wordGoesOn);
        }
        $this->verse = 0;
    }

    private function mark(NoteDraft $note, string $name, Tag $tag): void
    {
        switch ($name) {
            case 'tie':
                if ($tag->is('type', 'start')) {
                    $note->tiedTo = true;
                } else {
                    $note->tiedFrom = true;
                }
                break;
            case 'slur':
                $note->slurStarts += $tag->is('type', 'start') ? 1 : 0;
                $note->slurStops += $tag->is('type', 'stop') ? 1 : 0;
                break;
            case 'up-bow':
            case 'down-bow':
                $note->bow = 'up-bow' === $name ? BowMark::Up : BowMark::Down;
                break;
            case 'breath-mark':
                $note->lift = true;
                break;
            default:
                $note->articulations[] = self::ARTICULATIONS[$name];
                $this->score->expectFew($note->articulations);
        }
    }

    /** A number that stands alone in a text, inside a note. */
    private function ofHand(string $pattern, string $text): ?int
    {
        return null !== $this->score->note && 1 === preg_match($pattern, $text, $match) ? (int) $match[1] : null;
    }

    private function stringOf(string $text): ?string
    {
        $string = $this->ofHand('/^\s*([1-5])\s*$/', $text);

        return null === $string ? $this->string : (string) $string;
    }

    private function ticks(string $duration): int
    {
        if (1 !== preg_match('/^(\d{1,9})(?:\.0+)?$/', $duration, $match)) {
            $this->score->notice('The duration "{text}" is no whole number.', ['text' => mb_substr($duration, 0, 20)]);

            return 0;
        }
        $divisions = $this->score->part->divisions ?? 1;
        $ticks = (int) $match[1] * Ticks::PER_QUARTER;
        if (0 !== $ticks % $divisions) {
            $this->score->notice('The duration {text} of {divisions} is finer than can be kept; the note was left out.', [
                'text' => $match[1],
                'divisions' => (string) $divisions,
            ]);

            return 0;
        }

        return intdiv($ticks, $divisions);
    }

    private function end(): void
    {
        $score = $this->score;
        $note = $score->note;
        $score->note = null;
        if (null === $note || null === $score->part || null === $score->measure) {
            return;
        }
        $score->draft->countNote();
        $pitch = $this->isRest || '' === $this->step ? null : $this->pitch($score->part);
        if ($this->isChord && null !== $score->chordOf) {
            if (null !== $pitch) {
                $this->addTo($score->chordOf, $pitch, $note);
            }

            return;
        }
        $note->length = $this->isGrace ? 0 : $this->duration;
        if (0 === $note->length && !$this->isGrace && !$note->wholeMeasure) {
            $score->notice('A note with no duration was left out.');
        } elseif ($note->length > 64 * Ticks::PER_WHOLE) {
            $score->notice('A note that is too long was left out.');
        } else {
            $this->place($note, $pitch, $score->part);
        }
    }

    private function addTo(NoteDraft $chord, Pitch $pitch, NoteDraft $note): void
    {
        if (\count($chord->pitches()) >= Limits::TONES) {
            throw $this->score->refused('A chord has more than {limit} notes.', ['limit' => (string) Limits::TONES]);
        }
        $chord->add($pitch, $this->finger, $this->string);
        $chord->tiedTo = $chord->tiedTo || $note->tiedTo;
        $chord->tiedFrom = $chord->tiedFrom || $note->tiedFrom;
    }

    private function place(NoteDraft $note, ?Pitch $pitch, PartState $part): void
    {
        $note->voice = max(1, min(self::VOICES, (int) $this->voice));
        if (null !== $pitch) {
            $note->add($pitch, $this->finger, $this->string);
        }
        $this->tuplets->give($note, $part);
        $part->pending?->give($note);
        $part->pending = null;
        $this->score->time += $note->length;
        $this->score->chordOf = $note;
        $this->score->add($note, $part);
    }

    private function pitch(PartState $part): ?Pitch
    {
        try {
            return $part->sounding(Pitch::of($this->step, $this->alter, $this->octave));
        } catch (\InvalidArgumentException) {
            $this->score->notice('A pitch is not understood; the note is read as a rest.');

            return null;
        }
    }
}
