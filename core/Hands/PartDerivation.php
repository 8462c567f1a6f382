<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\LeftHand\Fingerboard;
use CoinStair\Core\LeftHand\OpenString;
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
final readonly class PartDerivation
{
    /** Octaves from the violin's line. */
    private const OCTAVES = ['violin' => 0, 'viola' => 0, 'cello' => -1, 'bass' => -2];
    private const OCTAVE = 12;

    /** Octaves from the line, where no phrase is moved. */
    private int $usual;
    private Fingerboard $fingerboard;
    public Part $part;
    /** @var list<int> octaves from the line, of each phrase */
    private array $octaves;
    /** @var list<int> notes out of reach, of each phrase */
    private array $out;

    /**
     * @param Instrument $from  that the line was written for
     * @param string     $id    of the part
     * @param bool       $fixed the octaves are not chosen: the part is the line's own
     */
    private function __construct(
        private Piece $piece,
        private Part $line,
        private Instrument $from,
        private Instrument $instrument,
        private HandPolicies $policies,
        private LinePhrases $phrases,
        private string $id,
        private bool $fixed,
    ) {
        $this->usual = (self::OCTAVES[$instrument->value] ?? 0) - (self::OCTAVES[$from->value] ?? 0);
        $this->fingerboard = new Fingerboard(
            $instrument,
            Instrument::Other === $instrument ? [] : $policies->fingering($instrument)->hands(),
        );
        $onOpenStrings = !$fixed && $instrument !== $from && OpenStringTune::is($line, $from);
        $this->octaves =
            $fixed || $onOpenStrings
                ? array_values(array_fill(0, $phrases->count(), $this->usual))
                : PhraseOctaves::choose($piece, $line, $phrases, $policies->fingering($instrument), $this->usual);
        $measures = [];
        $out = array_fill(0, $phrases->count(), 0);
        $before = 0;
        foreach (array_keys($piece->measures) as $position) {
            $events = [];
            $before = $phrases->at(Place::of($position), $before);
            foreach ($line->events($position) as $event) {
                $phrase = $phrases->at(Place::of($position, $event->start), $before);
                $moved = $this->moved($event, $this->octaves[$phrase]);
                $goesUp = $phrases->isUpbeat($phrase, $position, $event->start) || $this->isUnder($moved);
                if (!$fixed && $goesUp) {
                    $moved = $this->withinReach($moved);
                }
                $moved = $onOpenStrings && !$moved->isRest() ? OpenStringTune::on($instrument, $moved) : $moved;
                $out[$phrase] += $this->outOfReach($moved);
                $events[] = $moved;
            }
            $measures[] = $events;
        }
        $this->out = array_values($out);
        $this->part = new Part($id, $instrument->name, $instrument, $instrument->clef(), $measures);
    }

    /**
     * @param Part         $line     of the piece, or a plainer one
     * @param Instrument   $from     that the line was written for
     * @param HandPolicies $policies of the class
     * @param string       $id       of the part
     */
    public static function of(
        Piece $piece,
        Part $line,
        Instrument $from,
        Instrument $instrument,
        HandPolicies $policies,
        LinePhrases $phrases,
        string $id,
    ): self {
        return new self($piece, $line, $from, $instrument, $policies, $phrases, $id, Instrument::Other === $instrument);
    }

    /** The part as it is, for what is told of it and for what is plainer. */
    public static function asWritten(
        Piece $piece,
        Part $line,
        Instrument $instrument,
        HandPolicies $policies,
        LinePhrases $phrases,
        string $id,
    ): self {
        return new self($piece, $line, $instrument, $instrument, $policies, $phrases, $id, true);
    }

    public function isBeyondReach(): bool
    {
        return array_sum($this->out) > 0;
    }

    /**
     * A plainer part, if this one has notes out of reach: phrase by phrase with as many of its notes as can be kept.
     *
     * @param string $id of the part that is offered
     */
    public function eased(string $id): ?EasedPart
    {
        /** @var array<int, EasedBy> $eased by phrase */
        $eased = [];
        $self = $this;
        while ([] !== ($phrases = $self->toEase($eased))) {
            foreach ($phrases as $phrase) {
                $eased[$phrase] = isset($eased[$phrase]) ? $eased[$phrase]->less() : EasedBy::Beats;
            }
            $line = EasedPart::thin($this->piece, $this->line, $this->byMeasure($eased));
            $self = self::of($this->piece, $line, $this->from, $this->instrument, $this->policies, $this->phrases, $id);
        }

        return [] === $eased ? null : new EasedPart(EasedBy::least($eased), $this->named($this->onOpenStrings($self->part)));
    }

    /**
     * Phrases with notes out of reach that may be eased more.
     *
     * @param array<int, EasedBy> $eased by phrase
     *
     * @return list<int>
     */
    private function toEase(array $eased): array
    {
        return array_keys(
            array_filter(
                $this->out,
                static fn (int $count, int $phrase): bool => $count > 0 && EasedBy::OpenStrings !== ($eased[$phrase] ?? null),
                \ARRAY_FILTER_USE_BOTH,
            ),
        );
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
            for ($position = $this->phrases->first($phrase); $position <= $this->phrases->last($phrase); ++$position) {
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
        if (null !== $open && 0 === ($open->midi() - $pitch->midi()) % self::OCTAVE) {
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

    /** It lies under the lowest string. */
    private function isUnder(Event $event): bool
    {
        return !$event->isRest() && $event->pitches[0]->midi() < OpenString::lowest($this->instrument);
    }

    private function outOfReach(Event $event): int
    {
        return \count(
            array_filter($event->pitches, fn (Pitch $pitch): bool => [] === $this->fingerboard->candidates($pitch)),
        );
    }

    /** @return list<Notice> phrases that were moved, and notes that lie out of reach */
    public function notices(): array
    {
        $notices = [];
        for ($phrase = 0; $phrase < $this->phrases->count(); ++$phrase) {
            $from = $phrase;
            $octave = $this->octaves[$phrase];
            // Phrases in one octave that follow each other are one for people.
            while (($this->octaves[$phrase + 1] ?? null) === $octave) {
                ++$phrase;
            }
            if ($octave !== $this->usual) {
                $notices[] = new Notice(0, 0, self::moves($octave - $this->usual), $this->measures($from, $phrase));
            }
        }
        foreach ($this->out as $phrase => $count) {
            if ($count > 0) {
                $notices[] = new Notice(
                    0,
                    0,
                    '{part}: {count} notes in measures {from} to {to} lie beyond the hands of year {year}.',
                    $this->measures($phrase, $phrase) + ['count' => (string) $count, 'year' => (string) $this->policies->level],
                );
            }
        }

        return $notices;
    }

    private static function moves(int $octaves): string
    {
        return match (true) {
            $octaves < -1 => '{part}: measures {from} to {to} lie two octaves lower than the line.',
            $octaves < 0 => '{part}: measures {from} to {to} lie an octave lower than the line.',
            default => '{part}: measures {from} to {to} lie an octave higher than the line.',
        };
    }

    /** @return array<string, string|Notice> the part, and the measures from the start of one phrase to the end of another */
    private function measures(int $from, int $to): array
    {
        $numbers = MeasureNumbers::of($this->piece);

        return [
            'part' => Notice::word($this->instrument->name),
            'from' => $numbers->at($this->phrases->downbeat($from)),
            'to' => $numbers->at($this->phrases->last($to)),
        ];
    }
}
