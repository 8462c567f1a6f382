<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Pitch;

/** Where an instrument has a pitch, in given hands. */
final class Fingerboard
{
    /** @var list<OpenString> */
    private readonly array $strings;
    /** @var array<string, list<Candidate>> by pitch */
    private array $found = [];
    /** @var array<string, list<Candidate>> by pitches */
    private array $chords = [];

    /**
     * @param array<int, HandFrame> $hands by the index that candidates name
     */
    public function __construct(private readonly Instrument $instrument, private readonly array $hands)
    {
        $this->strings = OpenString::allOf($instrument);
    }

    /**
     * The letter decides which finger, but for the raised letter of an open string, which is low 1 on that string as well; where no hand
     * has the letter, the note is taken by its sound.
     *
     * @return list<Candidate> none if the pitch is out of reach
     */
    public function candidates(Pitch $pitch): array
    {
        return $this->found[$pitch->name()] ??= $this->search($pitch, true) ?: $this->search($pitch, false);
    }

    /**
     * A chord in one hand: each note on the next string up, no finger in two places, one finger across a fifth.
     *
     * @param list<Pitch> $upper the other notes, rising
     *
     * @return list<Candidate> none if no hand has it
     */
    public function chords(Pitch $lowest, array $upper): array
    {
        if ([] === $upper) {
            return $this->candidates($lowest);
        }
        $key = $lowest->name().implode(' ', array_map(static fn (Pitch $pitch): string => $pitch->name(), $upper));
        if (!isset($this->chords[$key])) {
            $rows = array_map(static fn (Candidate $candidate): array => [$candidate], $this->candidates($lowest));
            foreach ($upper as $pitch) {
                $rows = $this->wider($rows, $this->candidates($pitch));
            }
            $this->chords[$key] = array_map(static fn (array $row): Candidate => $row[0]->with(\array_slice($row, 1)), $rows);
        }

        return $this->chords[$key];
    }

    /** @return list<OpenString> the highest first */
    public function openStrings(): array
    {
        return $this->strings;
    }

    public function stringName(int $string): string
    {
        return $this->strings[$string]->letter ?? '';
    }

    /**
     * @param list<non-empty-list<Candidate>> $rows
     * @param list<Candidate>                 $next
     *
     * @return list<non-empty-list<Candidate>>
     */
    private function wider(array $rows, array $next): array
    {
        $wider = [];
        foreach ($rows as $row) {
            foreach ($next as $candidate) {
                if (
                    $candidate->hand === $row[0]->hand
                    && $candidate->string === $row[\count($row) - 1]->string - 1
                    && !$this->inTwoPlaces($row, $candidate)
                ) {
                    $wider[] = [...$row, $candidate];
                }
            }
        }

        return $wider;
    }

    /** @param non-empty-list<Candidate> $row */
    private function inTwoPlaces(array $row, Candidate $candidate): bool
    {
        foreach ($row as $stop) {
            if (
                !$candidate->isOpen()
                && $stop->finger === $candidate->finger
                && ($stop->semitones !== $candidate->semitones || Instrument::Bass === $this->instrument)
            ) {
                return true;
            }
        }

        return false;
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
            $steps = $pitch->diatonic() - $open->pitch->diatonic();
            foreach ($this->hands as $index => $hand) {
                if (0 === $semitones) {
                    $candidates[] = new Candidate($string, 0, Placement::Natural, 0, $index);
                    continue;
                }
                foreach ($hand->fingers as $finger => $places) {
                    $letter = null === $hand->letters || $steps === $hand->letters + $finger - 1
                        || (0 === $steps && 1 === $semitones && 1 === $finger && $hand->isFirst());
                    foreach ($letter || !$byLetter ? $places : [] as [$above, $placement]) {
                        if ($above === $semitones) {
                            $candidates[] = new Candidate($string, $finger, $placement, $above, $index, !$letter);
                        }
                    }
                }
            }
        }

        return $candidates;
    }
}
