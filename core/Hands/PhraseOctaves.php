<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\LeftHand\Fingerboard;
use CoinStair\Core\LeftHand\Fingering;
use CoinStair\Core\LeftHand\FingeringPolicy;
use CoinStair\Core\LeftHand\Line;
use CoinStair\Core\LeftHand\LineNote;
use CoinStair\Core\LeftHand\Placement;
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
    /** Octaves from the usual one, only where one less leaves more notes out of reach. */
    private const FARTHEST = -2;
    private const OUT_OF_REACH = 100.0;
    /** An upbeat can be taken in the octave next to that of its phrase. */
    private const UPBEAT_OUT_OF_REACH = 5.0;
    private const MOVED = 6.0;
    /** More for each shift: what is written for a class does not send it up and down where another octave lies still. */
    private const SHIFT = 3.0;
    private const OCTAVE = 1.0;
    /** Phrases that follow each other in two octaves. */
    private const CHANGED = 3.0;

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
        $choices = self::choices($linePhrases, $phrases, $usually, $policy);
        /** @var array<int, list<float>> $costs of each phrase, by choice */
        $costs = [0 => self::costs($linePhrases, $phrases, $usually, $policy)];
        foreach (array_diff(array_unique(array_merge(...$choices)), [0]) as $choice) {
            $moved = array_map(static fn (LineNote $note): LineNote => $note->octavesUp($choice), $notes);
            $costs[$choice] = self::costs($linePhrases, $phrases, Fingering::of($moved, $policy), $policy);
        }
        /** @var array<int, array{float, list<int>}> $best cost and octaves so far, by the last choice */
        $best = [0 => [0.0, []]];
        foreach ($choices as $phrase => $ofPhrase) {
            $next = [];
            foreach ($ofPhrase as $choice) {
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
     * Octaves that each phrase may be moved by: none where the usual one is easy; else those that leave fewest notes out of reach, the
     * farthest only where the others leave more.
     *
     * @param list<list<int>> $phrases notes of each, by index
     *
     * @return list<non-empty-list<int>>
     */
    private static function choices(LinePhrases $linePhrases, array $phrases, Fingering $usually, FingeringPolicy $policy): array
    {
        $fingerboard = new Fingerboard($policy->instrument, $policy->hands());
        $choices = [];
        foreach ($phrases as $phrase => $notes) {
            if (self::isEasy($usually, $notes)) {
                $choices[] = [0];
                continue;
            }
            $out = static function (int $choice) use ($linePhrases, $phrase, $notes, $usually, $fingerboard): int {
                $count = 0;
                foreach ($notes as $index) {
                    $note = $usually->notes[$index];
                    $isOut = [] === $fingerboard->candidates($note->pitch->octavesUp($choice));
                    $count += $isOut && !$linePhrases->isUpbeat($phrase, $note->position, $note->offset) ? 1 : 0;
                }

                return $count;
            };
            $near = [0 => $out(0), -1 => $out(-1), 1 => $out(1)];
            $least = min($near);
            $choices[] = $least > 0 && $out(self::FARTHEST) < $least ? [self::FARTHEST] : (array_keys($near, $least, true) ?: [0]);
        }

        return $choices;
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
        foreach ($phrases as $phrase => $notes) {
            $cost = 0.0;
            foreach ($notes as $index) {
                $note = $fingering->notes[$index];
                $position = $fingering->hand($index)->position ?? $before;
                $cost += $position !== $before && '' !== $before ? self::SHIFT : 0.0;
                $before = $position;
                $cost += match (true) {
                    null !== $fingering->choices[$index] => $ofNotes[$index],
                    $linePhrases->isUpbeat($phrase, $note->position, $note->offset) => self::UPBEAT_OUT_OF_REACH,
                    default => self::OUT_OF_REACH,
                };
            }
            $costs[] = $cost;
        }

        return $costs;
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
