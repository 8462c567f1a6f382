<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Hairpin;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Jump;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Marks;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\NoteValue;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Score\Tuplet;

/**
 * Writes MusicXML 4.0 partwise, with elements that 3.0 has too (handbook 2).
 */
final class Writer
{
    private const TYPES = [
        1 => 'whole',
        2 => 'half',
        4 => 'quarter',
        8 => 'eighth',
        16 => '16th',
        32 => '32nd',
        64 => '64th',
        128 => '128th',
    ];

    private \XMLWriter $xml;
    /** @var list<string> */
    private array $numbers;
    /** @var array<int, list<int>> numbers of the slurs that are open, by voice */
    private array $slurs = [];
    /** @var array<int, array<int, bool>> whether a sung word goes on from the note before, by voice and verse */
    private array $wordsGoOn = [];

    /**
     * @param list<string>|null $numbers measure numbers to print; computed ones if none are given
     */
    private function __construct(
        private readonly Piece $piece,
        private readonly bool $ids,
        ?array $numbers,
        private readonly bool $rows = true,
    ) {
        $this->xml = new \XMLWriter();
        $this->numbers = $numbers ?? MeasureNumbers::of($piece)->printed();
    }

    public static function write(Piece $piece): string
    {
        return (new self($piece, false, null))->document();
    }

    /**
     * As write(), with the ids of events on the notes, for an engraver whose picture has to be clicked.
     *
     * @param list<string> $numbers measure numbers to print
     * @param bool         $rows    with the rows of the book
     */
    public static function forEngraving(Piece $piece, array $numbers, bool $rows = false): string
    {
        return (new self($piece, true, $numbers, $rows))->document();
    }

    private function document(): string
    {
        $xml = $this->xml;
        $xml->openMemory();
        $xml->setIndent(!$this->ids);
        $xml->startDocument('1.0', 'UTF-8');
        $xml->startElement('score-partwise');
        $xml->writeAttribute('version', '4.0');
        if (!$this->ids) {
            $xml->startElement('work');
            $xml->writeElement('work-title', $this->piece->title);
            $xml->endElement();
            if ('' !== $this->piece->composer) {
                $xml->startElement('identification');
                $xml->startElement('creator');
                $xml->writeAttribute('type', 'composer');
                $xml->text($this->piece->composer);
                $xml->endElement();
                $xml->endElement();
            }
        }
        $xml->startElement('part-list');
        foreach ($this->piece->parts as $part) {
            $xml->startElement('score-part');
            $xml->writeAttribute('id', $part->id);
            $xml->writeElement('part-name', $part->name);
            $xml->endElement();
        }
        $xml->endElement();
        foreach ($this->piece->parts as $part) {
            $this->part($part);
        }
        $xml->endElement();
        $xml->endDocument();

        return $xml->outputMemory();
    }

    private function part(Part $part): void
    {
        $this->slurs = $this->wordsGoOn = [];
        $this->xml->startElement('part');
        $this->xml->writeAttribute('id', $part->id);
        $before = null;
        foreach ($this->piece->measures as $position => $measure) {
            $this->xml->startElement('measure');
            $this->xml->writeAttribute('number', $this->numbers[$position] ?? '');
            if ($measure->isShort() && ($this->ids || '' === $measure->printed)) {
                $this->xml->writeAttribute('implicit', 'yes');
            }
            if ($before?->lineBreak && $this->rows) {
                $this->xml->startElement('print');
                $this->xml->writeAttribute('new-system', 'yes');
                $this->xml->endElement();
            }
            $this->attributes($part, $measure, $before);
            $this->barlineLeft($measure);
            $this->directionsBefore($part, $measure);
            $this->voices($part, $measure);
            $this->directionsAfter($part, $measure);
            $this->barlineRight($measure);
            $this->xml->endElement();
            $before = $measure;
        }
        $this->xml->endElement();
    }

    private function attributes(Part $part, Measure $measure, ?Measure $before): void
    {
        $key = null === $before || !$before->key->equals($measure->key);
        $time = null === $before || !$before->meter->equals($measure->meter);
        if (!$key && !$time) {
            return;
        }
        $xml = $this->xml;
        $xml->startElement('attributes');
        if (null === $before) {
            $xml->writeElement('divisions', (string) Ticks::PER_QUARTER);
        }
        if ($key) {
            $this->key($measure->key);
        }
        if ($time) {
            $xml->startElement('time');
            $xml->writeElement('beats', (string) $measure->meter->count);
            $xml->writeElement('beat-type', (string) $measure->meter->unit);
            $xml->endElement();
        }
        if (null === $before) {
            [$sign, $line] = $part->clef->sign();
            $xml->startElement('clef');
            $xml->writeElement('sign', $sign);
            $xml->writeElement('line', (string) $line);
            $xml->endElement();
            if (0 !== $part->instrument->octavesAboveWritten()) {
                $xml->startElement('transpose');
                $xml->writeElement('diatonic', '0');
                $xml->writeElement('chromatic', '0');
                $xml->writeElement('octave-change', (string) $part->instrument->octavesAboveWritten());
                $xml->endElement();
            }
        }
        $xml->endElement();
    }

    private function key(Key $key): void
    {
        $this->xml->startElement('key');
        $this->xml->writeElement('fifths', (string) $key->fifths);
        $this->xml->writeElement('mode', $key->mode);
        $this->xml->endElement();
    }

    private function barlineLeft(Measure $measure): void
    {
        if (!$measure->repeatStart && [] === $measure->endingStart) {
            return;
        }
        $xml = $this->xml;
        $xml->startElement('barline');
        $xml->writeAttribute('location', 'left');
        if ($measure->repeatStart) {
            $xml->writeElement('bar-style', 'heavy-light');
        }
        if ([] !== $measure->endingStart) {
            $this->ending($measure->endingStart, 'start');
        }
        if ($measure->repeatStart) {
            $xml->startElement('repeat');
            $xml->writeAttribute('direction', 'forward');
            $xml->endElement();
        }
        $xml->endElement();
    }

    private function barlineRight(Measure $measure): void
    {
        $style = $measure->repeatTimes > 0 ? BarStyle::Final : $measure->end;
        if (BarStyle::Regular === $style && !$measure->endingStop) {
            return;
        }
        $xml = $this->xml;
        $xml->startElement('barline');
        $xml->writeAttribute('location', 'right');
        $xml->writeElement('bar-style', $style->value);
        if ($measure->endingStop) {
            $this->ending($this->endingNumbers($measure->position), 'stop');
        }
        if ($measure->repeatTimes > 0) {
            $xml->startElement('repeat');
            $xml->writeAttribute('direction', 'backward');
            if ($measure->repeatTimes > 2) {
                $xml->writeAttribute('times', (string) $measure->repeatTimes);
            }
            $xml->endElement();
        }
        $xml->endElement();
    }

    /** @param list<int> $numbers */
    private function ending(array $numbers, string $type): void
    {
        $this->xml->startElement('ending');
        $this->xml->writeAttribute('number', implode(', ', $numbers));
        $this->xml->writeAttribute('type', $type);
        $this->xml->endElement();
    }

    /** @return list<int> */
    private function endingNumbers(int $position): array
    {
        for ($at = $position; $at >= 0; --$at) {
            if ([] !== $this->piece->measures[$at]->endingStart) {
                return $this->piece->measures[$at]->endingStart;
            }
        }

        return [1];
    }

    private function directionsBefore(Part $part, Measure $measure): void
    {
        if ($part !== $this->piece->parts[0]) {
            return;
        }
        if (0 === $measure->position && '' !== $this->piece->style) {
            $this->direction(fn () => $this->xml->writeElement('words', $this->piece->style), null);
        }
        if (0 === $measure->position && null !== $this->piece->goalTempo && !$this->ids) {
            $this->metronome();
        }
        if ('' !== $measure->rehearsal) {
            $this->direction(fn () => $this->xml->writeElement('rehearsal', $measure->rehearsal), null);
        }
        foreach ([Jump::Segno, Jump::Coda] as $jump) {
            if ($measure->has($jump)) {
                $this->direction(fn () => $this->xml->writeElement($jump->value), null);
            }
        }
    }

    private function directionsAfter(Part $part, Measure $measure): void
    {
        if ($part !== $this->piece->parts[0]) {
            return;
        }
        foreach ($measure->jumps as $jump) {
            if (Jump::Segno !== $jump && Jump::Coda !== $jump) {
                $this->direction(fn () => $this->xml->writeElement('words', $jump->words()), null);
            }
        }
    }

    private function metronome(): void
    {
        $value = NoteValue::ofTicks($this->piece->beatTicks);
        if (null === $value) {
            return;
        }
        $this->direction(function () use ($value): void {
            $this->xml->startElement('metronome');
            $this->xml->writeElement('beat-unit', self::TYPES[$value->part]);
            for ($dot = 0; $dot < $value->dots; ++$dot) {
                $this->xml->writeElement('beat-unit-dot');
            }
            $this->xml->writeElement(
                'per-minute',
                $this->piece->goalTempo.(null === $this->piece->goalTempoTo ? '' : '–'.$this->piece->goalTempoTo),
            );
            $this->xml->endElement();
        }, (string) round(((int) $this->piece->goalTempo * $this->piece->beatTicks) / Ticks::PER_QUARTER, 2));
    }

    private function direction(\Closure $type, ?string $tempo, string $placement = 'above'): void
    {
        $this->xml->startElement('direction');
        $this->xml->writeAttribute('placement', $placement);
        $this->xml->startElement('direction-type');
        $type();
        $this->xml->endElement();
        if (null !== $tempo) {
            $this->xml->startElement('sound');
            $this->xml->writeAttribute('tempo', $tempo);
            $this->xml->endElement();
        }
        $this->xml->endElement();
    }

    private function voices(Part $part, Measure $measure): void
    {
        $byVoice = [];
        foreach ($part->events($measure->position) as $event) {
            $byVoice[$event->voice][] = $event;
        }
        $accidentals = new Accidentals($measure->key);
        $shift = 0 === $measure->position && $measure->isShort() ? $measure->meter->ticks() - $measure->length : 0;
        $time = 0;
        foreach ($byVoice as $voice => $events) {
            if ($time > 0) {
                $this->move('backup', $time);
                $time = 0;
            }
            $beams = Beams::group($events, $measure->meter, $shift);
            $tuplet = new TupletBrackets($events);
            foreach ($events as $event) {
                if ($event->start > $time) {
                    $this->move('forward', $event->start - $time);
                    $time = $event->start;
                }
                $this->event(
                    $part,
                    $event,
                    $accidentals,
                    $beams[$event->id] ?? [],
                    $tuplet,
                    $event->isRest() && $event->length === $measure->length && 1 === \count($events),
                );
                $time += $event->length;
            }
            unset($voice);
        }
    }

    private function move(string $element, int $ticks): void
    {
        $this->xml->startElement($element);
        $this->xml->writeElement('duration', (string) $ticks);
        $this->xml->endElement();
    }

    /** @param array<int, string> $beams */
    private function event(
        Part $part,
        Event $event,
        Accidentals $accidentals,
        array $beams,
        TupletBrackets $brackets,
        bool $wholeMeasure,
    ): void {
        $this->signsBefore($event->marks);
        if ($event->isRest() && $wholeMeasure) {
            $this->note($part, $event, null, 0, $event->length, $accidentals, [], $brackets, true, true, true);
            $this->signsAfter($event->marks);

            return;
        }
        $pieces = $event->isGrace() ? [0] : NoteValue::split($event->tuplet->written($event->length));
        $last = \count($pieces) - 1;
        foreach ($pieces as $index => $written) {
            $length = intdiv($written * $event->tuplet->normal, $event->tuplet->actual);
            foreach ($event->isRest() ? [null] : $event->pitches as $order => $pitch) {
                $this->note($part, $event, $pitch, $order, $length, $accidentals, $beams, $brackets, 0 === $index, $last === $index, false);
            }
        }
        $this->signsAfter($event->marks);
    }

    private function signsBefore(Marks $marks): void
    {
        if ($marks->isNone()) {
            return;
        }
        if (null !== ($dynamic = $marks->dynamic)) {
            $this->direction(
                function () use ($dynamic): void {
                    $this->xml->startElement('dynamics');
                    $this->xml->writeElement($dynamic->value);
                    $this->xml->endElement();
                },
                null,
                'below',
            );
        }
        if (Hairpin::None !== $marks->hairpin) {
            $this->direction(fn () => $this->typed('wedge', $marks->hairpin->value), null, 'below');
        }
        foreach ($marks->words as $word) {
            $this->direction(fn () => $this->xml->writeElement('words', $word->value), null);
        }
    }

    private function signsAfter(Marks $marks): void
    {
        if ($marks->hairpinStop) {
            $this->direction(fn () => $this->typed('wedge', 'stop'), null, 'below');
        }
    }

    /** @param array<int, string> $beams */
    private function note(
        Part $part,
        Event $event,
        ?Pitch $pitch,
        int $order,
        int $length,
        Accidentals $accidentals,
        array $beams,
        TupletBrackets $brackets,
        bool $first,
        bool $last,
        bool $wholeMeasure,
    ): void {
        $xml = $this->xml;
        $xml->startElement('note');
        if ($this->ids && $first && 0 === $order) {
            $xml->writeAttribute('id', $event->id);
        }
        if ($event->isGrace()) {
            $xml->writeElement('grace');
        }
        if ($order > 0) {
            $xml->writeElement('chord');
        }
        $tiedFrom = null !== $pitch && ($event->tiedFrom || !$first);
        $tiedTo = null !== $pitch && ($event->tiedTo || !$last);
        if (null === $pitch) {
            $xml->startElement('rest');
            if ($wholeMeasure) {
                $xml->writeAttribute('measure', 'yes');
            }
            $xml->endElement();
        } else {
            $written = Instrument::Bass === $part->instrument ? $pitch->octavesUp(-$part->instrument->octavesAboveWritten()) : $pitch;
            $xml->startElement('pitch');
            $xml->writeElement('step', $written->letter);
            if (0 !== $written->alteration) {
                $xml->writeElement('alter', (string) $written->alteration);
            }
            $xml->writeElement('octave', (string) $written->octave);
            $xml->endElement();
        }
        if (!$event->isGrace()) {
            $xml->writeElement('duration', (string) $length);
            if ($tiedFrom) {
                $this->typed('tie', 'stop');
            }
            if ($tiedTo) {
                $this->typed('tie', 'start');
            }
        }
        $xml->writeElement('voice', (string) $event->voice);
        $value = $event->isGrace() ? null : NoteValue::ofTicks($event->tuplet->written($length));
        if ($event->isGrace()) {
            $xml->writeElement('type', 'eighth');
        } elseif (null !== $value && !$wholeMeasure) {
            $xml->writeElement('type', self::TYPES[$value->part]);
            for ($dot = 0; $dot < $value->dots; ++$dot) {
                $xml->writeElement('dot');
            }
        }
        $accidental = null === $pitch ? null : $accidentals->before($pitch, $tiedFrom);
        if (null !== $accidental) {
            $xml->writeElement('accidental', $accidental);
        }
        if (!$event->tuplet->isNone()) {
            $this->timeModification($event->tuplet);
        }
        foreach (0 === $order && $first ? $beams : [] as $level => $word) {
            $xml->startElement('beam');
            $xml->writeAttribute('number', (string) $level);
            $xml->text($word);
            $xml->endElement();
        }
        $this->notations($part, $event, $order, $tiedFrom, $tiedTo, $first, $last, $brackets);
        if (0 === $order && $first) {
            $this->lyrics($event);
        }
        $xml->endElement();
    }

    private function timeModification(Tuplet $tuplet): void
    {
        $this->xml->startElement('time-modification');
        $this->xml->writeElement('actual-notes', (string) $tuplet->actual);
        $this->xml->writeElement('normal-notes', (string) $tuplet->normal);
        $this->xml->endElement();
    }

    private function notations(
        Part $part,
        Event $event,
        int $order,
        bool $tiedFrom,
        bool $tiedTo,
        bool $first,
        bool $last,
        TupletBrackets $brackets,
    ): void {
        $main = 0 === $order;
        $starts = $main && $first ? $event->slurStarts : 0;
        $stops = $main && $last ? $event->slurStops : 0;
        $opens = $main && $first ? $brackets->starts($event->id) : [];
        $closes = $main && $last ? $brackets->stops($event->id) : [];
        $marks = $first ? $event->marks : Marks::none();
        $finger = $marks->fingers[$order] ?? null;
        $string = array_search($marks->strings[$order] ?? '', $part->instrument->openStrings(), true);
        $bow = $main ? $marks->bow : BowMark::None;
        $articulations = $main ? $marks->articulations : [];
        $lift = $main && $last && $event->marks->lift;
        $technical = BowMark::None !== $bow || null !== $finger || false !== $string;
        if (
            !$tiedFrom
            && !$tiedTo
            && 0 === $starts + $stops
            && [] === $opens
            && [] === $closes
            && [] === $articulations
            && !$technical
            && !$lift
        ) {
            return;
        }
        $xml = $this->xml;
        $xml->startElement('notations');
        if ($tiedFrom) {
            $this->typed('tied', 'stop');
        }
        if ($tiedTo) {
            $this->typed('tied', 'start');
        }
        $this->slurs($event, $starts, $stops);
        foreach ($opens as $number => [$actual, $normal]) {
            $this->tupletStart($number, $actual, $normal, \count($event->tuplet->levels) > 1 || $brackets->isNested($event->id));
        }
        foreach ($closes as $number) {
            $xml->startElement('tuplet');
            $xml->writeAttribute('type', 'stop');
            $xml->writeAttribute('number', (string) $number);
            $xml->endElement();
        }
        if ($technical) {
            $xml->startElement('technical');
            if (BowMark::None !== $bow) {
                $xml->writeElement(BowMark::Up === $bow ? 'up-bow' : 'down-bow');
            }
            if (null !== $finger) {
                $xml->writeElement('fingering', (string) $finger);
            }
            if (false !== $string) {
                $xml->writeElement('string', (string) ($string + 1));
            }
            $xml->endElement();
        }
        $this->articulations($articulations, $lift);
        $xml->endElement();
    }

    private function tupletStart(int $number, int $actual, int $normal, bool $ratio): void
    {
        $xml = $this->xml;
        $xml->startElement('tuplet');
        $xml->writeAttribute('type', 'start');
        $xml->writeAttribute('number', (string) $number);
        foreach ($ratio ? ['tuplet-actual' => $actual, 'tuplet-normal' => $normal] : [] as $element => $notes) {
            $xml->startElement($element);
            $xml->writeElement('tuplet-number', (string) $notes);
            $xml->endElement();
        }
        $xml->endElement();
    }

    private function lyrics(Event $event): void
    {
        foreach ($event->marks->lyrics as $verse => $syllable) {
            $before = $this->wordsGoOn[$event->voice][$verse] ?? false;
            $this->xml->startElement('lyric');
            $this->xml->writeAttribute('number', (string) $verse);
            $this->xml->writeElement('syllabic', $syllable->wordGoesOn ? ($before ? 'middle' : 'begin') : ($before ? 'end' : 'single'));
            $this->xml->writeElement('text', $syllable->text);
            $this->xml->endElement();
            $this->wordsGoOn[$event->voice][$verse] = $syllable->wordGoesOn;
        }
    }

    private function slurs(Event $event, int $starts, int $stops): void
    {
        for ($stop = 0; $stop < $stops && [] !== ($this->slurs[$event->voice] ?? []); ++$stop) {
            $this->slur('stop', (int) array_pop($this->slurs[$event->voice]));
        }
        for ($start = 0; $start < $starts; ++$start) {
            $number = \count($this->slurs[$event->voice] ?? []) + 1;
            $this->slurs[$event->voice][] = $number;
            $this->slur('start', $number);
        }
    }

    private function slur(string $type, int $number): void
    {
        $this->xml->startElement('slur');
        $this->xml->writeAttribute('type', $type);
        $this->xml->writeAttribute('number', (string) min(6, $number));
        $this->xml->endElement();
    }

    /** @param list<Articulation> $marks */
    private function articulations(array $marks, bool $lift): void
    {
        $names = [];
        foreach ($marks as $mark) {
            if (Articulation::Fermata !== $mark) {
                $names[] = Articulation::Marcato === $mark ? 'strong-accent' : $mark->value;
            }
        }
        if ([] !== $names || $lift) {
            $this->xml->startElement('articulations');
            foreach ($names as $name) {
                $this->xml->writeElement($name);
            }
            if ($lift) {
                $this->xml->writeElement('breath-mark', 'comma');
            }
            $this->xml->endElement();
        }
        if (\in_array(Articulation::Fermata, $marks, true)) {
            $this->xml->writeElement('fermata');
        }
    }

    private function typed(string $element, string $type): void
    {
        $this->xml->startElement($element);
        $this->xml->writeAttribute('type', $type);
        $this->xml->endElement();
    }
}
