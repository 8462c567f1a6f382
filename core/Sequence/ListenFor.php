<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;

/**
 * What a class listens for when the notes of a chunk are safe, in the last coins of its step (handbook 6): a stopped note against the open
 * string that rings with it, the sound of a long note, the crossing; else its neighbor. Remembers what was said last.
 */
final class ListenFor
{
    /** Beats of a note whose sound can be heard out. */
    private const LONG = 2;
    private const CROSSING = 'crossing';
    private const HELD = 'held';

    /** @var array<int, array<string, float>> players for whom something can be heard, by position of the measure and what it is */
    private array $heard = [];
    private float $players = 0.0;
    private string $last = '';

    /**
     * @param list<BothHands>    $hands   one of each instrument
     * @param array<string, int> $players by instrument; one each where they are not told
     */
    public function __construct(array $hands, array $players)
    {
        foreach ($hands as $of) {
            $count = (float) ($players[$of->instrument()->value] ?? 1);
            $this->players += $count;
            foreach (self::heardBy($of) as $position => $things) {
                foreach (array_keys($things) as $thing) {
                    $this->heard[$position][$thing] = ($this->heard[$position][$thing] ?? 0.0) + $count;
                }
            }
        }
    }

    /** What is said of a chunk: true for more than half of the class, and not the same twice in a row where there is something else. */
    public function of(Chunk $chunk): Notice
    {
        $things = [];
        for ($position = $chunk->from->position; $position <= $chunk->lastPosition(); ++$position) {
            foreach ($this->heard[$position] ?? [] as $thing => $players) {
                $things[$thing] = max($things[$thing] ?? 0.0, $players);
            }
        }
        $true = array_keys(array_filter($things, fn (float $players): bool => 2 * $players > $this->players));
        // Of notes that ring the one that rings for most.
        $order = static fn (string $thing): array => [self::rank($thing), -$things[$thing]];
        usort($true, static fn (string $one, string $other): int => $order($one) <=> $order($other));
        $fresh = array_values(array_filter($true, fn (string $thing): bool => $thing !== $this->last));
        $chosen = $fresh[0] ?? $true[0] ?? '';
        $this->last = $chosen;

        return match ($chosen) {
            '' => Notice::word('one sound with your neighbor'),
            self::HELD => Notice::word('is the long note even to its end?'),
            self::CROSSING => Notice::word('no bump where the bow crosses'),
            default => new Notice(0, 0, 'does {note} ring with the open string?', ['note' => $chosen]),
        };
    }

    /** What rings first, what is held next. */
    private static function rank(string $thing): int
    {
        return match ($thing) {
            self::HELD => 1,
            self::CROSSING => 2,
            default => 0,
        };
    }

    /** @return array<int, array<string, true>> by position of the measure: letters of stopped notes that ring, and the rest */
    private static function heardBy(BothHands $of): array
    {
        $heard = [];
        $open = self::open($of->instrument());
        $before = null;
        foreach ($of->fingering->notes as $index => $note) {
            $choice = $of->fingering->choices[$index];
            if (null === $choice || $note->tiedFrom) {
                continue;
            }
            $letter = $note->pitch->letterName();
            if (!$choice->isOpen() && \in_array($letter, $open, true)) {
                $heard[$note->position][$letter] = true;
            }
            if ($note->length >= self::LONG * $of->piece->beatTicks) {
                $heard[$note->position][self::HELD] = true;
            }
            if (null !== $before && $before !== $choice->string) {
                $heard[$note->position][self::CROSSING] = true;
            }
            $before = $choice->string;
        }

        return $heard;
    }

    /** @return list<string> letters of the open strings */
    private static function open(Instrument $instrument): array
    {
        return array_map(static fn (string $string): string => $string[0], array_values($instrument->openStrings()));
    }
}
