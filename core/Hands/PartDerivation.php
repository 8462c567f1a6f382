<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\LeftHand\Fingerboard;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Place;

/** The part of one instrument, derived from a line (handbook 2). Built and used by PartsFromLine alone. */
final class PartDerivation
{
    /** Octaves from the violin's line. */
    private const OCTAVES = ['violin' => 0, 'viola' => 0, 'cello' => -1, 'bass' => -2];

    private readonly Fingerboard $fingerboard;
    private readonly int $usual;
    /** @var list<Notice> */
    private array $notices = [];
    /** @var list<int> notes out of reach, of each phrase of the part that was derived last */
    private array $out = [];

    /**
     * @param non-empty-list<Place> $borders of the line's phrases, the end last
     * @param Instrument            $from    that the line was written for
     * @param bool                  $fixed   the octaves are not chosen: the part is the line's own
     */
    public function __construct(
        private readonly Piece $piece,
        private readonly array $borders,
        private readonly Instrument $from,
        private readonly Instrument $instrument,
        private readonly HandPolicies $policies,
        private readonly string $id,
        private readonly bool $fixed = false,
    ) {
        $this->usual = (self::OCTAVES[$instrument->value] ?? 0) - (self::OCTAVES[$from->value] ?? 0);
        $this->fingerboard = new Fingerboard(
            $instrument,
            Instrument::Other === $instrument ? [] : $policies->fingering($instrument)->hands(),
        );
    }

    public function part(Part $line): Part
    {
        $this->notices = [];
        $fixed = $this->fixed || Instrument::Other === $this->instrument;
        $onOpenStrings = !$fixed && $this->instrument !== $this->from && OpenStringTune::is($line, $this->from);
        $octaves =
            $fixed || $onOpenStrings
                ? array_fill(0, \count($this->borders) - 1, $this->usual)
                : PhraseOctaves::choose($this->piece, $line, $this->borders, $this->policies->fingering($this->instrument), $this->usual);
        $measures = [];
        $out = array_fill(0, \count($octaves), 0);
        $before = 0;
        foreach (array_keys($this->piece->measures) as $position) {
            $events = [];
            $before = $this->phraseAt(Place::of($position), $before);
            foreach ($line->events($position) as $event) {
                $phrase = $this->phraseAt(Place::of($position, $event->start), $before);
                $moved = $this->moved($event, $octaves[$phrase]);
                if (!$fixed && PhraseOctaves::isUpbeat($this->piece, $this->borders[$phrase], $position, $event->start)) {
                    $moved = $this->withinReach($moved);
                }
                $moved = $onOpenStrings && !$moved->isRest() ? OpenStringTune::on($this->instrument, $moved) : $moved;
                $out[$phrase] += $this->outOfReach($moved);
                $events[] = $moved;
            }
            $measures[] = $events;
        }
        $this->tell($octaves, array_values($out));

        return new Part($this->id, $this->instrument->name, $this->instrument, $this->instrument->clef(), $measures);
    }

    /** The part that was derived last has notes out of reach. */
    public function isBeyondReach(): bool
    {
        return array_sum($this->out) > 0;
    }

    /** @return list<Notice> what is told of the part that was derived last */
    public function notices(): array
    {
        return $this->notices;
    }

    /**
     * A plainer part, if the part derived last has notes out of reach.
     *
     * @param string $id of the part that is offered
     */
    public function eased(Part $line, string $id): ?EasedPart
    {
        /** @var array<int, EasedBy> $eased by phrase */
        $eased = [];
        $self = $this;
        $part = $line;
        while ($self->isOut($eased)) {
            foreach ($self->out as $phrase => $count) {
                if ($count > 0) {
                    $eased[$phrase] = isset($eased[$phrase]) ? $eased[$phrase]->less() : EasedBy::Beats;
                }
            }
            $self = new self($this->piece, $this->borders, $this->from, $this->instrument, $this->policies, $id);
            $part = $self->part(EasedPart::thin($this->piece, $line, $this->byMeasure($eased)));
        }

        return [] === $eased ? null : new EasedPart(EasedBy::least($eased), $this->named($this->onOpenStrings($part)));
    }

    /**
     * Some phrase that may be eased more has notes out of reach.
     *
     * @param array<int, EasedBy> $eased by phrase
     */
    private function isOut(array $eased): bool
    {
        foreach ($this->out as $phrase => $count) {
            if ($count > 0 && EasedBy::OpenStrings !== ($eased[$phrase] ?? null)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param array<int, EasedBy> $eased by phrase
     *
     * @return array<int, EasedBy> by measure: of the phrases that touch it the one that keeps least
     */
    private function byMeasure(array $eased): array
    {
        $measures = [];
        foreach ($eased as $phrase => $how) {
            $end = $this->borders[$phrase + 1];
            $last = 0 === $end->offset ? $end->position - 1 : $end->position;
            for ($position = $this->borders[$phrase]->position; $position <= $last; ++$position) {
                $measures[$position] = EasedBy::least([$how, $measures[$position] ?? $how]);
            }
        }

        return $measures;
    }

    private function named(Part $part): Part
    {
        return new Part($part->id, $part->name.' (eased)', $part->instrument, $part->clef, $part->measures, true);
    }

    /** Notes out of reach become an open string of the measure's own notes, else the root of its key. */
    private function onOpenStrings(Part $part): Part
    {
        $measures = [];
        foreach ($part->measures as $position => $events) {
            $measures[] = array_map(
                fn (Event $event): Event => 0 === $this->outOfReach($event)
                    ? $event
                    : $event->sounding([$this->fitting($event->pitches[0], $this->piece->measures[$position]->key)]),
                $events,
            );
        }

        return $part->withMeasures($measures);
    }

    /** The open string of a pitch's letter; the root of the key, open if it may be; or the open string that sounds well with the pitch. */
    private function fitting(Pitch $pitch, Key $key): Pitch
    {
        $open = OpenStringTune::nearest($this->instrument, $pitch);
        if (null !== $open && 0 === ($open->midi() - $pitch->midi()) % 12) {
            return $open;
        }
        $roots = [];
        $letter = $key->tonic()[0];
        for ($octave = 1; $octave <= 6; ++$octave) {
            $root = Pitch::of($letter, $key->alteration($letter), $octave);
            foreach ($this->fingerboard->candidates($root) as $candidate) {
                $roots[$candidate->isOpen() ? 0 : $octave] ??= $root;
            }
        }
        ksort($roots);

        return array_values($roots)[0] ?? $open ?? $pitch;
    }

    private function moved(Event $event, int $octave): Event
    {
        $moved =
            $event->isRest() || 0 === $octave
                ? $event
                : $event->sounding(array_map(static fn (Pitch $pitch): Pitch => $pitch->octavesUp($octave), $event->pitches));
        $moved = $this->instrument === $this->from ? $moved : $moved->marked($moved->marks->withoutFingers());

        return $moved->withId((string) preg_replace('/^.*?(?=-m\d+-v)/', $this->id, $event->id));
    }

    /** A note of an upbeat that is out of reach in the octave of its phrase is taken in the next one. */
    private function withinReach(Event $event): Event
    {
        foreach ([0, 1, -1] as $octaves) {
            $other = $event->sounding(array_map(static fn (Pitch $pitch): Pitch => $pitch->octavesUp($octaves), $event->pitches));
            if (0 === $this->outOfReach($other)) {
                return $other;
            }
        }

        return $event;
    }

    private function outOfReach(Event $event): int
    {
        return \count(
            array_filter($event->pitches, fn (Pitch $pitch): bool => [] === $this->fingerboard->candidates($pitch)),
        );
    }

    private function phraseAt(Place $place, int $from): int
    {
        while (isset($this->borders[$from + 2]) && !$place->isBefore($this->borders[$from + 1])) {
            ++$from;
        }

        return $from;
    }

    /**
     * @param list<int> $octaves of each phrase
     * @param list<int> $out     notes of each phrase that lie out of reach
     */
    private function tell(array $octaves, array $out): void
    {
        foreach ($octaves as $phrase => $octave) {
            $from = $phrase;
            // Phrases in one octave that follow each other are one for people.
            if ($octave !== $this->usual && $octave !== ($octaves[$phrase - 1] ?? $this->usual)) {
                while (($octaves[$phrase + 1] ?? null) === $octave) {
                    ++$phrase;
                }
                $this->notices[] = new Notice(0, 0, self::moves($octave - $this->usual), $this->measures($from, $phrase));
            }
        }
        foreach ($out as $phrase => $count) {
            if ($count > 0) {
                $this->notices[] = new Notice(
                    0,
                    0,
                    '{part}: {count} notes in measures {from} to {to} lie beyond the hands of year {year}.',
                    $this->measures($phrase, $phrase) + ['count' => (string) $count, 'year' => (string) $this->policies->level],
                );
            }
        }
        $this->out = $out;
    }

    private function hasUpbeat(Place $from): bool
    {
        return $from->offset > 0 || (0 === $from->position && $this->piece->measures[0]->isShort());
    }

    private static function moves(int $octaves): string
    {
        return match (true) {
            $octaves < -1 => '{part}: measures {from} to {to} lie two octaves lower than the line.',
            $octaves < 0 => '{part}: measures {from} to {to} lie an octave lower than the line.',
            default => '{part}: measures {from} to {to} lie an octave higher than the line.',
        };
    }

    /** @return array<string, string> the part, and the measures from the start of one phrase to the end of another */
    private function measures(int $from, int $to): array
    {
        $numbers = MeasureNumbers::of($this->piece);
        $end = $this->borders[$to + 1];

        return [
            'part' => $this->instrument->name,
            // A phrase is told by its downbeat.
            'from' => $numbers->at($this->borders[$from]->position + ($this->hasUpbeat($this->borders[$from]) ? 1 : 0)),
            'to' => $numbers->at(0 === $end->offset ? $end->position - 1 : $end->position),
        ];
    }
}
