<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

use CoinStair\Core\Form\Texture;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\Clef;
use CoinStair\Core\Score\Dynamic;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Hairpin;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\NoteValue;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\PlayingWord;
use CoinStair\Core\Score\Ticks;

/**
 * The facts of one part as it is written (handbook 2): values and rests, meters and keys, the notes read, signs of the road map, dynamics,
 * and who plays with whom.
 */
final class FactsOfPart
{
    private const SOFT = [Dynamic::Pianississimo, Dynamic::Pianissimo, Dynamic::Piano];
    private const MEDIUM = [Dynamic::MezzoPiano, Dynamic::MezzoForte];
    private const LETTERS_OF_OCTAVE = 7;

    /** @var array<string, string> fact of each kind of note, by its length and ties */
    private array $rhythms = [];
    private readonly Part $part;
    private readonly Clef $clef;
    /** letters that are added to a sounding pitch for the one that is written */
    private readonly int $written;

    /**
     * @param list<Texture> $texture of the piece
     * @param FactsDraft    $facts   to which is added
     */
    private function __construct(
        private readonly Piece $piece,
        private readonly array $texture,
        private readonly BothHands $hands,
        private readonly FactsDraft $facts,
    ) {
        $this->part = $hands->part;
        $this->clef = $hands->part->clef;
        $this->written = -self::LETTERS_OF_OCTAVE * $hands->instrument()->octavesAboveWritten();
    }

    /**
     * @param Piece         $piece   with all parts that sound together
     * @param list<Texture> $texture of the piece; none is asked for where it has one part
     * @param FactsDraft    $facts   to which is added
     */
    public static function find(Piece $piece, array $texture, BothHands $hands, FactsDraft $facts): void
    {
        $self = new self($piece, $texture, $hands, $facts);
        foreach ($self->hands->piece->measures as $position => $measure) {
            $self->measure($position, $measure);
            $self->events($position, $measure);
        }
        $self->rests();
        $self->texture();
    }

    private function measure(int $position, Measure $measure): void
    {
        $before = $this->piece->measures[$position - 1] ?? null;
        $this->add(Block::Meter, $measure->meter->name(), $position);
        $this->add(Block::Key, self::signature($measure), $position);
        if (null !== $before && $before->key->fifths !== $measure->key->fifths) {
            $this->add(Block::Key, 'change', $position);
        }
        $signs = [
            'repeat' => $measure->repeatStart || $measure->repeatTimes > 0,
            'ending' => [] !== $measure->endingStart,
            'jump' => [] !== $measure->jumps,
            'pickup' => 0 === $position && $measure->isShort() && \count($this->piece->measures) > 1,
            'rehearsal-mark' => '' !== $measure->rehearsal,
            'tempo-word' => 0 === $position && '' !== $this->piece->style,
        ];
        foreach (array_keys(array_filter($signs)) as $sign) {
            $this->add(Block::Form, $sign, $position);
        }
    }

    private static function signature(Measure $measure): string
    {
        $signs = abs($measure->key->fifths);

        return 0 === $signs ? 'none' : $signs.($measure->key->fifths > 0 ? '-sharp' : '-flat').($signs > 1 ? 's' : '');
    }

    private function events(int $position, Measure $measure): void
    {
        $start = Place::of($position)->rank();
        $before = null;
        $events = array_values(array_filter($this->part->events($position), static fn (Event $event): bool => !$event->isGrace()));
        foreach ($events as $index => $event) {
            $rank = $start + $event->start;
            if (!$event->isRest()) {
                $this->facts->add(Block::Rhythm, $this->rhythm($event, $before, $events[$index + 1] ?? null, $measure), $rank);
                $this->pitches($event, $rank, $measure);
                if (!$event->marks->isNone()) {
                    $this->marks($event, $position);
                }
            } elseif ($event->length < $measure->length) {
                $this->facts->add(Block::Rest, self::value($event->length).'|0', $rank);
            }
            $before = $event;
        }
    }

    private function rhythm(Event $event, ?Event $before, ?Event $next, Measure $measure): string
    {
        $isTied = $event->tiedFrom || $event->tiedTo;
        $isOff = self::isOffBeat($event, $before, $measure);
        $isAcross = self::isAcross($event, $before, $next, $measure);
        $written = $event->tuplet->written($event->length);

        // Where the beat is dotted, a note that lasts beats has no dot to hold.
        $isBeat = $measure->meter->isCompound() && 0 === $event->length % $measure->meter->beatTicks();
        $key = ($isBeat ? 'b' : '').$written.($isTied ? 't' : '').($event->tuplet->isNone() ? '' : 'n').
            ($isOff ? 'o' : '').($isAcross ? 'a' : '');

        return $this->rhythms[$key] ??= implode('|', [
            self::value($written),
            self::yes(!$isBeat && (NoteValue::ofTicks($written)->dots ?? 0) > 0),
            self::yes($isTied),
            self::yes(!$event->tuplet->isNone()),
            self::yes($isOff),
            self::yes($isAcross),
        ]);
    }

    /** A written value as rules name it. */
    private static function value(int $ticks): string
    {
        return match (NoteValue::ofTicks($ticks)?->part) {
            1 => 'whole',
            2 => 'half',
            4 => 'quarter',
            8 => 'eighth',
            16 => 'sixteenth',
            32 => 'thirty-second',
            default => 'other',
        };
    }

    /** It begins between the beats, and either holds over the next beat or has a rest before it on the beat. */
    private static function isOffBeat(Event $event, ?Event $before, Measure $measure): bool
    {
        return !$event->tiedFrom && $measure->meter->isOffBeat(
            $event->start,
            $event->length,
            $event->tiedTo,
            null !== $before && $before->isRest() ? $before->start : null,
        );
    }

    /** A longer note between two shorter ones, not where a note of its value stands in the measure, whatever dot it has. */
    private static function isAcross(Event $event, ?Event $before, ?Event $next, Measure $measure): bool
    {
        $isShorter = static fn (?Event $other): bool => null !== $other && !$other->isRest() && $other->voice === $event->voice
            && $other->length < $event->length && !$other->tiedTo;

        $written = NoteValue::ofTicks($event->length);
        $value = null === $written ? $event->length : intdiv(Ticks::PER_WHOLE, $written->part);
        // In a meter of threes a longer note that begins on the beat goes across nothing.
        $isOnBeat = $measure->meter->isCompound() && 0 === $event->start % $measure->meter->beatTicks();

        return 0 !== $event->start % max(1, $value) && !$isOnBeat && !$event->tiedFrom && $event->tuplet->isNone()
            && $isShorter($before) && $isShorter($next);
    }

    private function pitches(Event $event, int $rank, Measure $measure): void
    {
        foreach ($event->pitches as $pitch) {
            $this->facts->add(Block::Range, $this->clef->value.'|'.($pitch->diatonic() + $this->written), $rank);
            if ($pitch->alteration !== $measure->key->alteration($pitch->letter) && !$event->tiedFrom) {
                $sign = match ($pitch->alteration <=> 0) {
                    1 => 'sharp',
                    -1 => 'flat',
                    default => 'natural',
                };
                $this->facts->add(Block::Accidental, $sign, $rank);
            }
        }
    }

    private function marks(Event $event, int $position): void
    {
        $marks = $event->marks;
        if ($marks->has(Articulation::Fermata)) {
            $this->add(Block::Form, 'fermata', $position, $event->start);
        }
        if (null !== $marks->dynamic) {
            $level = match (true) {
                \in_array($marks->dynamic, self::SOFT, true) => 'soft',
                \in_array($marks->dynamic, self::MEDIUM, true) => 'medium',
                default => 'loud',
            };
            $this->add(Block::Dynamic, $level, $position, $event->start);
        }
        if (Hairpin::None !== $marks->hairpin) {
            $change = Hairpin::Crescendo === $marks->hairpin ? 'louder' : 'softer';
            $this->add(Block::Dynamic, $change, $position, $event->start);
        }
        if (\in_array(PlayingWord::Divisi, $marks->words, true)) {
            $this->add(Block::DoubleStop, 'divisi', $position, $event->start);
        }
    }

    /** Whole measures of rest, and the entries after them. */
    private function rests(): void
    {
        $silent = 0.0;
        $run = 0;
        foreach ($this->part->measures as $position => $events) {
            $length = $this->piece->measures[$position]->length;
            $notes = array_values(array_filter($events, static fn (Event $event): bool => !$event->isRest() && !$event->isGrace()));
            if ([] === $notes) {
                ++$run;
                ++$silent;
                continue;
            }
            if ($run > 0) {
                $this->add(Block::Rest, 'measure|'.$run, $position - $run);
            }
            $run = 0;
            $first = min(array_map(static fn (Event $event): int => $event->start, $notes));
            $silent += $first / max(1, $length);
            if ($silent > 0.0 && $position > 0) {
                $this->add(Block::Entry, (string) round($silent, 4), $position, $first);
            }
            $end = max(array_map(static fn (Event $event): int => $event->end(), $notes));
            $silent = ($length - min($length, $end)) / max(1, $length);
        }
        if ($run > 0 && $run < \count($this->part->measures)) {
            $this->add(Block::Rest, 'measure|'.$run, \count($this->part->measures) - $run);
        }
    }

    private function texture(): void
    {
        $own = $this->piece->part($this->part->id);
        $isDerived = null === $own || $own->instrument !== $this->hands->instrument();
        $isAlone = 1 === \count($this->piece->parts) || $isDerived;
        foreach ($isAlone ? [] : $this->texture as $span) {
            if (\in_array($this->part->id, $span->rests, true)) {
                continue;
            }
            $sounding = \count($this->piece->parts) - \count($span->rests);
            $together = \count($span->unisonOf($this->part->id)) + 1;
            $kinds = [
                'unison' => $together > 1 || 1 === $sounding,
                'own-part' => 1 === $together && $sounding > 1,
                'two-parts' => $sounding > $together,
                'tune' => \in_array($this->part->id, $span->tune, true) && $sounding > $together,
            ];
            for ($position = $span->from; $position < $span->to; ++$position) {
                foreach (array_keys(array_filter($kinds)) as $kind) {
                    $this->add(Block::Texture, $kind, $position);
                }
            }
        }
        // Who plays a part that was made from the tune plays what all play.
        foreach ($isAlone ? array_keys($this->part->measures) : [] as $position) {
            $this->add(Block::Texture, 'unison', $position);
        }
    }

    private function add(Block $block, string $fact, int $position, int $offset = 0): void
    {
        $this->facts->add($block, $fact, Place::of($position, $offset)->rank());
    }

    private static function yes(bool $is): string
    {
        return $is ? 'yes' : 'no';
    }
}
