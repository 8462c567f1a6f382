<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\OverrideKind;
use CoinStair\Core\Score\Overrides;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\PlayingWord;

/**
 * Gathers the notes of a voice into strokes: a note, a slur, a chain of ties; dots and tenutos under a slur are hooked. Plucked notes have
 * none.
 */
final class Strokes
{
    private const LOUDNESS = ['ppp' => -1, 'pp' => -1, 'p' => -1, 'f' => 1, 'ff' => 1, 'fff' => 1, 'sfz' => 1];

    /** @var list<Stroke> */
    private array $strokes = [];
    /** @var list<array{Event, int}> events of the stroke that is open, with their time */
    private array $open = [];
    private bool $hooked = false;
    private bool $lifted = false;
    /** the next stroke begins a phrase or section */
    private bool $opens = true;
    private bool $strokeOpens = true;
    private int $rest = 0;
    private int $slurs = 0;
    private bool $tied = false;
    private bool $plucked = false;
    private int $loudness = 0;
    private int $strokeLoudness = 0;
    private Measure $measure;
    private int $at = 0;

    private function __construct(Piece $piece, private readonly Overrides $overrides)
    {
        $this->measure = $piece->measures[0];
    }

    /** @return list<Stroke> in written order, each measure once */
    public static function read(Piece $piece, Part $part, int $voice = 1, ?Overrides $overrides = null): array
    {
        $self = new self($piece, $overrides ?? Overrides::none());
        foreach ($piece->measures as $position => $measure) {
            $self->opens = $self->opens || $piece->opensAt($position);
            foreach ($part->events($position) as $event) {
                if ($event->voice === $voice && !$event->isGrace()) {
                    $self->event($event, $measure);
                }
            }
            $self->at += $measure->length;
        }
        $self->close();

        return Upbeats::mark($piece, $self->strokes);
    }

    private function event(Event $event, Measure $measure): void
    {
        foreach ($event->marks->words as $word) {
            $this->plucked = PlayingWord::Pluck === $word || ($this->plucked && PlayingWord::Bow !== $word);
        }
        $this->loudness = null === $event->marks->dynamic ? $this->loudness : self::LOUDNESS[$event->marks->dynamic->value] ?? 0;
        if ($event->isRest() || $this->plucked) {
            $this->close();
            $this->rest += $event->length;
            $this->slurs = 0;
            $this->tied = false;

            return;
        }
        $goesOn = $this->tied || $this->slurs > 0;
        $hook = $this->slurs > 0 && !$this->tied && $event->marks->isDotted();
        if (!$goesOn || $hook || (BowMark::None !== $event->marks->bow && !$this->tied && 0 === $this->slurs)) {
            $this->close();
            $this->measure = $measure;
            $this->hooked = $hook;
            $this->strokeOpens = $this->opens;
            $this->strokeLoudness = $this->loudness;
            $this->opens = false;
        }
        $this->open[] = [$event, $this->at + $event->start];
        $this->slurs = max(0, $this->slurs + $event->slurStarts - $event->slurStops);
        $this->tied = $event->tiedTo;
    }

    private function close(): void
    {
        if ([] === $this->open) {
            return;
        }
        [$first, $at] = $this->open[0];
        [$last, $lastAt] = $this->open[\count($this->open) - 1];
        $length = $lastAt + $last->length - $at;
        $beat = max(1, $this->measure->meter->beatTicks());
        $notes = $starts = [];
        $held = false;
        foreach ($this->open as [$event, $time]) {
            $notes[] = $event->id;
            $starts[] = $time - $at;
            $held = $held || $event->marks->has(Articulation::Fermata);
        }
        $direction = $this->set(OverrideKind::Direction);
        $amount = $this->set(OverrideKind::Amount);
        $this->strokes[] = new Stroke(
            $notes,
            $starts,
            $this->measure->position,
            $first->start,
            $at,
            $length,
            $length / $beat,
            $this->rest,
            $this->hooked,
            $this->lifted,
            null === $direction
                ? match ($first->marks->bow) {
                    BowMark::Down => Direction::Down,
                    BowMark::Up => Direction::Up,
                    BowMark::None => null,
                }
            : Direction::from($direction),
            false,
            0 === $first->start,
            $this->strokeOpens || $this->rest >= $beat,
            $first->marks->has(Articulation::Staccato),
            $first->marks->has(Articulation::Accent) || $first->marks->has(Articulation::Marcato),
            $this->strokeLoudness,
            null === $amount ? null : (float) $amount,
            null !== $direction,
            $held,
        );
        $this->open = [];
        $this->rest = 0;
        $this->hooked = false;
        $this->lifted = $last->marks->lift;
    }

    /** What a teacher set of the open stroke, on whichever of its notes. */
    private function set(OverrideKind $kind): ?string
    {
        foreach ($this->open as [$event]) {
            $value = $this->overrides->value($event, $kind);
            if (null !== $value) {
                return $value;
            }
        }

        return null;
    }
}
