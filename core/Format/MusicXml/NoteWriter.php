<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Marks;
use CoinStair\Core\Score\NoteValue;

/** Writes the notes of one voice in one measure. */
final readonly class NoteWriter
{
    /** Names of note values, by the part of a whole note that they are. */
    public const TYPES = [
        1 => 'whole',
        2 => 'half',
        4 => 'quarter',
        8 => 'eighth',
        16 => '16th',
        32 => '32nd',
        64 => '64th',
        128 => '128th',
    ];

    /** @param array<string, array<int, string>> $beams words by level, by event */
    public function __construct(
        private \XMLWriter $xml,
        private bool $ids,
        private OpenLines $lines,
        private Accidentals $accidentals,
        private array $beams,
        private TupletBrackets $brackets,
    ) {
    }

    /** @param bool $wholeMeasure a rest that fills its measure */
    public function write(Instrument $instrument, Event $event, bool $wholeMeasure): void
    {
        if ($event->isRest() && $wholeMeasure) {
            $this->note($instrument, new WrittenNote($event, null, 0, $event->length, true, true, true));

            return;
        }
        $pieces = $event->isGrace() ? [0] : NoteValue::split($event->tuplet->written($event->length));
        $last = \count($pieces) - 1;
        foreach ($pieces as $index => $written) {
            $length = intdiv($written * $event->tuplet->normal, $event->tuplet->actual);
            foreach ($event->isRest() ? [null] : $event->pitches as $order => $pitch) {
                $this->note($instrument, new WrittenNote($event, $pitch, $order, $length, 0 === $index, $last === $index));
            }
        }
    }

    private function note(Instrument $instrument, WrittenNote $note): void
    {
        $xml = $this->xml;
        $event = $note->event;
        $xml->startElement('note');
        if ($this->ids && $note->isBegin) {
            $xml->writeAttribute('id', $event->id);
        }
        if ($event->isGrace()) {
            $xml->writeElement('grace');
        }
        if ($note->order > 0) {
            $xml->writeElement('chord');
        }
        $this->pitch($instrument, $note);
        $this->length($note);
        $accidental = null === $note->pitch ? null : $this->accidentals->before($note->pitch, $note->isTiedFrom);
        if (null !== $accidental) {
            $xml->writeElement('accidental', $accidental);
        }
        if (!$event->tuplet->isNone()) {
            $xml->startElement('time-modification');
            $xml->writeElement('actual-notes', (string) $event->tuplet->actual);
            $xml->writeElement('normal-notes', (string) $event->tuplet->normal);
            $xml->endElement();
        }
        foreach ($note->isBegin ? $this->beams[$event->id] ?? [] : [] as $level => $word) {
            $xml->startElement('beam');
            $xml->writeAttribute('number', (string) $level);
            $xml->text($word);
            $xml->endElement();
        }
        $this->notations($instrument, $note);
        if ($note->isBegin) {
            $this->lyrics($event);
        }
        $xml->endElement();
    }

    private function pitch(Instrument $instrument, WrittenNote $note): void
    {
        $xml = $this->xml;
        $pitch = $note->pitch;
        if (null === $pitch) {
            $xml->startElement('rest');
            if ($note->isWholeMeasure) {
                $xml->writeAttribute('measure', 'yes');
            }
            $xml->endElement();

            return;
        }
        $written = Instrument::Bass === $instrument ? $pitch->octavesUp(-$instrument->octavesAboveWritten()) : $pitch;
        $xml->startElement('pitch');
        $xml->writeElement('step', $written->letter);
        if (0 !== $written->alteration) {
            $xml->writeElement('alter', (string) $written->alteration);
        }
        $xml->writeElement('octave', (string) $written->octave);
        $xml->endElement();
    }

    private function length(WrittenNote $note): void
    {
        $xml = $this->xml;
        $event = $note->event;
        if (!$event->isGrace()) {
            $xml->writeElement('duration', (string) $note->length);
            $this->tie('tie', $note);
        }
        $xml->writeElement('voice', (string) $event->voice);
        if ($event->isGrace()) {
            $xml->writeElement('type', 'eighth');

            return;
        }
        $value = $note->isWholeMeasure ? null : NoteValue::ofTicks($event->tuplet->written($note->length));
        if (null !== $value) {
            $xml->writeElement('type', self::TYPES[$value->part]);
            for ($dot = 0; $dot < $value->dots; ++$dot) {
                $xml->writeElement('dot');
            }
        }
    }

    private function notations(Instrument $instrument, WrittenNote $note): void
    {
        $event = $note->event;
        $starts = $note->isBegin ? $event->slurStarts : 0;
        $stops = $note->isEnd ? $event->slurStops : 0;
        $opens = $note->isBegin ? $this->brackets->starts($event->id) : [];
        $closes = $note->isEnd ? $this->brackets->stops($event->id) : [];
        $technical = $this->technical($instrument, $note);
        $articulations = $note->isBegin ? $event->marks->articulations : [];
        $lift = $note->isEnd && $event->marks->lift;
        if (
            !$note->isTiedFrom
            && !$note->isTiedTo
            && 0 === $starts + $stops
            && [] === [...$opens, ...$closes, ...$articulations, ...$technical]
            && !$lift
        ) {
            return;
        }
        $xml = $this->xml;
        $xml->startElement('notations');
        $this->tie('tied', $note);
        $this->slurs($event->voice, $starts, $stops);
        foreach ($opens as $number => [$actual, $normal]) {
            $isNested = \count($event->tuplet->levels) > 1 || $this->brackets->isNested($event->id);
            $this->tuplet('start', $number, $isNested ? ['tuplet-actual' => $actual, 'tuplet-normal' => $normal] : []);
        }
        foreach ($closes as $number) {
            $this->tuplet('stop', $number, []);
        }
        if ([] !== $technical) {
            $xml->startElement('technical');
            foreach ($technical as $name => $value) {
                $xml->writeElement($name, $value);
            }
            $xml->endElement();
        }
        $this->articulations($articulations, $lift);
        $xml->endElement();
    }

    /** @return array<string, string|null> what the hands do: texts by name of the element */
    private function technical(Instrument $instrument, WrittenNote $note): array
    {
        $marks = $note->isFirst ? $note->event->marks : Marks::none();
        $bow = 0 === $note->order ? $marks->bow : BowMark::None;
        $finger = $marks->fingers[$note->order] ?? null;
        $string = array_search($marks->strings[$note->order] ?? '', $instrument->openStrings(), true);

        return (BowMark::None === $bow ? [] : [BowMark::Up === $bow ? 'up-bow' : 'down-bow' => null]) +
            (null === $finger ? [] : ['fingering' => (string) $finger]) +
            (false === $string ? [] : ['string' => (string) ($string + 1)]);
    }

    private function tie(string $element, WrittenNote $note): void
    {
        foreach (['stop' => $note->isTiedFrom, 'start' => $note->isTiedTo] as $type => $isTied) {
            if ($isTied) {
                $this->xml->startElement($element);
                $this->xml->writeAttribute('type', $type);
                $this->xml->endElement();
            }
        }
    }

    /** @param array<string, int> $ratio numbers of notes by name of the element; none where they are known otherwise */
    private function tuplet(string $type, int $number, array $ratio): void
    {
        $xml = $this->xml;
        $xml->startElement('tuplet');
        $xml->writeAttribute('type', $type);
        $xml->writeAttribute('number', (string) $number);
        foreach ($ratio as $element => $notes) {
            $xml->startElement($element);
            $xml->writeElement('tuplet-number', (string) $notes);
            $xml->endElement();
        }
        $xml->endElement();
    }

    private function slurs(int $voice, int $starts, int $stops): void
    {
        for ($stop = 0; $stop < $stops && null !== ($number = $this->lines->stopSlur($voice)); ++$stop) {
            $this->slur('stop', $number);
        }
        for ($start = 0; $start < $starts; ++$start) {
            $this->slur('start', $this->lines->startSlur($voice));
        }
    }

    private function slur(string $type, int $number): void
    {
        $this->xml->startElement('slur');
        $this->xml->writeAttribute('type', $type);
        $this->xml->writeAttribute('number', (string) $number);
        $this->xml->endElement();
    }

    private function lyrics(Event $event): void
    {
        foreach ($event->marks->lyrics as $verse => $syllable) {
            $before = $this->lines->goesOn($event->voice, $verse, $syllable->wordGoesOn);
            $this->xml->startElement('lyric');
            $this->xml->writeAttribute('number', (string) $verse);
            $this->xml->writeElement('syllabic', $syllable->wordGoesOn ? ($before ? 'middle' : 'begin') : ($before ? 'end' : 'single'));
            $this->xml->writeElement('text', $syllable->text);
            $this->xml->endElement();
        }
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
}
