<?php

declare(strict_types=1);

namespace CoinStair\Core\Format;

use CoinStair\Core\Score\Clef;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Part;

/** A part while a reader fills it. */
final class PartDraft
{
    public ?Clef $clef = null;
    /** @var array<int, list<NoteDraft>> by measure position */
    public array $measures = [];

    private int $notes = 0;

    public function __construct(public readonly string $id, public string $name, private readonly Limits $limits)
    {
    }

    /**
     * @param int $line of the file, for the refusal of what is too much
     *
     * @throws UnreadableFile
     */
    public function add(int $position, NoteDraft $note, int $line = 0): void
    {
        if ($this->isFull($position)) {
            throw UnreadableFile::at($line, 1, 'A measure holds more than {limit} notes.', [
                'limit' => (string) $this->limits->notesInMeasure,
            ]);
        }
        if (++$this->notes > $this->limits->notesInPart) {
            throw UnreadableFile::at($line, 1, 'A part holds more than {limit} notes; send a movement or a section of it.', [
                'limit' => (string) $this->limits->notesInPart,
            ]);
        }
        $this->measures[$position][] = $note;
    }

    /** Whether a measure holds as many notes as are read. */
    public function isFull(int $position): bool
    {
        return \count($this->measures[$position] ?? []) >= $this->limits->notesInMeasure;
    }

    public function end(int $position): int
    {
        $end = 0;
        foreach ($this->measures[$position] ?? [] as $note) {
            if (!$note->wholeMeasure) {
                $end = max($end, $note->start + $note->length);
            }
        }

        return $end;
    }

    /** @param list<int> $lengths ticks of each measure */
    public function part(array $lengths, bool $onlyPart): Part
    {
        $instrument = $this->instrument($onlyPart);
        $measures = [];
        foreach ($lengths as $position => $length) {
            // Drafts are given up as the part is made, so that a long score is never there twice.
            $notes = $this->measures[$position] ?? [];
            unset($this->measures[$position]);
            if ([] === $notes) {
                $rest = new NoteDraft(0, $length);
                $notes = [$rest];
            }
            usort($notes, static fn (NoteDraft $a, NoteDraft $b): int => [$a->voice, $a->start] <=> [$b->voice, $b->start]);
            $events = [];
            $counts = [];
            foreach ($notes as $note) {
                if ($note->wholeMeasure) {
                    $note->length = $length;
                }
                $index = $counts[$note->voice] = ($counts[$note->voice] ?? -1) + 1;
                $note->nameStrings($instrument);
                $events[] = $note->event(\sprintf('%s-m%d-v%d-%d', $this->id, $position, $note->voice, $index));
            }
            $measures[] = $events;
        }

        return new Part($this->id, $this->name, $instrument, $this->clef ?? $instrument->clef(), $measures);
    }

    private function instrument(bool $onlyPart): Instrument
    {
        $named = Instrument::fromName($this->name);
        if (Instrument::Other !== $named || !$onlyPart) {
            return $named;
        }

        return match ($this->clef) {
            Clef::Alto => Instrument::Viola,
            Clef::Bass, Clef::Tenor => Instrument::Cello,
            default => Instrument::Violin,
        };
    }
}
