<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * Where no note, tie, slur or tuplet of any part goes on: the only places at which a piece may be cut without tearing something (handbook 5).
 */
final readonly class Seams
{
    /**
     * @param array<int, true>             $torn   positions at whose start something goes on
     * @param array<int, Seam>             $before seams at the start of measures, by position
     * @param array<int, array<int, Seam>> $inside seams inside measures, by position and offset, at which a note begins
     */
    private function __construct(private array $torn, private array $before, private array $inside)
    {
    }

    public static function of(Piece $piece): self
    {
        $torn = $before = $inside = $voices = [];
        if ($piece->isOutline()) {
            // Its rests only stand for notes that nobody typed.
            return new self([], [], []);
        }
        foreach ($piece->measures as $position => $measure) {
            $starts = $here = [];
            foreach ($piece->parts as $part) {
                foreach ($part->events($position) as $event) {
                    if ($event->isGrace()) {
                        continue;
                    }
                    $key = $part->id.' '.$event->voice;
                    $voice = $here[$key] ??= new VoiceSeams($voices[$key] ?? null, $measure->meter->beatTicks());
                    $voice->add($event);
                    if (!$event->isRest()) {
                        $starts[$event->start] = true;
                    }
                }
            }
            unset($starts[0]);
            ksort($starts);
            foreach (array_keys($starts) as $offset) {
                $seam = self::seam($here, $offset, $piece->beatTicks);
                if (null !== $seam) {
                    $inside[$position][$offset] = $seam;
                }
            }
            $end = self::seam($here, $measure->length, $piece->beatTicks);
            $before[$position + 1] = $end ?? new Seam(false, 0.0, false);
            if (null === $end) {
                $torn[$position + 1] = true;
            }
            $voices = $here;
        }

        return new self($torn, $before, $inside);
    }

    /** A cut before this measure tears nothing. */
    public function isOpenAt(int $position): bool
    {
        return !isset($this->torn[$position]);
    }

    /** What ends before a measure, whether or not it may be cut there. */
    public function before(int $position): Seam
    {
        return $this->before[$position] ?? new Seam(false, 0.0, false);
    }

    /** @return array<int, Seam> by offset in ticks */
    public function inside(int $position): array
    {
        return $this->inside[$position] ?? [];
    }

    /** A cut at a place tears nothing. */
    public function isOpen(Place $place): bool
    {
        return 0 === $place->offset ? $this->isOpenAt($place->position) : isset($this->inside[$place->position][$place->offset]);
    }

    /**
     * @param array<string, VoiceSeams> $voices
     *
     * @return Seam|null none if a voice goes on
     */
    private static function seam(array $voices, int $offset, int $beatTicks): ?Seam
    {
        $rests = $slurs = $sounding = 0;
        $shortest = \INF;
        foreach ($voices as $voice) {
            $end = $voice->endAt($offset);
            if (null === $end) {
                return null;
            }
            if (0 === $end[0]) {
                ++$rests;
                continue;
            }
            ++$sounding;
            $shortest = min($shortest, $end[0] / $beatTicks);
            $slurs += $end[1] ? 1 : 0;
        }

        return new Seam($rests > 0 && 0 === $sounding, 0 === $sounding ? 0.0 : $shortest, $sounding > 0 && $slurs === $sounding);
    }
}
