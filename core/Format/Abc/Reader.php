<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\MeasureDraft;
use CoinStair\Core\Format\NoteDraft;
use CoinStair\Core\Format\PieceDraft;
use CoinStair\Core\Format\ReadResult;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Clef;
use CoinStair\Core\Score\Dynamic;
use CoinStair\Core\Score\Hairpin;
use CoinStair\Core\Score\Jump;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Meter;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\OffTheGrid;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\PlayingWord;
use CoinStair\Core\Score\Syllable;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Score\Tuplet;

/**
 * Reads the first tune of an ABC 2.1 text (handbook 2).
 */
final class Reader
{
    private const BAR = '/\G(?<colons>:*)(?:\|\]|\|\||\[\||\|)(?<after>:*)\]?(?:(?<ending>\d[\d,\-]*))?|\G::(?<ending2>\d[\d,\-]*)?/';
    private const NOTE = '/\G(?<accidental>\^\^|\^|__|_|=)?(?<micro>(?<=[\^_])\d*\/?\d*)?'
        .'(?<letter>[A-Ga-g])(?<octave>[,\']*)(?<length>\d*\/*\d*)/';
    private const SHORTHAND = [
        '.' => 'staccato',
        'u' => 'upbow',
        'v' => 'downbow',
        'L' => 'accent',
        'H' => 'fermata',
        'S' => 'segno',
        'O' => 'coda',
        '~' => 'roll',
        'T' => 'trill',
        'M' => 'lowermordent',
        'P' => 'uppermordent',
        'R' => 'roll',
        'J' => 'slide',
    ];
    private const HAIRPINS = [
        'crescendo(' => Hairpin::Crescendo,
        '<(' => Hairpin::Crescendo,
        'diminuendo(' => Hairpin::Diminuendo,
        '>(' => Hairpin::Diminuendo,
    ];
    private const VERSES = 9;
    private const ALTERATIONS = ['^^' => 2, '^' => 1, '=' => 0, '_' => -1, '__' => -2];
    private const CLEFS = ['treble' => Clef::Treble, 'alto' => Clef::Alto, 'tenor' => Clef::Tenor, 'bass' => Clef::Bass];

    private PieceDraft $draft;
    private Meter $meter;
    private Key $key;
    private ?int $firstUnit = null;
    /** what the header says, for each voice as it begins */
    private Meter $firstMeter;
    private Key $firstKey;
    private bool $inBody = false;
    /** @var array<string, VoiceState> by voice id */
    private array $voices = [];
    private ?VoiceState $voice = null;
    /** @var array<string, string> attributes of V: fields, by voice id */
    private array $voiceFields = [];
    private ?Clef $clef = null;
    private int $octaveShift = 0;
    /** @var array<string, int> alterations that the key line adds, by letter */
    private array $keyExtras = [];
    /** @var array<string, string> decoration that a sign stands for */
    private array $symbols = self::SHORTHAND;
    /** @var array<int, int> numbers that the text sets, by measure position */
    private array $labels = [];
    /** @var array<string, true> things already told once */
    private array $told = [];
    private string $text = '';
    private bool $inText = false;
    /** the first line that is no header of a tune */
    private ?Notice $textBefore = null;
    private int $line = 0;
    /** place in the line up to which columns were counted, and the column there */
    private int $counted = 0;
    private int $columns = 0;
    /** @var array<string, true> signs of which this line has no further one */
    private array $noFurther = [];

    private function __construct(private readonly Limits $limits)
    {
        $this->draft = new PieceDraft($limits);
        $this->meter = $this->firstMeter = Meter::of(4, 4);
        $this->key = $this->firstKey = Key::of(0);
    }

    /**
     * @throws UnreadableFile
     */
    public static function read(string $abc, ?Limits $limits = null): ReadResult
    {
        return (new self($limits ?? Limits::usual()))->tune($abc);
    }

    private function tune(string $abc): ReadResult
    {
        if ('' === trim($abc)) {
            throw UnreadableFile::because('The file is empty.');
        }
        if (\strlen($abc) > $this->limits->text) {
            throw UnreadableFile::because('The text is longer than {limit} KB. Send one tune, not a whole collection.', [
                'limit' => (string) intdiv($this->limits->text, 1024),
            ]);
        }
        if (!mb_check_encoding($abc, 'UTF-8')) {
            if (str_contains($abc, "\0")) {
                throw UnreadableFile::because('This is not a text file. Coin Stair reads ABC and MusicXML.');
            }
            $abc = mb_convert_encoding($abc, 'UTF-8', 'ISO-8859-1');
            $this->draft->notice(1, 1, 'The file is not in UTF-8; its letters were read as Western European.');
        }
        foreach ($this->lines($abc) as $text) {
            ++$this->line;
            if (\strlen($text) > $this->limits->line) {
                throw UnreadableFile::at($this->line, 1, 'The line is longer than {limit} letters.', [
                    'limit' => (string) $this->limits->line,
                ]);
            }
            $this->text = rtrim($text);
            $this->counted = $this->columns = 0;
            $this->noFurther = [];
            if (!$this->readLine()) {
                break;
            }
        }
        if (!$this->inBody && null !== ($before = $this->textBefore)) {
            throw UnreadableFile::at($before->line, $before->column, $before->template, $before->parameters);
        }
        if (null !== ($before = $this->textBefore)) {
            $this->draft->notice($before->line, $before->column, 'Text before the tune is left out.');
        }
        if (!$this->inBody) {
            throw UnreadableFile::at(
                1,
                1,
                'No key line was found. An ABC tune has header lines such as X:1, T:Title, M:4/4, and last K:D, then its notes.',
            );
        }
        $this->closeVoices();

        return $this->draft->finish();
    }

    /**
     * One after the other, so that a long text is not there twice.
     *
     * @return iterable<string> without what ends them
     */
    private function lines(string $abc): iterable
    {
        $at = str_starts_with($abc, "\xEF\xBB\xBF") ? 3 : 0;
        $length = \strlen($abc);
        while ($at <= $length) {
            $size = strcspn($abc, "\r\n", $at);
            yield substr($abc, $at, $size);
            $at += $size + ("\r\n" === substr($abc, $at + $size, 2) ? 2 : 1);
        }
    }

    /** Gives false where the tune ends. */
    private function readLine(): bool
    {
        if (1 === preg_match('/^%%setbarnb\s+(\d{1,6})\s*$/', $this->text, $match)) {
            $this->setNumber((int) $match[1]);

            return true;
        }
        if ($this->inText || 1 === preg_match('/^%%begin(text|ps|svg|ml)\b/', $this->text)) {
            $this->inText = 1 !== preg_match('/^%%end(text|ps|svg|ml)\b/', $this->text);
            $this->tellOnce('directive', 1, 'Lines that begin with %% are left out.');

            return true;
        }
        if (str_starts_with($this->text, '%%')) {
            $this->tellOnce('directive', 1, 'Lines that begin with %% are left out.');

            return true;
        }
        $comment = preg_match('/(?<!\\\\)%/', $this->text, $match, \PREG_OFFSET_CAPTURE);
        if (1 === $comment) {
            $this->text = rtrim(substr($this->text, 0, $match[0][1]));
            if ('' === $this->text) {
                return true;
            }
        }
        $this->text = str_replace('\\%', '%', $this->text);
        if (
            1 === preg_match('/^([A-Za-z+]):(.*)$/', $this->text, $match)
            && !($this->inBody && '|' === ($match[2][0] ?? '') && ctype_lower($match[1]) && 'w' !== $match[1])
        ) {
            return $this->field($match[1], trim($match[2]), 1);
        }
        if ($this->inBody) {
            if ('' === trim($this->text)) {
                return [] === $this->draft->measures;
            }
            $this->music();
        } elseif ('' !== trim($this->text) && '' === $this->draft->title) {
            $this->textBefore ??= new Notice($this->line, 1, 'A header line such as X:1 or K:D was expected here, not "{text}".', [
                'text' => mb_substr($this->text, 0, 30),
            ]);
        }

        return true;
    }

    private function field(string $name, string $value, int $column): bool
    {
        switch ($name) {
            case 'X':
                if ($this->inBody) {
                    $this->draft->notice($this->line, $column, 'The file holds more tunes; only the first was read.');

                    return false;
                }
                break;
            case 'T':
                $this->draft->title = '' === $this->draft->title ? mb_substr($value, 0, 200) : $this->draft->title;
                break;
            case 'C':
                $this->draft->composer = mb_substr($value, 0, 200);
                break;
            case 'M':
                $this->meterField($value, $column);
                break;
            case 'L':
                $this->unitField($value, $column);
                break;
            case 'Q':
                $this->tempoField($value);
                break;
            case 'K':
                $this->keyField($value, $column);
                break;
            case 'V':
                $this->voiceField($value);
                break;
            case 'P':
                if ($this->inBody) {
                    $this->frame()->rehearsal = mb_substr($value, 0, 20);
                }
                break;
            case 'w':
                if ($this->inBody) {
                    $this->lyrics($value, $column);
                }
                break;
            case 'W':
                $this->tellOnce('words', $column, 'Words below the tune are left out.');
                break;
            case 's':
                $this->tellOnce('symbols', $column, 'Lines of symbols (s:) are left out.');
                break;
            case 'U':
                if (1 === preg_match('/^(\S)\s*=\s*[!+]?([^!+]+)[!+]?$/', $value, $match)) {
                    $this->symbols[$match[1]] = $match[2];
                }
                break;
            case 'I':
                if (1 === preg_match('/^setbarnb\s+(\d{1,6})$/', $value, $match)) {
                    $this->setNumber((int) $match[1]);
                }
                break;
        }

        return true;
    }

    private function meterField(string $value, int $column): void
    {
        $value = ['C' => '4/4', 'C|' => '2/2'][$value] ?? $value;
        if (1 !== preg_match('~^(\d{1,2})\s*/\s*(\d{1,2})$~', $value, $match)) {
            $this->draft->notice($this->line, $column, 'The meter "{text}" is not understood; a meter such as 4/4 was expected.', [
                'text' => $value,
            ]);

            return;
        }
        try {
            $this->meter = Meter::of((int) $match[1], (int) $match[2]);
        } catch (\InvalidArgumentException) {
            $this->draft->notice($this->line, $column, 'The meter "{text}" is not understood; a meter such as 4/4 was expected.', [
                'text' => $value,
            ]);

            return;
        }
        if (null !== $this->voice) {
            $this->voice->meter = $this->meter;
            if (0 === $this->voice->time && isset($this->draft->measures[$this->voice->position])) {
                $this->draft->measures[$this->voice->position]->meter = $this->meter;
            }
        }
    }

    private function unitField(string $value, int $column): void
    {
        if (1 === preg_match('~^(\d{1,2})\s*/\s*(\d{1,4})$~', $value, $match)) {
            try {
                $unit = Ticks::ofWhole((int) $match[1], (int) $match[2]);
                if (null !== $this->voice) {
                    $this->voice->unit = $unit;
                } else {
                    $this->firstUnit = $unit;
                }

                return;
            } catch (OffTheGrid) {
            }
        }
        $this->draft->notice($this->line, $column, 'The unit length "{text}" is not understood; one such as 1/8 was expected.', [
            'text' => $value,
        ]);
    }

    private function tempoField(string $value): void
    {
        if ('' === $this->draft->style && 1 === preg_match('/"(?!\d+\s*[-–]\s*\d)([^"]+)"/u', $value, $words)) {
            $this->draft->style = trim($words[1]);
        }
        if (1 === preg_match('~(\d{1,2})/(\d{1,3})\s*=\s*(\d{1,3})~', $value, $match) && (int) $match[3] > 0) {
            if (null === $this->draft->goalTempo && 1 === preg_match('/"'.$match[3].'\s*[-–]\s*(\d{1,3})"/u', $value, $range)) {
                $this->draft->goalTempoTo = (int) $range[1];
            }
            try {
                $this->draft->beatTicks ??= Ticks::ofWhole((int) $match[1], (int) $match[2]) ?: null;
                $this->draft->goalTempo ??= (int) $match[3];
            } catch (OffTheGrid) {
            }
        } elseif (1 === preg_match('/^\s*(\d{1,3})\s*$/', $value, $match) && (int) $match[1] > 0) {
            $this->draft->goalTempo ??= (int) $match[1];
        }
    }

    private function keyField(string $value, int $column): void
    {
        try {
            $key = KeyField::parse($value);
        } catch (\InvalidArgumentException) {
            $key = null;
            $this->draft->notice($this->line, $column, 'The key "{text}" is not understood; one such as D, Gm or A mix was expected.', [
                'text' => $value,
            ]);
        }
        $extras = [];
        preg_match_all('/(?<![\w=])(\^\^|\^|__|_|=)([a-gA-G])(?![\w=])/', $value, $added, \PREG_SET_ORDER);
        foreach ($added as [, $sign, $letter]) {
            $extras[strtoupper($letter)] = self::ALTERATIONS[$sign];
        }
        $this->keyExtras = $extras;
        if (null !== $this->voice) {
            $this->voice->keyExtras = $extras;
        }
        $clef = $this->clefIn($value);
        if (null !== $key) {
            $this->key = $key;
            if (null !== $this->voice) {
                $this->voice->key = $key;
                if (0 === $this->voice->time && isset($this->draft->measures[$this->voice->position])) {
                    $this->draft->measures[$this->voice->position]->key = $key;
                }
            }
        }
        if (!$this->inBody) {
            [$this->clef, $this->firstMeter, $this->firstKey] = [$clef, $this->meter, $this->key];
            $this->octaveShift = self::octaveShiftIn($value);
            $this->inBody = true;
        } elseif (null !== $clef && null !== $this->voice && 0 === $this->voice->position) {
            $this->voice->part->clef = $clef;
        }
    }

    private function clefIn(string $value): ?Clef
    {
        return 1 === preg_match('/(?:clef=)?\b(treble|alto|tenor|bass)\b/', $value, $match) ? self::CLEFS[$match[1]] : null;
    }

    /** Octaves that a clef such as treble-8, or octave=-1 and transpose=-12, moves the notes. */
    private static function octaveShiftIn(string $value): int
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

    private function voiceField(string $value): void
    {
        [$id, $attributes] = [...preg_split('/\s+/', $value, 2) ?: [], '', ''];
        if ('' === $id) {
            return;
        }
        if ('' !== $attributes) {
            $this->voiceFields[$id] = $attributes;
        }
        if ($this->inBody) {
            $this->useVoice($id);
        }
    }

    private function useVoice(string $id): VoiceState
    {
        if (!isset($this->voices[$id])) {
            $attributes = $this->voiceFields[$id] ?? '';
            $name = 1 === preg_match('/(?:name|nm)="([^"]*)"/', $attributes, $match) ? mb_substr($match[1], 0, 60) : '';
            $part = $this->draft->part('P'.(\count($this->voices) + 1), $name);
            $part->clef = $this->clefIn((string) preg_replace('/"[^"]*"/', '', $attributes)) ?? $this->clef;
            $this->voices[$id] = new VoiceState($part, $this->firstMeter, $this->firstKey, $this->firstUnit ?? $this->defaultUnit());
            $this->voices[$id]->keyExtras = $this->keyExtras;
            $this->voices[$id]->octaveShift = '' === $attributes ? $this->octaveShift : self::octaveShiftIn($attributes);
        }

        return $this->voice = $this->voices[$id];
    }

    private function defaultUnit(): int
    {
        return $this->firstMeter->count / $this->firstMeter->unit < 0.75 ? Ticks::ofWhole(1, 16) : Ticks::ofWhole(1, 8);
    }

    private function voice(): VoiceState
    {
        return $this->voice ?? $this->useVoice((string) (array_key_first($this->voiceFields) ?? '1'));
    }

    /** The shared measure in which the voice stands. */
    private function frame(int $at = 0): MeasureDraft
    {
        $voice = $this->voice();
        // What one voice says of a measure's meter holds for the others too.
        if (0 === $voice->time && isset($this->draft->measures[$voice->position])) {
            $voice->meter = $this->draft->measures[$voice->position]->meter;
        }
        while (\count($this->draft->measures) <= $voice->position) {
            $this->draft->addMeasure(new MeasureDraft($voice->meter, $voice->key, $this->line, $this->column($at)));
        }

        return $this->draft->measures[$voice->position];
    }

    private function music(): void
    {
        $voice = $this->voice();
        $voice->lineNotes = [];
        $voice->verses = 0;
        $at = 0;
        $length = \strlen($this->text);
        while ($at < $length) {
            $at = $this->token($at);
        }
        $voice = $this->voice ?? $voice;
        if (0 === $voice->time && $voice->position > 0 && !str_ends_with($this->text, '\\')) {
            $this->draft->measures[$voice->position - 1]->lineBreak = true;
        }
    }

    /** Reads one token and gives the place after it. */
    private function token(int $at): int
    {
        $character = $this->text[$at];
        if (
            ' ' === $character
            || "\t" === $character
            || '`' === $character
            || '\\' === $character
            || ('y' === $character && !isset($this->symbols['y']))
        ) {
            return $at + 1;
        }
        if (1 === preg_match(self::NOTE, $this->text, $match, 0, $at)) {
            $this->note($match, $at);

            return $at + \strlen($match[0]);
        }
        if (1 === preg_match('/\G\[\s*([A-Za-z]):([^\]]*)\]/', $this->text, $match, 0, $at)) {
            $this->field($match[1], trim($match[2]), $this->column($at));

            return $at + \strlen($match[0]);
        }
        if (1 === preg_match('/\G\[(\d[\d,\-]*)/', $this->text, $match, 0, $at)) {
            $this->ending($match[1], $at);

            return $at + \strlen($match[0]);
        }
        if (1 === preg_match(self::BAR, $this->text, $match, \PREG_UNMATCHED_AS_NULL, $at)) {
            $this->bar($match, $at);

            return $at + \strlen((string) $match[0]);
        }
        if (1 === preg_match('/\G(?<kind>[zxZX])(?<length>\d*\/*\d*)/', $this->text, $match, 0, $at)) {
            $this->rest($match['kind'], $match['length'], $at);

            return $at + \strlen($match[0]);
        }
        if (1 === preg_match('/\G\((\d)(?::(\d*))?(?::(\d*))?/', $this->text, $match, 0, $at)) {
            $this->tuplet((int) $match[1], (int) ($match[2] ?? 0), (int) ($match[3] ?? 0), $at);

            return $at + \strlen($match[0]);
        }

        return $this->sign($character, $at);
    }

    private function sign(string $character, int $at): int
    {
        $voice = $this->voice();
        switch ($character) {
            case '(':
                ++$voice->slurStarts;

                return $at + 1;
            case ')':
                if (null !== $voice->last) {
                    ++$voice->last->slurStops;
                }

                return $at + 1;
            case '-':
                if (null !== $voice->last && !$voice->last->isRest()) {
                    $voice->last->tiedTo = true;
                    $voice->tie($voice->last->pitches());
                }

                return $at + 1;
            case '>':
            case '<':
                return $this->broken($at);
            case '[':
                return $this->chord($at);
            case '{':
                return $this->graceNotes($at);
            case '!':
            case '+':
                $end = $this->next($character, $at + 1);
                if (false === $end) {
                    $this->draft->notice($this->line, $this->column($at), 'A closing {sign} was expected.', ['sign' => $character]);

                    return $at + 1;
                }
                $this->decoration(substr($this->text, $at + 1, $end - $at - 1), $at);

                return $end + 1;
            case '"':
                $end = strpos($this->text, '"', $at + 1);
                if (false === $end) {
                    $this->draft->notice($this->line, $this->column($at), 'A closing {sign} was expected.', ['sign' => '"']);

                    return \strlen($this->text);
                }
                $this->annotation(substr($this->text, $at + 1, $end - $at - 1), $at);

                return $end + 1;
            case '&':
                if ($voice->overlay + 1 >= Limits::VOICES) {
                    throw UnreadableFile::at($this->line, $this->column($at), 'A measure has more than {limit} voices in one part.', [
                        'limit' => (string) Limits::VOICES,
                    ]);
                }
                $voice->turnTo($voice->overlay + 1);
                $voice->time = 0;
                $voice->accidentals = [];

                return $at + 1;
        }
        if (isset($this->symbols[$character])) {
            $this->decoration($this->symbols[$character], $at);

            return $at + 1;
        }
        $symbol = mb_substr(substr($this->text, $at, 4), 0, 1);
        $this->draft->notice($this->line, $this->column($at), '"{sign}" is no ABC sign that is known here; it was left out.', [
            'sign' => $symbol,
        ]);

        return $at + max(1, \strlen($symbol));
    }

    /** @param array<array-key, string> $match */
    private function note(array $match, int $at): void
    {
        $voice = $this->voice();
        $this->place([[$this->pitch($match), ...$voice->pending->takeHand()]], $match['length'], $at, $voice);
    }

    /**
     * @param array<array-key, string> $match
     */
    private function pitch(array $match): Pitch
    {
        $voice = $this->voice();
        $letter = strtoupper($match['letter']);
        $octave = (ctype_lower($match['letter']) ? 5 : 4) + substr_count($match['octave'], "'") - substr_count($match['octave'], ',');
        $octave = max(0, min(9, $octave + $voice->octaveShift));
        $sign = $match['accidental'] ?? '';
        if ('' !== ($match['micro'] ?? '')) {
            $this->tellOnce('microtones', 1, 'Microtones are left out; the plain notes are read.');
            $sign = '';
        }
        $alteration =
            self::ALTERATIONS[$sign] ??
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
    private function place(array $tones, string $lengthText, int $at, VoiceState $voice): void
    {
        $this->frame($at);
        $tuplet = $voice->takeTuplet();
        [$numerator, $denominator] = $this->length($lengthText);
        $numerator *= $voice->unit * $voice->brokenNumerator * $tuplet->normal;
        $denominator *= $voice->brokenDenominator * $tuplet->actual;
        $voice->brokenNumerator = $voice->brokenDenominator = 1;
        if (
            0 === $denominator
            || 0 !== $numerator % $denominator
            || 0 === $numerator
            || intdiv($numerator, $denominator) > 64 * Ticks::PER_WHOLE
        ) {
            $this->draft->notice($this->line, $this->column($at), 'The length "{text}" cannot be read exactly; the note was left out.', [
                'text' => $lengthText,
            ]);

            return;
        }
        $note = new NoteDraft($voice->time, intdiv($numerator, $denominator), 1 + $voice->overlay);
        foreach ($tones as $tone) {
            $note->add(...$tone);
        }
        $note->tuplet = $tuplet;
        $note->tiedFrom =
            [] !==
            array_filter(
                $tones,
                static fn (array $tone): bool => ($voice->tied[$tone[0]->letter.$tone[0]->octave] ?? null) === $tone[0]->alteration,
            );
        if (null !== $voice->last && $voice->last->tiedTo && !$note->tiedFrom && [] !== $voice->tied) {
            $voice->last->tiedTo = false;
        }
        $voice->tied = [];
        $voice->mark($note);
        $this->draft->countNote();
        $voice->part->add($voice->position, $note, $this->line);
        $voice->time += $note->length;
        $voice->last = $note;
        if (!$note->isRest() && 0 === $voice->overlay) {
            $voice->lineNotes[] = [$note, $voice->position];
        }
    }

    /** @return array{int, int} */
    private function length(string $text): array
    {
        if (1 !== preg_match('~^(\d{0,4})(/*)(\d{0,4})$~', $text, $match)) {
            return [0, 1];
        }
        $denominator = '' !== $match[3] ? (int) $match[3] : 2 ** min(7, \strlen($match[2]));

        return ['' === $match[1] ? 1 : (int) $match[1], $denominator];
    }

    private function rest(string $kind, string $lengthText, int $at): void
    {
        $voice = $this->voice();
        if ('z' === $kind || 'x' === $kind) {
            $this->place([], $lengthText, $at, $voice);

            return;
        }
        $count = max(1, min(1 + $this->limits->measures, (int) $lengthText));
        for ($measure = 0; $measure < $count; ++$measure) {
            if ($measure > 0) {
                $voice->nextMeasure();
            }
            $this->frame($at);
            $rest = new NoteDraft(0, $voice->meter->ticks());
            if (0 === $measure) {
                $voice->mark($rest);
            }
            $voice->part->add($voice->position, $rest, $this->line);
            $voice->time = $rest->length;
        }
        $voice->last = null;
    }

    private function broken(int $at): int
    {
        $voice = $this->voice();
        $character = $this->text[$at];
        $count = min(3, strspn($this->text, $character, $at));
        $last = $voice->last;
        if (null === $last) {
            $this->draft->notice($this->line, $this->column($at), 'A note was expected before {sign}.', ['sign' => $character]);

            return $at + $count;
        }
        $power = 2 ** $count;
        [$first, $second] = '>' === $character ? [2 * $power - 1, 1] : [1, 2 * $power - 1];
        if (0 === ($last->length * $first) % $power) {
            $length = intdiv($last->length * $first, $power);
            $voice->time += $length - $last->length;
            $last->length = $length;
            [$voice->brokenNumerator, $voice->brokenDenominator] = [$second, $power];
        }

        return $at + strspn($this->text, $character, $at);
    }

    private function chord(int $at): int
    {
        $voice = $this->voice();
        // At most so many notes and marks: a bracket that is never closed is not looked through again and again.
        $closed = false !== $this->next(']', $at);
        if (!$closed || 1 !== preg_match('/\G\[((?:[^\]"|]|"[^"]{0,80}"){0,400})\](?<length>\d*\/*\d*)/', $this->text, $match, 0, $at)) {
            $this->draft->notice($this->line, $this->column($at), 'A closing ] was expected.');

            return $at + 1;
        }
        $tones = $pitches = [];
        $inner = '';
        $tied = false;
        $place = $at + 1;
        $end = $at + 1 + \strlen($match[1]);
        while ($place < $end) {
            if (1 === preg_match(self::NOTE, $this->text, $note, 0, $place)) {
                if (\count($pitches) >= Limits::TONES) {
                    throw UnreadableFile::at($this->line, $this->column($at), 'A chord has more than {limit} notes.', [
                        'limit' => (string) Limits::TONES,
                    ]);
                }
                $pitches[] = $pitch = $this->pitch($note);
                $tones[] = [$pitch, ...$voice->pending->takeHand()];
                $inner = '' === $inner ? $note['length'] : $inner;
                $place += \strlen($note[0]);
            } elseif ('!' === $this->text[$place] && false !== ($close = $this->next('!', $place + 1))) {
                $this->decoration(substr($this->text, $place + 1, $close - $place - 1), $place);
                $place = $close + 1;
            } elseif ('"' === $this->text[$place] && false !== ($close = $this->next('"', $place + 1))) {
                $this->annotation(substr($this->text, $place + 1, $close - $place - 1), $place);
                $place = $close + 1;
            } else {
                $tied = $tied || '-' === $this->text[$place];
                ++$place;
            }
        }
        if ([] === $pitches) {
            $this->draft->notice($this->line, $this->column($at), 'A chord with no notes was left out.');
        } else {
            [$a, $b] = $this->length($inner);
            [$c, $d] = $this->length($match['length']);
            $this->place($tones, $a * $c.'/'.$b * $d, $at, $voice);
            if ($tied && null !== $voice->last) {
                $voice->last->tiedTo = true;
                $voice->tie($pitches);
            }
        }

        return $at + \strlen($match[0]);
    }

    private function graceNotes(int $at): int
    {
        $voice = $this->voice();
        $end = $this->next('}', $at);
        if (false === $end) {
            $this->draft->notice($this->line, $this->column($at), 'A closing } was expected.');

            return $at + 1;
        }
        $this->frame($at);
        $chord = null;
        if ($end - $at > 8 * Limits::GRACES) {
            throw UnreadableFile::at($this->line, $this->column($at), 'A group has more than {limit} grace notes.', [
                'limit' => (string) Limits::GRACES,
            ]);
        }
        for ($place = $at + 1; $place < $end; ++$place) {
            if ('[' === $this->text[$place]) {
                $chord = new NoteDraft($voice->time, 0, 1 + $voice->overlay);
            } elseif (']' === $this->text[$place]) {
                $chord = null;
            } elseif (1 === preg_match(self::NOTE, $this->text, $match, 0, $place)) {
                $note = $chord ?? new NoteDraft($voice->time, 0, 1 + $voice->overlay);
                if ($note->isRest()) {
                    $this->draft->countNote();
                    $voice->part->add($voice->position, $note, $this->line);
                }
                $note->add($this->pitch($match));
                $place += \strlen($match[0]) - 1;
            }
        }

        return $end + 1;
    }

    private function tuplet(int $actual, int $normal, int $count, int $at): void
    {
        $voice = $this->voice();
        $ofThree = $voice->meter->isCompound() ? 3 : 2;
        $normal =
            $normal > 0 ? $normal : [2 => 3, 3 => 2, 4 => 3, 5 => $ofThree, 6 => 2, 7 => $ofThree, 8 => 3, 9 => $ofThree][$actual] ?? 0;
        if ($actual < 2 || $normal < 1 || $normal > 64) {
            $this->draft->notice($this->line, $this->column($at), 'The tuplet is not understood.');

            return;
        }
        $voice->tuplet = Tuplet::of($actual, $normal);
        $voice->tupletLeft = $count > 0 ? min(64, $count) : $actual;
    }

    private function decoration(string $name, int $at): void
    {
        $voice = $this->voice();
        $jump = match (strtolower($name)) {
            'segno' => Jump::Segno,
            'coda' => Jump::Coda,
            'dacoda' => Jump::ToCoda,
            default => Jump::fromWords($name),
        };
        if (null !== $jump) {
            $this->frame($at)->addJump($jump);

            return;
        }
        if (1 === preg_match('/^[0-4]$/', $name)) {
            $voice->pending->finger = (int) $name;

            return;
        }
        $dynamic = Dynamic::tryFrom($name);
        $hairpin = self::HAIRPINS[$name] ?? null;
        $articulation = match ($name) {
            'staccato' => Articulation::Staccato,
            'tenuto' => Articulation::Tenuto,
            'accent', '>', 'emphasis' => Articulation::Accent,
            'marcato', '^' => Articulation::Marcato,
            'fermata' => Articulation::Fermata,
            default => null,
        };
        match (true) {
            null !== $dynamic => ($voice->pending->dynamic = $dynamic),
            null !== $hairpin => ($voice->pending->hairpin = $hairpin),
            \in_array($name, ['crescendo)', '<)', 'diminuendo)', '>)'], true) => ($voice->pending->hairpinStop = true),
            null !== $articulation => $this->addMark($voice->pending->articulations, $articulation, $at),
            'upbow' === $name => ($voice->pending->bow = BowMark::Up),
            'downbow' === $name => ($voice->pending->bow = BowMark::Down),
            'breath' === $name => ($voice->pending->lift = true),
            'nil' === $name => null,
            default => $this->tellOnce('decoration '.mb_substr($name, 0, 30), $this->column($at), 'The mark !{name}! is left out.', [
                'name' => mb_substr($name, 0, 30),
            ]),
        };
    }

    /** Text in quotes: a word or string that players follow; chord names and other remarks are left out. */
    private function annotation(string $text, int $at): void
    {
        $voice = $this->voice();
        $plain = ltrim($text, '^_<>@ ');
        $word = PlayingWord::fromText($plain);
        if (null !== $word) {
            $this->addMark($voice->pending->words, $word, $at);
        } elseif (1 === preg_match('/^sul ([CGDAE])$/', $plain, $match)) {
            $voice->pending->string = $match[1];
        } else {
            $this->tellOnce('chords', $this->column($at), 'Chord names and remarks above the staff are left out.');
        }
    }

    /** Words under the latest line of notes: one syllable a note, as far as both go. */
    private function lyrics(string $value, int $column): void
    {
        $voice = $this->voice();
        if (++$voice->verses > self::VERSES) {
            $this->tellOnce('verses', $column, 'Verses after the ninth are left out.');

            return;
        }
        $notes = $voice->lineNotes;
        $at = 0;
        $goesOn = null;
        preg_match_all('/\||[*_]|-|(?:\\\\-|[^\s|*_\-])+/u', $value, $match);
        foreach ($match[0] as $token) {
            if ('-' === $token && null !== $goesOn) {
                // A hyphen right after a syllable says that the word goes on; each further one stands for a note.
                $goesOn->lyrics[$voice->verses] = Syllable::of(($goesOn->lyrics[$voice->verses] ?? Syllable::of(''))->text, true);
                $goesOn = null;
                continue;
            }
            if ('|' === $token) {
                $measure = $notes[max(0, $at - 1)][1] ?? 0;
                while (isset($notes[$at]) && $notes[$at][1] <= $measure) {
                    ++$at;
                }
                continue;
            }
            if (!isset($notes[$at])) {
                $this->draft->notice($this->line, $column, 'There are more syllables than notes in the line above.');

                return;
            }
            $goesOn = null;
            if (!\in_array($token, ['*', '_', '-'], true)) {
                $goesOn = $notes[$at][0];
                $goesOn->lyrics[$voice->verses] = Syllable::of(strtr($token, ['\\-' => '-', '~' => ' ']));
            }
            ++$at;
        }
    }

    /** The book shows this number over the measure in which the voice stands, and counts on from it. */
    private function setNumber(int $number): void
    {
        $this->labels[null === $this->voice ? 0 : $this->voice->position] = $number;
    }

    /** @param array<array-key, string|null> $match */
    private function bar(array $match, int $at): void
    {
        $voice = $this->voice();
        $both = '::' === substr((string) $match[0], 0, 2) && null === $match['colons'];
        $backward = $both ? 1 : \strlen($match['colons'] ?? '');
        $forward = $both || '' !== ($match['after'] ?? '');
        $sign = (string) $match[0];
        $empty = 0 === $voice->time;
        if (!$empty) {
            $measure = $this->frame($at);
        } elseif ($voice->position > 0) {
            $measure = $this->draft->measures[$voice->position - 1];
        } else {
            $measure = null;
        }
        if (null !== $measure) {
            if ($backward > 0) {
                $measure->repeatTimes = max($measure->repeatTimes, $backward + 1);
            }
            $measure->end = match (true) {
                str_contains($sign, '|]') || $backward > 0 => BarStyle::Final,
                str_contains($sign, '||') => BarStyle::Double,
                default => $measure->end,
            };
            if ($backward > 0 || $forward || BarStyle::Regular !== $measure->end) {
                $measure->endingStop = $measure->endingStop || $voice->endingOpen;
                $voice->endingOpen = false;
            }
        }
        if (!$empty) {
            $voice->nextMeasure();
        }
        if ($forward) {
            $this->frame($at)->repeatStart = true;
        }
        $ending = $match['ending'] ?? ($match['ending2'] ?? '');
        if ('' !== $ending) {
            $this->ending($ending, $at);
        }
    }

    private function ending(string $text, int $at): void
    {
        $numbers = [];
        foreach (explode(',', $text) as $range) {
            [$from, $to] = [...array_map(intval(...), explode('-', $range, 2)), 0];
            for ($number = max(1, $from); $number <= min(99, max($from, $to)); ++$number) {
                $numbers[$number] = $number;
            }
        }
        $numbers = array_values($numbers);
        $voice = $this->voice();
        if ($voice->time > 0) {
            $this->draft->notice($this->line, $this->column($at), 'An ending bracket inside a measure is left out.');

            return;
        }
        $this->frame($at)->endingStart = $numbers;
        $voice->endingOpen = true;
    }

    /** Measures that were begun for a sign but hold nothing are dropped from the end. */
    private function closeVoices(): void
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

    /** @param array<string, string> $parameters */
    private function tellOnce(string $what, int $column, string $template, array $parameters = []): void
    {
        if (!isset($this->told[$what])) {
            $this->told[$what] = true;
            $this->draft->notice($this->line, $column, $template, $parameters);
        }
    }

    /**
     * @template T of Articulation|PlayingWord
     *
     * @param list<T> $marks that wait for a note
     * @param T       $mark
     *
     * @param-out list<T> $marks
     */
    private function addMark(array &$marks, Articulation|PlayingWord $mark, int $at): void
    {
        if (\count($marks) >= Limits::MARKS) {
            throw UnreadableFile::at($this->line, $this->column($at), 'A note has more than {limit} marks of one kind.', [
                'limit' => (string) Limits::MARKS,
            ]);
        }
        $marks[] = $mark;
    }

    /** Place of the next such sign in the line; it is not looked for again where there is none. */
    private function next(string $sign, int $at): int|false
    {
        if (isset($this->noFurther[$sign])) {
            return false;
        }
        $place = strpos($this->text, $sign, min($at, \strlen($this->text)));
        if (false === $place) {
            $this->noFurther[$sign] = true;
        }

        return $place;
    }

    /** Counted on from the last place that was asked for, since lines are read from left to right. */
    private function column(int $at): int
    {
        if ($at < $this->counted) {
            $this->counted = $this->columns = 0;
        }
        $this->columns += mb_strlen(substr($this->text, $this->counted, $at - $this->counted));
        $this->counted = $at;

        return $this->columns + 1;
    }
}
