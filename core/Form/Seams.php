<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * Where no note, tie, slur or tuplet of any part goes on: the only places at which a piece may be cut without tearing something (handbook
 * 5).
 */
final readonly class Seams
{
    /**
     * @param array<int, true>                      $torn   positions at whose start something goes on
     * @param array<int, Seam>                      $before seams at the start of measures, by position
     * @param array<int, array<string, VoiceSeams>> $voices of each measure
     */
    private function __construct(private array $torn, private array $before, private array $voices, private int $beatTicks)
    {
    }

    public static function of(Piece $piece): self
    {
        $torn = $before = $all = $voices = [];
        if ($piece->isOutline()) {
            // Its rests only stand for notes that nobody typed.
            return new self([], [], [], $piece->beatTicks);
        }
        foreach ($piece->measures as $position => $measure) {
            $here = [];
            $beatTicks = $measure->meter->beatTicks();
            foreach ($piece->parts as $part) {
                foreach ($part->events($position) as $event) {
                    if ($event->isGrace()) {
                        continue;
                    }
                    $key = $part->id.' '.$event->voice;
                    $voice = $here[$key] ??= new VoiceSeams($voices[$key] ?? null, $beatTicks);
                    $voice->add($event);
                }
            }
            $end = self::seam($here, $measure->length, $piece->beatTicks);
            $before[$position + 1] = $end ?? new Seam(false, 0.0, false);
            if (null === $end) {
                $torn[$position + 1] = true;
            }
            $all[$position] = $voices = $here;
        }

        return new self($torn, $before, $all, $piece->beatTicks);
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

    /** What ends at a place inside a measure on which a note begins; none if no note begins there, or something goes on. */
    public function inside(int $position, int $offset): ?Seam
    {
        foreach ($this->voices[$position] ?? [] as $voice) {
            if ($voice->beginsAt($offset)) {
                return self::seam($this->voices[$position], $offset, $this->beatTicks);
            }
        }

        return null;
    }

    /** @return list<int> offsets inside a measure at which a rest of some voice ends, rising */
    public function restEnds(int $position): array
    {
        $ends = [];
        foreach ($this->voices[$position] ?? [] as $voice) {
            foreach ($voice->restEnds() as $end) {
                $ends[$end] = true;
            }
        }
        ksort($ends);

        return array_keys($ends);
    }

    /** A cut at a place tears nothing. */
    public function isOpen(Place $place): bool
    {
        return 0 === $place->offset ? $this->isOpenAt($place->position) : null !== $this->inside($place->position, $place->offset);
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
