<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

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
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\PlayingWord;
use CoinStair\Core\Score\Syllable;
use CoinStair\Core\Score\Ticks;

/**
 * Reads MusicXML, partwise or timewise, as one walk over the stream (handbook 2). Entities are never expanded.
 */
final class Reader
{
    private const ARTICULATIONS = [
        'staccato' => Articulation::Staccato,
        'tenuto' => Articulation::Tenuto,
        'accent' => Articulation::Accent,
        'strong-accent' => Articulation::Marcato,
        'fermata' => Articulation::Fermata,
    ];
    private const LEFT_OUT = [
        'harmony' => 'Chord names are left out.',
        'figured-bass' => 'Figured bass is left out.',
        'ornaments' => 'Ornaments are left out.',
    ];

    private PieceDraft $draft;
    private \XMLReader $xml;
    /** @var array<string, string> part names by id */
    private array $names = [];
    /** @var array<string, PartState> */
    private array $states = [];
    private ?PartState $part = null;
    private bool $timewise = false;
    private int $timewisePosition = -1;
    private string $text = '';
    private string $scorePart = '';

    // the measure that is being read
    private ?MeasureDraft $measure = null;
    private string $number = '';
    private bool $implicit = false;
    private int $time = 0;

    // the note that is being read
    private ?NoteDraft $note = null;
    private ?NoteDraft $chordOf = null;
    private bool $isChord = false;
    private bool $isRest = false;
    private bool $isGrace = false;
    private string $step = '';
    private int $alter = 0;
    private int $octave = 4;
    private int $duration = 0;
    private string $voice = '1';
    private int $actual = 1;
    private int $normal = 1;
    private ?int $finger = null;
    private ?string $string = null;
    private int $tupletNumber = 1;
    private int $tupletActual = 0;
    private int $tupletNormal = 0;
    /** @var list<int> numbers of the tuplet brackets that end at the note */
    private array $tupletStops = [];
    private bool $inDynamics = false;
    private int $verse = 0;
    private string $syllable = '';
    private bool $wordGoesOn = false;

    // attributes that are being read
    private int $beats = 0;
    private int $beatType = 0;
    private int $fifths = 0;
    private string $mode = 'major';
    private string $sign = '';
    private int $line = 2;
    private string $unit = '';
    private bool $unitDotted = false;
    /** @var array<string, true> */
    private array $told = [];

    private function __construct(Limits $limits)
    {
        $this->draft = new PieceDraft($limits);
        $this->xml = new \XMLReader();
    }

    /**
     * @throws UnreadableFile
     */
    public static function read(string $source, ?Limits $limits = null): ReadResult
    {
        // Hundreds of thousands of small objects with no cycles among them: looking for cycles would take longer the more there are.
        $collecting = gc_enabled();
        gc_disable();
        try {
            return (new self($limits ?? Limits::usual()))->score($source);
        } finally {
            if ($collecting) {
                gc_enable();
            }
        }
    }

    private function score(string $source): ReadResult
    {
        if ('' === trim($source)) {
            throw UnreadableFile::because('The file is empty.');
        }
        if (false !== ($at = stripos($source, '<!ENTITY'))) {
            throw UnreadableFile::at(
                substr_count($source, "\n", 0, $at) + 1,
                1,
                'The file defines entities of its own; such files are refused.',
            );
        }
        self::checkTags($source);
        $before = libxml_use_internal_errors(true);
        libxml_clear_errors();
        try {
            if (true !== $this->xml->XML($source, null, \LIBXML_NONET | \LIBXML_COMPACT)) {
                throw UnreadableFile::because('This is no XML file.');
            }
            $this->walk();
            $error = libxml_get_last_error();
            if (false !== $error && $error->level >= \LIBXML_ERR_ERROR) {
                $this->broken($error);
            }

            return $this->draft->finish(static fn (int $position): int => self::lineOfMeasure($source, $position));
        } finally {
            $this->xml->close();
            libxml_clear_errors();
            libxml_use_internal_errors($before);
        }
    }

    /** Attributes are compared each with each other by the parser: a tag that has very many is refused before. */
    private static function checkTags(string $source): void
    {
        $long = '/<[A-Za-z][^<>]{'.Limits::TAG.'}/';
        // A quote that is open where its tag seems to end: an attribute with such a sign in it.
        $hidden = '/<[A-Za-z][^<>"]*+(?:"[^"<>]*+"[^<>"]*+)*+"[^"<>]*+>|<[A-Za-z][^<>\']*+(?:\'[^\'<>]*+\'[^<>\']*+)*+\'[^\'<>]*+>/';
        foreach ([$long => 'A tag is longer than {limit} letters.', $hidden => 'An attribute holds the sign ">".'] as $pattern => $why) {
            if (1 === preg_match($pattern, $source, $found, \PREG_OFFSET_CAPTURE)) {
                throw UnreadableFile::at(
                    substr_count($source, "\n", 0, $found[0][1]) + 1,
                    1,
                    $why,
                    ['limit' => (string) Limits::TAG],
                );
            }
        }
    }

    private function walk(): void
    {
        $xml = $this->xml;
        $rooted = false;
        while ($xml->read()) {
            switch ($xml->nodeType) {
                case \XMLReader::ELEMENT:
                    if (!$rooted) {
                        $this->root($xml->name);
                        $rooted = true;
                    }
                    $this->text = '';
                    $this->open($xml->name);
                    break;
                case \XMLReader::TEXT:
                case \XMLReader::CDATA:
                    $this->text .= $xml->value;
                    break;
                case \XMLReader::END_ELEMENT:
                    $this->close($xml->name);
                    break;
            }
        }
    }

    private function root(string $name): void
    {
        $this->timewise = 'score-timewise' === $name;
        if (!$this->timewise && 'score-partwise' !== $name) {
            throw UnreadableFile::at(
                $this->lineNumber(),
                1,
                'This XML file is no MusicXML score: it begins with <{name}>, expected <score-partwise> or <score-timewise>.',
                ['name' => mb_substr($name, 0, 40)],
            );
        }
    }

    private function broken(\LibXMLError $error): void
    {
        $measures = \count($this->draft->measures);
        $parameters = ['reason' => trim($error->message)];
        if (0 === $measures || (1 === $measures && null !== $this->measure)) {
            throw UnreadableFile::at($error->line, max(1, $error->column), 'The XML is broken here: {reason}', $parameters);
        }
        $this->draft->notice(
            $error->line,
            max(1, $error->column),
            'The XML is broken here: {reason} What stands before was read.',
            $parameters,
        );
        if (null !== $this->measure && 1 === \count($this->states)) {
            array_pop($this->draft->measures);
            $part = reset($this->states);
            if (false !== $part) {
                unset($part->part->measures[\count($this->draft->measures)]);
            }
        }
    }

    private function open(string $name): void
    {
        switch ($name) {
            case 'note':
                $this->isChord = $this->isRest = $this->isGrace = false;
                $this->step = '';
                $this->alter = $this->duration = 0;
                $this->voice = '1';
                $this->actual = $this->normal = 1;
                $this->finger = $this->string = null;
                $this->tupletStops = [];
                $this->note = new NoteDraft($this->time, 0);
                break;
            case 'tuplet':
                $this->tuplet();
                break;
            case 'breath-mark':
                if (null !== $this->note) {
                    $this->note->lift = true;
                }
                break;
            case 'dynamics':
                $this->inDynamics = true;
                break;
            case 'wedge':
                $this->hairpin((string) $this->xml->getAttribute('type'));
                break;
            case 'lyric':
                $this->verse = max(1, min(9, (int) ($this->xml->getAttribute('number') ?? '1')));
                $this->syllable = '';
                $this->wordGoesOn = false;
                break;
            case 'chord':
                $this->isChord = true;
                break;
            case 'grace':
                $this->isGrace = true;
                break;
            case 'rest':
                $this->isRest = true;
                if (null !== $this->note && 'yes' === $this->xml->getAttribute('measure')) {
                    $this->note->wholeMeasure = true;
                }
                break;
            case 'backup':
            case 'forward':
                $this->duration = 0;
                break;
            case 'tie':
                if (null !== $this->note) {
                    if ('start' === $this->xml->getAttribute('type')) {
                        $this->note->tiedTo = true;
                    } else {
                        $this->note->tiedFrom = true;
                    }
                }
                break;
            case 'slur':
                if (null !== $this->note) {
                    match ($this->xml->getAttribute('type')) {
                        'start' => ++$this->note->slurStarts,
                        'stop' => ++$this->note->slurStops,
                        default => null,
                    };
                }
                break;
            case 'up-bow':
            case 'down-bow':
                if (null !== $this->note) {
                    $this->note->bow = 'up-bow' === $name ? BowMark::Up : BowMark::Down;
                }
                break;
            case 'measure':
                $this->openMeasure();
                break;
            case 'part':
                $this->openPart((string) $this->xml->getAttribute('id'));
                break;
            case 'score-part':
                $this->scorePart = (string) $this->xml->getAttribute('id');
                break;
            case 'repeat':
                $this->repeat();
                break;
            case 'ending':
                $this->ending();
                break;
            case 'segno':
            case 'coda':
                $this->measure?->addJump('segno' === $name ? Jump::Segno : Jump::Coda);
                break;
            case 'sound':
                $this->sound();
                break;
            case 'print':
                if (
                    null !== $this->measure
                    && ('yes' === $this->xml->getAttribute('new-system') || 'yes' === $this->xml->getAttribute('new-page'))
                    && $this->part?->position > 0
                ) {
                    $this->draft->measures[$this->part->position - 1]->lineBreak = true;
                }
                break;
            case 'metronome':
                $this->unit = '';
                $this->unitDotted = false;
                break;
            case 'beat-unit-dot':
                $this->unitDotted = true;
                break;
            case 'key':
                $this->fifths = 0;
                $this->mode = 'major';
                break;
            case 'clef':
                $this->sign = '';
                $this->line = 2;
                break;
            default:
                if ($this->inDynamics && null !== $this->part && null !== ($dynamic = Dynamic::tryFrom($name))) {
                    $this->pending()->dynamic = $dynamic;
                } elseif (isset(self::ARTICULATIONS[$name]) && null !== $this->note) {
                    $this->note->articulations[] = self::ARTICULATIONS[$name];
                    $this->countMarks($this->note->articulations);
                } elseif (isset(self::LEFT_OUT[$name]) && !isset($this->told[$name])) {
                    $this->told[$name] = true;
                    $this->draft->notice($this->lineNumber(), 1, self::LEFT_OUT[$name]);
                }
        }
        if ($this->xml->isEmptyElement && ('measure' === $name || 'part' === $name || 'note' === $name)) {
            $this->close($name);
        }
    }

    private function close(string $name): void
    {
        $text = $this->text;
        switch ($name) {
            case 'step':
                $this->step = trim($text);
                break;
            case 'alter':
                $this->alter = (int) round((float) $text);
                break;
            case 'octave':
                $this->octave = (int) $text;
                break;
            case 'duration':
                $this->duration = $this->ticks(trim($text));
                break;
            case 'voice':
                $this->voice = trim($text);
                break;
            case 'actual-notes':
                $this->actual = max(1, min(64, (int) $text));
                break;
            case 'normal-notes':
                $this->normal = max(1, min(64, (int) $text));
                break;
            case 'fingering':
                if (null !== $this->note && 1 === preg_match('/^\s*([0-4])\s*$/', $text, $match)) {
                    $this->finger ??= (int) $match[1];
                }
                break;
            case 'string':
                if (null !== $this->note && 1 === preg_match('/^\s*([1-5])\s*$/', $text, $match)) {
                    $this->string = $match[1];
                }
                break;
            case 'tuplet-number':
                $this->tupletNumber = max(0, min(64, (int) $text));
                break;
            case 'tuplet-actual':
                $this->tupletActual = $this->tupletNumber;
                break;
            case 'tuplet-normal':
                $this->tupletNormal = $this->tupletNumber;
                break;
            case 'tuplet':
                $this->openTuplet();
                break;
            case 'dynamics':
                $this->inDynamics = false;
                break;
            case 'syllabic':
                $this->wordGoesOn = \in_array(trim($text), ['begin', 'middle'], true);
                break;
            case 'text':
                $this->syllable .= $text;
                break;
            case 'lyric':
                if (null !== $this->note && '' !== trim($this->syllable)) {
                    $this->note->lyrics[$this->verse] = Syllable::of($this->syllable, $this->wordGoesOn);
                }
                $this->verse = 0;
                break;
            case 'note':
                $this->closeNote();
                break;
            case 'backup':
                $this->time = max(0, $this->time - $this->duration);
                break;
            case 'forward':
                $this->time += $this->duration;
                break;
            case 'measure':
                $this->measure = null;
                break;
            case 'divisions':
                $this->divisions((int) $text);
                break;
            case 'fifths':
                $this->fifths = (int) $text;
                break;
            case 'mode':
                $this->mode = strtolower(trim($text));
                break;
            case 'key':
                $this->key();
                break;
            case 'beats':
                $this->beats = array_sum(array_map(intval(...), explode('+', $text)));
                break;
            case 'beat-type':
                $this->beatType = (int) $text;
                break;
            case 'time':
                $this->meter();
                break;
            case 'sign':
                $this->sign = trim($text);
                break;
            case 'line':
                $this->line = (int) $text;
                break;
            case 'clef':
                if (null !== $this->part && '' !== $this->sign) {
                    $this->part->part->clef ??= Clef::fromSign($this->sign, $this->line);
                }
                break;
            case 'diatonic':
                if (null !== $this->part) {
                    $this->part->transposeSteps = (int) $text;
                }
                break;
            case 'chromatic':
                if (null !== $this->part) {
                    $this->part->transposeSemitones = (int) $text;
                }
                break;
            case 'octave-change':
                if (null !== $this->part) {
                    $this->part->transposeSteps += 7 * (int) $text;
                    $this->part->transposeSemitones += 12 * (int) $text;
                }
                break;
            case 'bar-style':
                if (null !== $this->measure) {
                    $this->measure->end = match (trim($text)) {
                        'light-light' => BarStyle::Double,
                        'light-heavy' => BarStyle::Final,
                        default => $this->measure->end,
                    };
                }
                break;
            case 'words':
                $this->words(trim($text));
                break;
            case 'rehearsal':
                if (null !== $this->measure) {
                    $this->measure->rehearsal = mb_substr(trim($text), 0, 20);
                }
                break;
            case 'beat-unit':
                $this->unit = trim($text);
                break;
            case 'per-minute':
                $this->tempo(trim($text));
                break;
            case 'part-name':
                if ('' !== $this->scorePart) {
                    $this->names[$this->scorePart] = mb_substr(trim($text), 0, 60);
                }
                break;
            case 'score-part':
                $this->scorePart = '';
                break;
            case 'work-title':
                $this->draft->title = mb_substr(trim($text), 0, 200);
                break;
            case 'movement-title':
                $this->draft->title = '' === $this->draft->title ? mb_substr(trim($text), 0, 200) : $this->draft->title;
                break;
            case 'creator':
                $this->draft->composer = '' === $this->draft->composer ? mb_substr(trim($text), 0, 200) : $this->draft->composer;
                break;
        }
    }

    private function openPart(string $id): void
    {
        if (!isset($this->states[$id])) {
            $this->states[$id] = new PartState($this->draft->part($id, $this->names[$id] ?? ''));
        }
        $this->part = $this->states[$id];
        if ($this->timewise) {
            $this->enterMeasure();
        }
    }

    private function openMeasure(): void
    {
        $this->number = (string) $this->xml->getAttribute('number');
        $this->implicit = 'yes' === $this->xml->getAttribute('implicit');
        if ($this->timewise) {
            ++$this->timewisePosition;
        } else {
            $this->enterMeasure();
        }
    }

    private function enterMeasure(): void
    {
        $part = $this->part;
        if (null === $part) {
            throw UnreadableFile::at($this->lineNumber(), 1, 'A measure stands outside a part.');
        }
        $part->position = $this->timewise ? $this->timewisePosition : $part->position + 1;
        $this->time = 0;
        $this->chordOf = null;
        while (\count($this->draft->measures) <= $part->position) {
            $draft = new MeasureDraft($part->meter, $part->key);
            $draft->printed = $this->implicit ? '' : mb_substr($this->number, 0, 12);
            $draft->implicit = $this->implicit;
            $this->draft->addMeasure($draft);
        }
        $this->measure = $this->draft->measures[$part->position];
    }

    private function closeNote(): void
    {
        $note = $this->note;
        $part = $this->part;
        $this->note = null;
        if (null === $note || null === $part || null === $this->measure) {
            return;
        }
        $this->draft->countNote();
        $pitch = $this->isRest || '' === $this->step ? null : $this->pitch($part);
        if ($this->isChord && null !== $this->chordOf) {
            if (null !== $pitch) {
                if (\count($this->chordOf->pitches()) >= Limits::TONES) {
                    throw UnreadableFile::at($this->lineNumber(), 1, 'A chord has more than {limit} notes.', [
                        'limit' => (string) Limits::TONES,
                    ]);
                }
                $this->chordOf->add($pitch, $this->finger, $this->string);
                $this->chordOf->tiedTo = $this->chordOf->tiedTo || $note->tiedTo;
                $this->chordOf->tiedFrom = $this->chordOf->tiedFrom || $note->tiedFrom;
            }

            return;
        }
        $note->length = $this->isGrace ? 0 : $this->duration;
        if (0 === $note->length && !$this->isGrace && !$note->wholeMeasure) {
            $this->draft->notice($this->lineNumber(), 1, 'A note with no duration was left out.');

            return;
        }
        if ($note->length > 64 * Ticks::PER_WHOLE) {
            $this->draft->notice($this->lineNumber(), 1, 'A note that is too long was left out.');

            return;
        }
        $note->voice = max(1, min(99, (int) $this->voice));
        if (null !== $pitch) {
            $note->add($pitch, $this->finger, $this->string);
        }
        if ($this->actual !== $this->normal) {
            $note->tuplet = $part->tuplet($note->voice, $this->actual, $this->normal);
        }
        foreach ($this->tupletStops as $number) {
            unset($part->tuplets[$note->voice][$number]);
        }
        $part->pending?->give($note);
        $part->pending = null;
        $this->time += $note->length;
        $this->chordOf = $note;
        // The line is looked up only where it is told.
        $part->part->add($part->position, $note, $part->part->isFull($part->position) ? $this->lineNumber() : 0);
    }

    /** @param list<mixed> $marks of one kind, on one note */
    private function countMarks(array $marks): void
    {
        if (\count($marks) > Limits::MARKS) {
            throw UnreadableFile::at($this->lineNumber(), 1, 'A note has more than {limit} marks of one kind.', [
                'limit' => (string) Limits::MARKS,
            ]);
        }
    }

    private function tuplet(): void
    {
        $number = max(1, min(6, (int) ($this->xml->getAttribute('number') ?? '1')));
        if ('start' !== $this->xml->getAttribute('type')) {
            $this->tupletStops[] = $number;
            $this->tupletNumber = 0;

            return;
        }
        $this->tupletActual = $this->tupletNormal = 0;
        if (null !== $this->part) {
            $this->part->tupletToOpen = $number;
        }
        if ($this->xml->isEmptyElement) {
            $this->openTuplet();
        }
    }

    /** Ratios are known only where the bracket names them: needed where one tuplet stands in another. */
    private function openTuplet(): void
    {
        if (null !== $this->part && 0 !== $this->part->tupletToOpen) {
            $this->part->tuplets[max(1, min(99, (int) $this->voice))][$this->part->tupletToOpen] = [
                $this->tupletActual,
                $this->tupletNormal,
            ];
            $this->part->tupletToOpen = 0;
        }
    }

    private function hairpin(string $type): void
    {
        if ('stop' === $type) {
            if (null !== $this->chordOf) {
                $this->chordOf->hairpinStop = true;
            }
        } elseif (null !== $this->part) {
            $this->pending()->hairpin = 'crescendo' === $type ? Hairpin::Crescendo : Hairpin::Diminuendo;
        }
    }

    /** Where a sign over the staff goes: to the note it stands in, or to the next one. */
    private function pending(): PendingMarks|NoteDraft
    {
        if (null !== $this->note) {
            return $this->note;
        }
        \assert(null !== $this->part);

        return $this->part->pending ??= new PendingMarks();
    }

    private function words(string $text): void
    {
        $jump = Jump::fromWords($text);
        $word = PlayingWord::fromText($text);
        if (null !== $jump) {
            $this->measure?->addJump($jump);
        } elseif (null !== $word && null !== $this->part) {
            $pending = $this->pending();
            $pending->words[] = $word;
            $this->countMarks($pending->words);
        } elseif (
            '' !== $text
            && '' === $this->draft->style
            && 0 === $this->part?->position
            && 0 === $this->time
            && $this->part === reset($this->states)
        ) {
            // A word over the first note says how the piece goes.
            $this->draft->style = $text;
        } elseif ('' !== $text && !isset($this->told['words '.$text])) {
            $this->told['words '.$text] = true;
            $this->draft->notice($this->lineNumber(), 1, 'The words "{text}" are left out.', ['text' => mb_substr($text, 0, 60)]);
        }
    }

    private function pitch(PartState $part): ?Pitch
    {
        try {
            $written = Pitch::of($this->step, $this->alter, $this->octave);
            if (0 === $part->transposeSemitones) {
                return $written;
            }
            $natural = Pitch::fromDiatonic($written->diatonic() + $part->transposeSteps, 0);

            return Pitch::of($natural->letter, $written->midi() + $part->transposeSemitones - $natural->midi(), $natural->octave);
        } catch (\InvalidArgumentException) {
            $this->draft->notice($this->lineNumber(), 1, 'A pitch is not understood; the note is read as a rest.');

            return null;
        }
    }

    private function ticks(string $duration): int
    {
        if (1 !== preg_match('/^(\d{1,9})(?:\.0+)?$/', $duration, $match)) {
            $this->draft->notice($this->lineNumber(), 1, 'The duration "{text}" is no whole number.', [
                'text' => mb_substr($duration, 0, 20),
            ]);

            return 0;
        }
        $divisions = $this->part->divisions ?? 1;
        $ticks = (int) $match[1] * Ticks::PER_QUARTER;
        if (0 !== $ticks % $divisions) {
            $this->draft->notice(
                $this->lineNumber(),
                1,
                'The duration {text} of {divisions} is finer than can be kept; the note was left out.',
                ['text' => $match[1], 'divisions' => (string) $divisions],
            );

            return 0;
        }

        return intdiv($ticks, $divisions);
    }

    private function divisions(int $divisions): void
    {
        if (null !== $this->part && $divisions > 0) {
            $this->part->divisions = $divisions;
        }
    }

    private function key(): void
    {
        if (null === $this->part || null === $this->measure) {
            return;
        }
        try {
            $this->part->key = Key::of($this->fifths, isset(Key::MODES[$this->mode]) ? $this->mode : 'major');
        } catch (\InvalidArgumentException) {
            $this->draft->notice($this->lineNumber(), 1, 'The key signature is not understood.');

            return;
        }
        if ($this->part === reset($this->states)) {
            $this->measure->key = $this->part->key;
        }
    }

    private function meter(): void
    {
        if (null === $this->part || null === $this->measure) {
            return;
        }
        try {
            $this->part->meter = Meter::of($this->beats, $this->beatType);
        } catch (\InvalidArgumentException) {
            $this->draft->notice($this->lineNumber(), 1, 'The meter {text} is not understood.', [
                'text' => $this->beats.'/'.$this->beatType,
            ]);

            return;
        }
        $this->measure->meter = $this->part->meter;
    }

    private function repeat(): void
    {
        if (null === $this->measure) {
            return;
        }
        if ('forward' === $this->xml->getAttribute('direction')) {
            $this->measure->repeatStart = true;

            return;
        }
        $times = (int) ($this->xml->getAttribute('times') ?? '2');
        $this->measure->repeatTimes = max(2, min(50, $times));
    }

    private function ending(): void
    {
        if (null === $this->measure) {
            return;
        }
        if ('start' !== $this->xml->getAttribute('type')) {
            $this->measure->endingStop = true;

            return;
        }
        preg_match_all('/\d{1,2}/', (string) $this->xml->getAttribute('number'), $match);
        $this->measure->endingStart = array_values(
            array_filter(array_map(intval(...), $match[0]), static fn (int $number): bool => $number > 0),
        );
    }

    private function sound(): void
    {
        $tempo = (float) ($this->xml->getAttribute('tempo') ?? '0');
        if ($tempo >= 10 && $tempo <= 400 && null === $this->draft->goalTempo && null !== $this->measure) {
            $beat = $this->measure->meter->beatTicks();
            $this->draft->goalTempo = (int) round(($tempo * Ticks::PER_QUARTER) / $beat);
            $this->draft->beatTicks ??= $beat;
        }
        foreach (['fine' => Jump::Fine, 'tocoda' => Jump::ToCoda, 'segno' => Jump::Segno, 'coda' => Jump::Coda] as $attribute => $jump) {
            if (null !== $this->xml->getAttribute($attribute)) {
                $this->measure?->addJump($jump);
            }
        }
        foreach (['dacapo' => Jump::DaCapo, 'dalsegno' => Jump::DalSegno] as $attribute => $jump) {
            $said = [] !== array_filter($this->measure->jumps ?? [], static fn (Jump $other): bool => $other->goesBack());
            if (null !== $this->xml->getAttribute($attribute) && !$said) {
                $this->measure?->addJump($jump);
            }
        }
    }

    private function tempo(string $perMinute): void
    {
        $part = ['whole' => 1, 'half' => 2, 'quarter' => 4, 'eighth' => 8, '16th' => 16][$this->unit] ?? null;
        if (
            null === $part
            || 1 !== preg_match('/^\D*(\d{1,3})(?:\D+(\d{1,3}))?/', $perMinute, $match)
            || 0 === (int) $match[1]
            || null !== $this->draft->goalTempo
        ) {
            return;
        }
        $beat = Ticks::ofWhole(1, $part);
        $this->draft->beatTicks = $this->unitDotted ? intdiv(3 * $beat, 2) : $beat;
        $this->draft->goalTempo = (int) $match[1];
        $this->draft->goalTempoTo = isset($match[2]) ? (int) $match[2] : null;
    }

    /** Line of a measure's first tag; looked up only for a notice. */
    private static function lineOfMeasure(string $source, int $position): int
    {
        preg_match_all('/<measure\b/', $source, $matches, \PREG_OFFSET_CAPTURE);

        return isset($matches[0][$position]) ? substr_count($source, "\n", 0, (int) $matches[0][$position][1]) + 1 : 0;
    }

    private function lineNumber(): int
    {
        $node = @$this->xml->expand();

        return false === $node ? 0 : $node->getLineNo();
    }
}
