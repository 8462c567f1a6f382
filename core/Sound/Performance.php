<?php

declare(strict_types=1);

namespace CoinStair\Core\Sound;

use CoinStair\Core\Form\CountIn;
use CoinStair\Core\Form\PlayOrder;
use CoinStair\Core\Form\Reading;
use CoinStair\Core\Form\TempoProposal;
use CoinStair\Core\Form\Unfolding;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Meter;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;

/**
 * What sounds when a piece is played in one of its readings: the notes of each part, clicks, meters, all in ticks from the first click of
 * the count-in.
 */
final readonly class Performance
{
    /**
     * @param list<array{name: string, notes: list<SoundingNote>}> $parts        tied notes sound as one
     * @param list<array{at: int, accent: bool}>                   $clicks
     * @param list<array{at: int, meter: Meter}>                   $meters
     * @param list<array{at: int, key: Key}>                       $keys
     * @param float                                                $quarterTempo quarter notes a minute
     */
    private function __construct(
        public array $parts,
        public array $clicks,
        public array $meters,
        public array $keys,
        public int $length,
        public float $quarterTempo,
        public string $title,
    ) {
    }

    /**
     * @param int $tempo   beats a minute
     * @param int $countIn ticks before the first note
     */
    public static function of(Piece $piece, PlayOrder $order, int $tempo, int $countIn = 0): self
    {
        $meters = $keys = $clicks = [];
        $elapsed = $countIn;
        $beat = $piece->beatTicks;
        for ($at = $countIn % $beat; $at < $countIn; $at += $beat) {
            $clicks[] = ['at' => $at, 'accent' => 0 === ($countIn - $at) % ($piece->measures[0]->meter->ticks() ?: 1)];
        }
        $before = $keyBefore = null;
        foreach ($order->visits as $visit) {
            $measure = $piece->measures[$visit->position];
            if (null === $before || !$before->equals($measure->meter)) {
                $meters[] = ['at' => [] === $meters ? 0 : $elapsed, 'meter' => $measure->meter];
                $before = $measure->meter;
            }
            if (null === $keyBefore || !$keyBefore->equals($measure->key)) {
                $keys[] = ['at' => [] === $keys ? 0 : $elapsed, 'key' => $measure->key];
                $keyBefore = $measure->key;
            }
            $missing = CountIn::offsetInFullMeasure($piece, Place::of($visit->position));
            for ($inside = (int) (ceil($missing / $beat) * $beat) - $missing; $inside < $measure->length; $inside += $beat) {
                $clicks[] = ['at' => $elapsed + $inside, 'accent' => 0 === $inside + $missing];
            }
            $elapsed += $measure->length;
        }

        return new self(
            array_map(
                static fn (Part $part): array => [
                    'name' => '' === $part->name ? $part->id : $part->name,
                    'notes' => self::notes($piece, $part, $order, $countIn),
                ],
                $piece->parts,
            ),
            $clicks,
            $meters,
            $keys,
            $elapsed,
            ($tempo * $beat) / Ticks::PER_QUARTER,
            $piece->title,
        );
    }

    /**
     * A piece in one of its readings, after its count-in.
     *
     * @param int|null $tempo beats a minute; the piece's goal tempo, or the proposed one, if none is given
     */
    public static function read(Piece $piece, Reading $reading = Reading::Printed, ?int $tempo = null): self
    {
        $tempo ??= $piece->goalTempo ?? TempoProposal::of($piece)->tempo;

        return self::of($piece, Unfolding::unfold($piece, $reading), $tempo, CountIn::ticks($piece, $piece->start(), $tempo));
    }

    /** @return list<SoundingNote> by start */
    private static function notes(Piece $piece, Part $part, PlayOrder $order, int $elapsed): array
    {
        /** @var list<SoundingNote> $notes */
        $notes = [];
        /** @var array<string, int> $sounding index of the note that a tie would prolong, by voice and MIDI number */
        $sounding = [];
        foreach ($order->visits as $visit) {
            foreach ($part->events($visit->position) as $event) {
                if ($event->isRest() || $event->isGrace()) {
                    continue;
                }
                $start = $elapsed + $event->start;
                foreach ($event->pitches as $pitch) {
                    $voice = $event->voice.' '.$pitch->midi();
                    $held = $event->tiedFrom ? $sounding[$voice] ?? null : null;
                    if (null !== $held && isset($notes[$held]) && $notes[$held]->end() === $start) {
                        $notes[$held] = $notes[$held]->longer($event->length);
                    } else {
                        $sounding[$voice] = \count($notes);
                        $notes[] = new SoundingNote($start, $event->length, max(0, min(127, $pitch->midi())));
                    }
                }
            }
            $elapsed += $piece->measures[$visit->position]->length;
        }
        usort($notes, static fn (SoundingNote $a, SoundingNote $b): int => [$a->start, $a->midi] <=> [$b->start, $b->midi]);

        return $notes;
    }
}
