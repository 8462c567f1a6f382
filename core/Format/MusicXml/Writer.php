<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Hairpin;
use CoinStair\Core\Score\Jump;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Marks;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\NoteValue;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Ticks;

/**
 * Writes MusicXML 4.0 partwise, with elements that 3.0 has too (handbook 2).
 */
final class Writer
{
    private \XMLWriter $xml;
    /** @var list<string> */
    private array $numbers;
    private OpenLines $sung;

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
        $this->sung = new OpenLines();
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
        $this->sung = new OpenLines();
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
            $this->xml->writeElement('beat-unit', NoteWriter::TYPES[$value->part]);
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
        foreach ($byVoice as $events) {
            if ($time > 0) {
                $this->move('backup', $time);
                $time = 0;
            }
            $notes = new NoteWriter(
                $this->xml,
                $this->ids,
                $this->sung,
                $accidentals,
                Beams::group($events, $measure->meter, $shift),
                new TupletBrackets($events),
            );
            foreach ($events as $event) {
                if ($event->start > $time) {
                    $this->move('forward', $event->start - $time);
                    $time = $event->start;
                }
                $this->event($part, $event, $notes, $event->isRest() && $event->length === $measure->length && 1 === \count($events));
                $time += $event->length;
            }
        }
    }

    private function move(string $element, int $ticks): void
    {
        $this->xml->startElement($element);
        $this->xml->writeElement('duration', (string) $ticks);
        $this->xml->endElement();
    }

    private function event(Part $part, Event $event, NoteWriter $notes, bool $wholeMeasure): void
    {
        $this->signsBefore($event->marks);
        $notes->write($part->instrument, $event, $wholeMeasure);
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

    private function typed(string $element, string $type): void
    {
        $this->xml->startElement($element);
        $this->xml->writeAttribute('type', $type);
        $this->xml->endElement();
    }
}
