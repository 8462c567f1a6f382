<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\Score\Instrument;

/**
 * The level of the bow arm: one for each string, highest for the lowest string on violin and viola, the other way round on cello and bass;
 * where it changes, and how long it can stay (handbook 3 and 4).
 */
final readonly class ArmLevels
{
    /**
     * @param list<array{string: string, from: int, to: int, notes: int}> $passages  string, first and last measure position, notes, in
     *                                                                               order
     * @param array<int, int>                                             $crossings by measure position; measures without one are left out
     */
    private function __construct(public array $passages, public array $crossings)
    {
    }

    /**
     * @param int $from first measure position
     * @param int $to   measure position after the last
     */
    public static function of(BothHands $hands, int $from, int $to): self
    {
        $passages = $crossings = [];
        $last = null;
        $open = ['string' => '', 'from' => 0, 'to' => 0, 'notes' => 0];
        foreach ($hands->fingering->notes as $index => $note) {
            $choice = $hands->fingering->choices[$index];
            if (null === $choice || $note->position < $from || $note->position >= $to) {
                continue;
            }
            if ($choice->string !== $last) {
                if (null !== $last) {
                    $passages[] = $open;
                    $crossings[$note->position] = ($crossings[$note->position] ?? 0) + 1;
                }
                $open = [
                    'string' => $hands->fingering->fingerboard->stringName($choice->string),
                    'from' => $note->position,
                    'to' => $note->position,
                    'notes' => 0,
                ];
                $last = $choice->string;
            }
            $open['to'] = $note->position;
            ++$open['notes'];
        }
        if (null !== $last) {
            $passages[] = $open;
        }

        return new self($passages, $crossings);
    }

    /** On violin and viola the arm rises toward the lowest string. */
    public static function risesToLowest(Instrument $instrument): bool
    {
        return Instrument::Violin === $instrument || Instrument::Viola === $instrument;
    }

    /**
     * Where the arm can stay longest.
     *
     * @return array{string: string, from: int, to: int, notes: int}|null none if nothing is played
     */
    public function longest(): ?array
    {
        $longest = null;
        foreach ($this->passages as $passage) {
            $longest = null === $longest || $passage['notes'] > $longest['notes'] ? $passage : $longest;
        }

        return $longest;
    }
}
