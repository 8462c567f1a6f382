<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\LeftHand\Fingering;
use CoinStair\Core\LeftHand\FingeringPolicy;
use CoinStair\Core\LeftHand\Line;
use CoinStair\Core\LeftHand\LineNote;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * In which octave an instrument plays each phrase of a line (handbook 2): where the usual one is not within easy reach, the one that costs
 * the hands of the class least, over all phrases.
 */
final readonly class PhraseOctaves
{
    /** Octaves from the usual one; the last only where the others leave notes out of reach. */
    private const CHOICES = [-1, 1, -2];
    private const FARTHEST = -2;
    private const OUT_OF_REACH = 100.0;
    /** An upbeat can be taken in the octave next to that of its phrase. */
    private const UPBEAT_OUT_OF_REACH = 5.0;
    private const MOVED = 6.0;
    private const OCTAVE = 1.0;
    /** Phrases that follow each other in two octaves. */
    private const CHANGED = 3.0;

    /**
     * @param non-empty-list<Place> $borders of the phrases, the end last
     * @param int                   $usual   octaves from the line
     *
     * @return list<int> octaves from the line, of each phrase
     */
    public static function choose(Piece $piece, Part $line, array $borders, FingeringPolicy $policy, int $usual): array
    {
        $notes = array_map(
            static fn (LineNote $note): LineNote => $note->unprinted()->octavesUp($usual),
            Line::read($piece, $line),
        );
        $phrases = self::phrases($notes, $borders);
        $usually = Fingering::of($notes, $policy);
        /** @var array<int, list<float>> $costs of each phrase, by choice */
        $costs = [0 => self::costs($piece, $borders, $phrases, $usually, $policy)];
        $easy = array_map(static fn (array $phrase): bool => self::isEasy($usually, $phrase), $phrases);
        foreach (\in_array(false, $easy, true) ? self::CHOICES : [] as $choice) {
            if (self::FARTHEST !== $choice || self::isNeeded($costs, $easy)) {
                $moved = array_map(static fn (LineNote $note): LineNote => $note->octavesUp($choice), $notes);
                $costs[$choice] = self::costs($piece, $borders, $phrases, Fingering::of($moved, $policy), $policy);
            }
        }
        /** @var array<int, array{float, list<int>}> $best cost and octaves so far, by the last choice */
        $best = [0 => [0.0, []]];
        foreach ($easy as $phrase => $staysThere) {
            $next = [];
            foreach ($staysThere ? [0] : self::choices($costs, $phrase) as $choice) {
                $cost = $costs[$choice][$phrase] + (0 === $choice ? 0.0 : self::MOVED + self::OCTAVE * abs($choice));
                foreach ($best as $before => [$soFar, $octaves]) {
                    $total = $soFar + $cost + (0 === $phrase || $before === $choice ? 0.0 : self::CHANGED);
                    if (!isset($next[$choice]) || $total < $next[$choice][0]) {
                        $next[$choice] = [$total, [...$octaves, $usual + $choice]];
                    }
                }
            }
            $best = $next;
        }
        usort($best, static fn (array $one, array $other): int => $one[0] <=> $other[0]);

        return $best[0][1] ?? [];
    }

    /**
     * @param array<int, list<float>> $costs by choice
     *
     * @return list<int> octaves that a phrase may be moved by; the farthest only where the others leave notes out of reach
     */
    private static function choices(array $costs, int $phrase): array
    {
        $near = array_filter(array_keys($costs), static fn (int $choice): bool => self::FARTHEST !== $choice);
        $least = min([\INF, ...array_map(static fn (int $choice): float => $costs[$choice][$phrase], $near)]);

        return array_values($least < self::OUT_OF_REACH ? $near : array_keys($costs));
    }

    /**
     * @param array<int, list<float>> $costs by choice
     * @param list<bool>              $easy  of each phrase
     */
    private static function isNeeded(array $costs, array $easy): bool
    {
        foreach ($easy as $phrase => $staysThere) {
            if (!$staysThere && min([\INF, ...array_column($costs, $phrase)]) >= self::OUT_OF_REACH) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param non-empty-list<Place> $borders
     * @param list<list<int>>       $phrases notes of each, by index
     *
     * @return list<float> of each phrase
     */
    private static function costs(Piece $piece, array $borders, array $phrases, Fingering $fingering, FingeringPolicy $policy): array
    {
        $ofNotes = Fingering::costsOf($fingering->notes, $fingering->choices, $policy);
        $costs = [];
        foreach ($phrases as $phrase => $notes) {
            $cost = 0.0;
            foreach ($notes as $index) {
                $note = $fingering->notes[$index];
                $cost += match (true) {
                    null !== $fingering->choices[$index] => $ofNotes[$index],
                    self::isUpbeat($piece, $borders[$phrase], $note->position, $note->offset) => self::UPBEAT_OUT_OF_REACH,
                    default => self::OUT_OF_REACH,
                };
            }
            $costs[] = $cost;
        }

        return $costs;
    }

    /**
     * A note leads into a phrase, or back to the start of a repeat.
     *
     * @param Place $from start of its phrase
     */
    public static function isUpbeat(Piece $piece, Place $from, int $position, int $offset): bool
    {
        $first = $piece->measures[0];
        $measure = $piece->measures[$position];

        return ($position === $from->position && ($from->offset > 0 || (0 === $position && $first->isShort())))
            || ($measure->repeatTimes > 0 && $first->isShort() && $position > 0 && $offset >= $measure->length - $first->length);
    }

    /**
     * All lies in the first position, on the lower instruments in half position too.
     *
     * @param list<int> $notes of a phrase, by index
     */
    private static function isEasy(Fingering $fingering, array $notes): bool
    {
        foreach ($notes as $index) {
            $hand = $fingering->hand($index);
            if (null === $hand || !($hand->isFirst() || ('half' === $hand->position && null === $hand->letters))) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param list<LineNote>        $notes
     * @param non-empty-list<Place> $borders
     *
     * @return list<list<int>> notes of each phrase, by index
     */
    private static function phrases(array $notes, array $borders): array
    {
        $phrases = array_fill(0, max(0, \count($borders) - 1), []);
        $phrase = 0;
        foreach ($notes as $index => $note) {
            while (isset($borders[$phrase + 2]) && !Place::of($note->position, $note->offset)->isBefore($borders[$phrase + 1])) {
                ++$phrase;
            }
            $phrases[$phrase][] = $index;
        }

        return array_values($phrases);
    }
}
