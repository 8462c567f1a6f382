<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\NoteDraft;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Score\Tuplet;

/** Builds measures and notes of the signs of a line of music. */
final readonly class Music
{
    /** Notes in whose time those of a tuplet are played where the text does not say; of some it hangs on the meter. */
    private const IN_TIME_OF = [2 => 3, 3 => 2, 4 => 3, 6 => 2, 8 => 3];
    private const BY_METER = [5, 7, 9];

    private Marks $marks;

    public function __construct(private Tune $tune, private Fields $fields)
    {
        $this->marks = new Marks($tune);
    }

    /** @throws UnreadableFile */
    public function line(): void
    {
        $voice = $this->tune->voice();
        $voice->lineNotes = [];
        $voice->verses = 0;
        $line = $this->tune->line;
        foreach ((new Lexer($line, $this->tune->symbols))->tokens() as $token) {
            $this->take($token);
        }
        $voice = $this->tune->voice ?? $voice;
        if (0 === $voice->time && $voice->position > 0 && !str_ends_with($line->text, '\\')) {
            $this->tune->draft->measures[$voice->position - 1]->lineBreak = true;
        }
    }

    private function take(Token $token): void
    {
        match ($token->kind) {
            TokenKind::Note => $this->note($token),
            TokenKind::Bar => $this->bar($token),
            TokenKind::Rest => $this->rest($token),
            TokenKind::Decoration => $this->marks->decoration($token->part(0), $token->at),
            TokenKind::SlurStart => ++$this->tune->voice()->slurStarts,
            TokenKind::SlurStop => $this->stopSlur(),
            TokenKind::Tie => $this->tie(),
            TokenKind::Broken => $this->broken($token),
            TokenKind::Tuplet => $this->tuplet($token),
            TokenKind::Chord => $this->chord($token),
            TokenKind::Annotation => $this->marks->annotation($token->part(0), $token->at),
            TokenKind::Field => $this->fields->take($token->part(0), $token->part(1), $this->column($token)),
            TokenKind::Ending => $this->ending($token->part(0), $token),
            TokenKind::Graces => $this->graces($token),
            TokenKind::Overlay => $this->overlay($token),
            TokenKind::Problem => $this->problem($token),
        };
    }

    private function problem(Token $token): void
    {
        [$template, $sign] = $token->parts;
        $this->tune->notice($this->column($token), $template, '' === $sign ? [] : ['sign' => $sign]);
    }

    private function note(Token $token): void
    {
        $voice = $this->tune->voice();
        $this->place([[$this->pitch($token, $voice), ...$voice->pending->takeHand()]], $token->part(4), $token, $voice);
    }

    private function pitch(Token $note, VoiceState $voice): Pitch
    {
        [$sign, $micro, $written, $marks] = $note->parts;
        $letter = strtoupper($written);
        $octave = (ctype_lower($written) ? 5 : 4) + substr_count($marks, "'") - substr_count($marks, ',');
        $octave = max(0, min(9, $octave + $voice->octaveShift));
        if ('' !== $micro) {
            $this->tune->tellOnce('microtones', 1, 'Microtones are left out; the plain notes are read.');
            $sign = '';
        }
        $alteration =
            Fields::ALTERATIONS[$sign] ??
            ($voice->tied[$letter.$octave] ??
                ($voice->accidentals[$letter] ?? ($voice->keyExtras[$letter] ?? $voice->key->alteration($letter))));
        if ('' !== $sign) {
            $voice->accidentals[$letter] = $alteration;
        }

        return Pitch::of($letter, $alteration, $octave);
    }

    /**
     * Puts a note, chord or rest where the voice stands.
     *
     * @param list<array{Pitch, int|null, string|null}> $tones pitch, printed finger and string
     */
    private function place(array $tones, string $lengthText, Token $token, VoiceState $voice): void
    {
        $this->tune->measure($token->at);
        $tuplet = $voice->takeTuplet();
        [$numerator, $denominator] = self::length($lengthText);
        $numerator *= $voice->unit * $voice->brokenNumerator * $tuplet->normal;
        $denominator *= $voice->brokenDenominator * $tuplet->actual;
        $voice->brokenNumerator = $voice->brokenDenominator = 1;
        if (
            0 === $denominator
            || 0 !== $numerator % $denominator
            || 0 === $numerator
            || intdiv($numerator, $denominator) > 64 * Ticks::PER_WHOLE
        ) {
            $this->tune->notice($this->column($token), 'The length "{text}" cannot be read exactly; the note was left out.', [
                'text' => $lengthText,
            ]);

            return;
        }
        $note = new NoteDraft($voice->time, intdiv($numerator, $denominator), 1 + $voice->overlay);
        foreach ($tones as $tone) {
            $note->add(...$tone);
            $isTied = ($voice->tied[$tone[0]->letter.$tone[0]->octave] ?? null) === $tone[0]->alteration;
            $note->tiedFrom = $note->tiedFrom || $isTied;
        }
        $note->tuplet = $tuplet;
        if (null !== $voice->last && $voice->last->tiedTo && !$note->tiedFrom && [] !== $voice->tied) {
            $voice->last->tiedTo = false;
        }
        $voice->tied = [];
        $voice->mark($note);
        $this->add($note, $voice);
        $voice->time += $note->length;
        $voice->last = $note;
        if (!$note->isRest() && 0 === $voice->overlay) {
            $voice->lineNotes[] = [$note, $voice->position];
        }
    }

    private function add(NoteDraft $note, VoiceState $voice): void
    {
        $this->tune->draft->countNote();
        $voice->part->add($voice->position, $note, $this->tune->line->number);
    }

    /** @return array{int, int} */
    private static function length(string $text): array
    {
        if (1 !== preg_match('~^(\d{0,4})(/*)(\d{0,4})$~', $text, $match)) {
            return [0, 1];
        }
        $denominator = '' !== $match[3] ? (int) $match[3] : 2 ** min(7, \strlen($match[2]));

        return ['' === $match[1] ? 1 : (int) $match[1], $denominator];
    }

    private function rest(Token $token): void
    {
        $voice = $this->tune->voice();
        [$kind, $length] = $token->parts;
        if ('z' === $kind || 'x' === $kind) {
            $this->place([], $length, $token, $voice);

            return;
        }
        $count = max(1, min(1 + $this->tune->limits->measures, (int) $length));
        for ($measure = 0; $measure < $count; ++$measure) {
            if ($measure > 0) {
                $voice->nextMeasure();
            }
            $this->tune->measure($token->at);
            $rest = new NoteDraft(0, $voice->meter->ticks());
            if (0 === $measure) {
                $voice->mark($rest);
            }
            $voice->part->add($voice->position, $rest, $this->tune->line->number);
            $voice->time = $rest->length;
        }
        $voice->last = null;
    }

    private function stopSlur(): void
    {
        $last = $this->tune->voice()->last;
        if (null !== $last) {
            ++$last->slurStops;
        }
    }

    private function tie(): void
    {
        $voice = $this->tune->voice();
        if (null !== $voice->last && !$voice->last->isRest()) {
            $voice->last->tiedTo = true;
            $voice->tie($voice->last->pitches());
        }
    }

    private function broken(Token $token): void
    {
        $voice = $this->tune->voice();
        $sign = $token->part(0)[0];
        $last = $voice->last;
        if (null === $last) {
            $this->tune->notice($this->column($token), 'A note was expected before {sign}.', ['sign' => $sign]);

            return;
        }
        $power = 2 ** min(3, \strlen($token->part(0)));
        [$first, $second] = '>' === $sign ? [2 * $power - 1, 1] : [1, 2 * $power - 1];
        if (0 === ($last->length * $first) % $power) {
            $length = intdiv($last->length * $first, $power);
            $voice->time += $length - $last->length;
            $last->length = $length;
            [$voice->brokenNumerator, $voice->brokenDenominator] = [$second, $power];
        }
    }

    private function chord(Token $token): void
    {
        $voice = $this->tune->voice();
        $tones = $pitches = [];
        $inner = '';
        foreach ($token->inside as $one) {
            if (TokenKind::Decoration === $one->kind) {
                $this->marks->decoration($one->part(0), $one->at);
            } elseif (TokenKind::Annotation === $one->kind) {
                $this->marks->annotation($one->part(0), $one->at);
            } else {
                if (\count($pitches) >= Limits::TONES) {
                    throw $this->refused($token, 'A chord has more than {limit} notes.', Limits::TONES);
                }
                $pitches[] = $pitch = $this->pitch($one, $voice);
                $tones[] = [$pitch, ...$voice->pending->takeHand()];
                $inner = '' === $inner ? $one->part(4) : $inner;
            }
        }
        if ([] === $pitches) {
            $this->tune->notice($this->column($token), 'A chord with no notes was left out.');

            return;
        }
        [$a, $b] = self::length($inner);
        [$c, $d] = self::length($token->part(0));
        $this->place($tones, $a * $c.'/'.$b * $d, $token, $voice);
        if ('' !== $token->part(1) && null !== $voice->last) {
            $voice->last->tiedTo = true;
            $voice->tie($pitches);
        }
    }

    private function graces(Token $token): void
    {
        $voice = $this->tune->voice();
        $this->tune->measure($token->at);
        foreach ($token->inside as $one) {
            $note = new NoteDraft($voice->time, 0, 1 + $voice->overlay);
            foreach (TokenKind::Chord === $one->kind ? $one->inside : [$one] as $tone) {
                $note->add($this->pitch($tone, $voice));
            }
            $this->add($note, $voice);
        }
    }

    private function tuplet(Token $token): void
    {
        $voice = $this->tune->voice();
        [$actual, $normal, $count] = array_map(intval(...), $token->parts);
        if ($normal <= 0) {
            $ofMeter = $voice->meter->isCompound() ? 3 : 2;
            $normal = \in_array($actual, self::BY_METER, true) ? $ofMeter : self::IN_TIME_OF[$actual] ?? 0;
        }
        if ($actual < 2 || $normal < 1 || $normal > 64) {
            $this->tune->notice($this->column($token), 'The tuplet is not understood.');

            return;
        }
        $voice->tuplet = Tuplet::of($actual, $normal);
        $voice->tupletLeft = $count > 0 ? min(64, $count) : $actual;
    }

    private function overlay(Token $token): void
    {
        $voice = $this->tune->voice();
        if ($voice->overlay + 1 >= Limits::VOICES) {
            throw $this->refused($token, 'A measure has more than {limit} voices in one part.', Limits::VOICES);
        }
        $voice->turnTo($voice->overlay + 1);
        $voice->time = 0;
        $voice->accidentals = [];
    }

    private function bar(Token $token): void
    {
        $voice = $this->tune->voice();
        [$sign, $colons, $after, $ending] = $token->parts;
        $backward = \strlen($colons);
        $isEmpty = 0 === $voice->time;
        $measure = $isEmpty ? $this->tune->draft->measures[$voice->position - 1] ?? null : $this->tune->measure($token->at);
        if (null !== $measure) {
            if ($backward > 0) {
                $measure->repeatTimes = max($measure->repeatTimes, $backward + 1);
            }
            $measure->end = match (true) {
                str_contains($sign, '|]') || $backward > 0 => BarStyle::Final,
                str_contains($sign, '||') => BarStyle::Double,
                default => $measure->end,
            };
            if ($backward > 0 || '' !== $after || BarStyle::Regular !== $measure->end) {
                $measure->endingStop = $measure->endingStop || $voice->endingOpen;
                $voice->endingOpen = false;
            }
        }
        if (!$isEmpty) {
            $voice->nextMeasure();
        }
        if ('' !== $after) {
            $this->tune->measure($token->at)->repeatStart = true;
        }
        if ('' !== $ending) {
            $this->ending($ending, $token);
        }
    }

    private function ending(string $text, Token $token): void
    {
        $numbers = [];
        foreach (explode(',', $text) as $range) {
            [$from, $to] = [...array_map(intval(...), explode('-', $range, 2)), 0];
            for ($number = max(1, $from); $number <= min(99, max($from, $to)); ++$number) {
                $numbers[$number] = $number;
            }
        }
        $voice = $this->tune->voice();
        if ($voice->time > 0) {
            $this->tune->notice($this->column($token), 'An ending bracket inside a measure is left out.');

            return;
        }
        $this->tune->measure($token->at)->endingStart = array_values($numbers);
        $voice->endingOpen = true;
    }

    private function column(Token $token): int
    {
        return $this->tune->line->column($token->at);
    }

    private function refused(Token $token, string $template, int $limit): UnreadableFile
    {
        return UnreadableFile::at($this->tune->line->number, $this->column($token), $template, ['limit' => (string) $limit]);
    }
}
