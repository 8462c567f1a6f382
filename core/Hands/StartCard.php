<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\LeftHand\BeneathPolicy;
use CoinStair\Core\LeftHand\Candidate;
use CoinStair\Core\RightHand\BowZone;
use CoinStair\Core\RightHand\Direction;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;

/** What is said before each count-in: string, first finger, direction, bow place, set, breathe (handbook 4). */
final readonly class StartCard
{
    /**
     * @param string         $string    letter
     * @param string         $position  of the hand
     * @param list<int>      $beneath   fingers that are set along with the first
     * @param Direction|null $direction none if it is plucked
     * @param float          $place     on the bow, 0 frog to 1 tip
     * @param string         $wait      beats of rest before the entry; "0" for none
     * @param bool           $slurred   the chunk begins inside a slur
     */
    private function __construct(
        public string $letter,
        public string $string,
        public Candidate $choice,
        public string $position,
        public array $beneath,
        public ?Direction $direction,
        public float $place,
        public string $wait,
        public bool $slurred,
    ) {
    }

    /**
     * @param Place $to exclusive
     *
     * @return self|null none if nothing is played between, or its first note is out of reach
     */
    public static function find(BothHands $hands, Place $from, Place $to): ?self
    {
        foreach ($hands->fingering->notes as $index => $note) {
            $place = Place::of($note->position, $note->offset);
            if ($place->isBefore($from)) {
                continue;
            }
            $choice = $hands->fingering->choices[$index];
            if (!$place->isBefore($to) || null === $choice) {
                return null;
            }
            [$direction, $at, $slurred] = self::bow($hands, $note->id);

            return new self(
                $note->pitch->letterName(),
                $hands->fingering->fingerboard->stringName($choice->string),
                $choice,
                $hands->fingering->hands[$choice->hand]->position,
                self::beneath($hands, $choice),
                $direction,
                $at,
                Ticks::beats($hands->piece->ticksBetween($from, $place), $hands->piece->beatTicks),
                $slurred,
            );
        }

        return null;
    }

    public function zone(): BowZone
    {
        return BowZone::of($this->place);
    }

    /** @return array{Direction|null, float, bool} direction, place on the bow, and whether the stroke began before */
    private static function bow(BothHands $hands, string $note): array
    {
        foreach ($hands->bowing->strokes as $index => $step) {
            $at = array_search($note, $step->stroke->notes, true);
            if (false !== $at) {
                [$start, $end] = $hands->path->places[$index];

                return [$step->direction, $start + ($end - $start) * $step->stroke->share($at), $at > 0];
            }
        }

        return [null, 0.0, false];
    }

    /** @return list<int> */
    private static function beneath(BothHands $hands, Candidate $choice): array
    {
        if (BeneathPolicy::Together !== $hands->policies->beneath || $choice->finger < 2) {
            return [];
        }

        return array_values(
            array_filter(
                array_keys($hands->fingering->hands[$choice->hand]->fingers),
                static fn (int $finger): bool => $finger < $choice->finger,
            ),
        );
    }
}
