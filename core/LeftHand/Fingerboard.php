<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Pitch;

/** Where an instrument has a pitch, in the hands that are allowed. */
final class Fingerboard
{
    /** @var list<OpenString> */
    private readonly array $strings;
    /** @var array<string, list<Candidate>> by pitch */
    private array $found = [];

    /** @param list<Hand> $hands */
    public function __construct(Instrument $instrument, private readonly array $hands)
    {
        $this->strings = OpenString::of($instrument);
    }

    /**
     * The letter decides which finger; where no hand has the letter, the note is taken by its sound.
     *
     * @return list<Candidate> none if the pitch is out of reach
     */
    public function candidates(Pitch $pitch): array
    {
        return $this->found[$pitch->name()] ??= $this->search($pitch, true) ?: $this->search($pitch, false);
    }

    public function stringName(int $string): string
    {
        return $this->strings[$string]->letter ?? '';
    }

    /** @return list<Candidate> */
    private function search(Pitch $pitch, bool $byLetter): array
    {
        $candidates = [];
        foreach ($this->strings as $string => $open) {
            $semitones = $pitch->midi() - $open->pitch->midi();
            if ($semitones < 0) {
                continue;
            }
            foreach ($this->hands as $index => $hand) {
                if (0 === $semitones) {
                    $candidates[] = new Candidate($string, 0, Placement::Natural, 0, $index);
                    continue;
                }
                foreach ($hand->fingers as $finger => $places) {
                    foreach ($places as [$above, $placement]) {
                        $letter = null === $hand->letters || $pitch->diatonic() - $open->pitch->diatonic() === $hand->letters + $finger - 1;
                        if ($above === $semitones && ($letter || !$byLetter)) {
                            $candidates[] = new Candidate($string, $finger, $placement, $above, $index, !$letter);
                        }
                    }
                }
            }
        }

        return $candidates;
    }
}
