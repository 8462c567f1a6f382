<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\LeftHand\EqualMeasures;
use CoinStair\Core\LeftHand\Fingerboard;
use CoinStair\Core\LeftHand\Fingering;
use CoinStair\Core\LeftHand\FingeringPolicy;
use CoinStair\Core\LeftHand\Line;
use CoinStair\Core\LeftHand\LineNote;
use CoinStair\Core\LeftHand\OpenString;
use CoinStair\Core\LeftHand\Placement;
use CoinStair\Core\Score\Numbers;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * In which octave an instrument plays each phrase of a line (handbook 2): the usual one where it is easy throughout; else one for the whole
 * tune, from which groups of phrases are moved while that costs less. Phrases that share a measure are one group, so that what comes back
 * keeps its octave.
 */
final readonly class PhraseOctaves
{
    /** Octaves from the usual one, the farthest only where the others leave notes out of reach. */
    private const NEAR = [0, -1, 1];
    private const FARTHEST = -2;
    private const OUT_OF_REACH = 100.0;
    /** A note under the lowest string goes up alone. Starting values, as all of these. */
    private const UNDER = 10.0;
    /** An upbeat can be taken in the octave next to that of its phrase. */
    private const UPBEAT_OUT_OF_REACH = 5.0;
    /** Each octave away from the usual one, once for the tune. */
    private const AWAY = 6.0;
    /** More for each shift: what is written for a class does not send it up and down where another octave lies still. */
    private const SHIFT = 3.0;
    /** A change of octave; less where two beats and more lie between the notes around it. */
    private const CHANGED = 22.0;
    private const CHANGED_IN_TIME = 0.7;
    private const TIME = 2;
    /** A leap, for each semitone over a fifth; a step, or a third, that turns round. */
    private const LEAP = 1.5;
    private const FIFTH = 7;
    private const STEP_TURNED = 20.0;
    private const THIRD_TURNED = 6.0;

    /**
     * @param list<LineNote>          $notes   of the line, in the usual octave
     * @param list<list<int>>         $phrases notes of each, by index
     * @param array<int, list<float>> $costs   of each phrase, by octaves from the usual one
     */
    private function __construct(private array $notes, private array $phrases, private array $costs, private int $beat)
    {
    }

    /**
     * @param int $usual octaves from the line
     *
     * @return list<int> octaves from the line, of each phrase
     */
    public static function choose(Piece $piece, Part $line, LinePhrases $linePhrases, FingeringPolicy $policy, int $usual): array
    {
        $notes = array_map(
            static fn (LineNote $note): LineNote => $note->unprinted()->octavesUp($usual),
            Line::read($piece, $line),
        );
        $phrases = self::notesOf($linePhrases, $notes);
        $usually = Fingering::of($notes, $policy);
        if (self::isEasy($usually, array_keys($notes))) {
            return array_values(array_fill(0, \count($phrases), $usual));
        }
        $costs = [];
        foreach (self::octaves($notes, $policy) as $octaves) {
            $moved = array_map(static fn (LineNote $note): LineNote => $note->octavesUp($octaves), $notes);
            $fingering = 0 === $octaves ? $usually : Fingering::of($moved, $policy);
            $costs[$octaves] = self::costs($linePhrases, $phrases, $fingering, $policy);
        }
        $self = new self($notes, $phrases, $costs, $piece->beatTicks);

        return array_map(static fn (int $octaves): int => $usual + $octaves, $self->cheapest());
    }

    /**
     * Octaves from the usual one that are tried.
     *
     * @param list<LineNote> $notes
     *
     * @return non-empty-list<int>
     */
    private static function octaves(array $notes, FingeringPolicy $policy): array
    {
        $fingerboard = new Fingerboard($policy->instrument, $policy->hands());
        foreach (self::NEAR as $octaves) {
            $isOut = static fn (LineNote $note): bool => [] === $fingerboard->candidates($note->pitch->octavesUp($octaves));
            $out = array_filter($notes, $isOut);
            if ([] === $out) {
                return self::NEAR;
            }
        }

        return [...self::NEAR, self::FARTHEST];
    }

    /** @return list<int> octaves from the usual one, of each phrase */
    private function cheapest(): array
    {
        $chosen = [];
        $least = \INF;
        foreach (array_keys($this->costs) as $octaves) {
            $all = array_fill(0, \count($this->phrases), $octaves);
            $total = $this->total($all, $octaves);
            if ($total < $least) {
                $least = $total;
                $chosen = $all;
            }
        }
        $base = $chosen[0] ?? 0;
        $groups = $this->groups();
        do {
            $before = $least;
            foreach ($groups as $group) {
                foreach (array_keys($this->costs) as $octaves) {
                    $tried = array_replace($chosen, array_fill_keys($group, $octaves));
                    $total = $this->total($tried, $base);
                    if ($total < $least - Numbers::TOLERANCE) {
                        $least = $total;
                        $chosen = $tried;
                    }
                }
            }
        } while ($least < $before - Numbers::TOLERANCE);

        return array_values($chosen);
    }

    /**
     * @param array<int, int> $octaves of each phrase
     * @param int             $base    of the whole tune
     */
    private function total(array $octaves, int $base): float
    {
        $total = self::AWAY * abs($base);
        $last = null;
        foreach ($this->phrases as $phrase => $notes) {
            $total += $this->costs[$octaves[$phrase]][$phrase];
            if (null !== $last && $octaves[$last] !== $octaves[$phrase] && [] !== $notes) {
                $total += $this->change($this->phrases[$last], $notes, $octaves[$phrase] - $octaves[$last]);
            }
            $last = [] === $notes ? $last : $phrase;
        }

        return $total;
    }

    /**
     * What it costs the ear that the tune goes on so many octaves higher.
     *
     * @param list<int> $before notes of the phrase before, at least one
     * @param list<int> $after  at least one
     */
    private function change(array $before, array $after, int $octaves): float
    {
        $from = $this->notes[$before[\count($before) - 1]];
        $to = $this->notes[$after[0]];
        $changed = self::CHANGED * ($to->at - $from->at >= self::TIME * $this->beat ? self::CHANGED_IN_TIME : 1.0);

        return $changed + self::leap($to->pitch->midi() - $from->pitch->midi(), 12 * $octaves);
    }

    /**
     * @param int $written interval in semitones
     * @param int $more    semitones that it is played wider, or narrower
     */
    private static function leap(int $written, int $more): float
    {
        $played = $written + $more;
        $turns = 0 !== $written && ($played <=> 0) !== ($written <=> 0);

        return self::LEAP * max(0, abs($played) - self::FIFTH)
            + match (true) {
                $turns && abs($written) <= 2 => self::STEP_TURNED,
                $turns && abs($written) <= 4 => self::THIRD_TURNED,
                default => 0.0,
            };
    }

    /**
     * Phrases that share a measure with the same notes, directly or through others.
     *
     * @return list<list<int>>
     */
    private function groups(): array
    {
        $classes = EqualMeasures::classes($this->notes);
        $of = array_keys($this->phrases);
        $first = [];
        foreach ($this->phrases as $phrase => $notes) {
            foreach ($notes as $index) {
                $class = $classes[$this->notes[$index]->position];
                $other = $first[$class] ??= $phrase;
                if ($of[$other] !== $of[$phrase]) {
                    $of = array_map(static fn (int $group): int => $group === $of[$phrase] ? $of[$other] : $group, $of);
                }
            }
        }
        $groups = [];
        foreach ($of as $phrase => $group) {
            $groups[$group][] = $phrase;
        }

        return array_values($groups);
    }

    /**
     * @param list<list<int>> $phrases notes of each, by index
     *
     * @return list<float> of each phrase
     */
    private static function costs(LinePhrases $linePhrases, array $phrases, Fingering $fingering, FingeringPolicy $policy): array
    {
        $ofNotes = Fingering::costsOf($fingering->notes, $fingering->choices, $policy);
        $costs = [];
        $before = '';
        $lowest = OpenString::lowest($policy->instrument);
        $fingerboard = new Fingerboard($policy->instrument, $policy->hands());
        foreach ($phrases as $phrase => $notes) {
            $cost = 0.0;
            foreach ($notes as $index) {
                $note = $fingering->notes[$index];
                $position = $fingering->hand($index)->position ?? $before;
                $cost += $position !== $before && '' !== $before ? self::SHIFT : 0.0;
                $before = $position;
                $isUnder = $note->pitch->midi() < $lowest && [] !== $fingerboard->candidates($note->pitch->octavesUp(1));
                $cost += match (true) {
                    null !== $fingering->choices[$index] => $ofNotes[$index],
                    $linePhrases->isUpbeat($phrase, $note->position, $note->offset) => self::UPBEAT_OUT_OF_REACH,
                    $isUnder => self::UNDER + self::alone($fingering->notes, $index),
                    default => self::OUT_OF_REACH,
                };
            }
            $costs[] = $cost;
        }

        return $costs;
    }

    /**
     * The leaps around a note that goes up an octave alone.
     *
     * @param list<LineNote> $notes
     */
    private static function alone(array $notes, int $index): float
    {
        $sum = 0.0;
        foreach ([$index - 1, $index + 1] as $other) {
            if (isset($notes[$other])) {
                $written = $notes[$index]->pitch->midi() - $notes[$other]->pitch->midi();
                $sum += self::leap($written, 12);
            }
        }

        return $sum;
    }

    /**
     * All lies in the first position, on the lower instruments in half position too, and nothing is stretched.
     *
     * @param list<int> $notes of a phrase, by index
     */
    private static function isEasy(Fingering $fingering, array $notes): bool
    {
        foreach ($notes as $index) {
            $hand = $fingering->hand($index);
            if (Placement::Stretched === $fingering->choices[$index]?->placement) {
                return false;
            }
            if (null === $hand || !($hand->isFirst() || ('half' === $hand->position && null === $hand->letters))) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param list<LineNote> $notes
     *
     * @return list<list<int>> notes of each phrase, by index
     */
    private static function notesOf(LinePhrases $linePhrases, array $notes): array
    {
        $phrases = array_fill(0, $linePhrases->count(), []);
        $phrase = 0;
        foreach ($notes as $index => $note) {
            $phrase = $linePhrases->at(Place::of($note->position, $note->offset), $phrase);
            $phrases[$phrase][] = $index;
        }

        return array_values($phrases);
    }
}
