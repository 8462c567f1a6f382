<?php

declare(strict_types=1);

namespace CoinStair\Core\Difficulty;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Form\Texture;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\LeftHand\FingerMarks;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * What is hard in a piece for the instruments of a class: comfort tempos, spots, and how new its notes are (handbook 5 and 6).
 *
 * @phpstan-type Unknown array{Instrument, string, Newness}
 */
final readonly class Difficulty
{
    /**
     * @param list<Instrument>                   $parts   instrument of each part
     * @param list<MovesOfLine>                  $moves   of each part
     * @param list<Spot>                         $others  spots without a tempo
     * @param array<string, float>               $weights of notes by how new they are, by event id; only those that are not known
     * @param array<int, array<string, string>>  $fresh   pitch of each place on the fingerboard that is new, by measure position and place
     * @param array<int, array<string, Unknown>> $unknown places that are new or only introduced, by measure position, instrument and place
     */
    private function __construct(
        private int $beatTicks,
        private array $parts,
        private array $moves,
        private array $others,
        public array $weights,
        public array $fresh,
        public array $unknown,
    ) {
    }

    /**
     * @param list<BothHands>                       $hands      of each part, one or several of an instrument
     * @param array<string, float>                  $factors    of the class by family of moves; 1 where none is known
     * @param array<string, list<string>>           $introduced places that are introduced and not known yet, by instrument
     * @param array<string, array<string, Newness>> $since      what places have become in lessons since then, by instrument and place
     */
    public static function of(Piece $piece, array $hands, array $factors = [], array $introduced = [], array $since = []): self
    {
        $parts = $moves = $others = $weights = $fresh = $unknown = [];
        $texture = Texture::find($piece);
        foreach ($hands as $of) {
            $instrument = $of->instrument();
            $newness = self::newness($of, $introduced[$instrument->value] ?? [], $since[$instrument->value] ?? []);
            foreach ($newness as $index => $how) {
                $note = $of->fingering->notes[$index];
                $weights[$note->id] = max($weights[$note->id] ?? 1.0, $how->weight());
                $choice = $of->fingering->choices[$index];
                if (null === $choice) {
                    continue;
                }
                $place = FingerMarks::place($of->fingering, $choice);
                $unknown[$note->position][$instrument->value.' '.$place] = [$instrument, $place, $how];
                if (Newness::New === $how) {
                    $fresh[$note->position][$instrument->value.' '.$place] = $note->pitch->name();
                }
            }
            $parts[] = $instrument;
            $moves[] = $line = MovesOfLine::of(MoveTimes::reckon($of, $factors, $newness));
            array_push($others, ...Spots::others($of), ...Spots::leavingUnison($piece, $of, $line, $texture));
        }

        return new self($piece->beatTicks, $parts, $moves, $others, $weights, $fresh, $unknown);
    }

    /**
     * The hardest move of a chunk, the one to its landing included; none where no hands are known or nothing moves.
     *
     * @param list<Instrument>|null $only of these instruments; of all if none are named
     */
    public function hardest(Chunk $chunk, ?array $only = null): ?Hardest
    {
        return $this->hardestBetween($chunk->from, $chunk->to, $chunk->lands, $only);
    }

    /**
     * The hardest move that starts between two places.
     *
     * @param Place                 $to    exclusive
     * @param bool                  $lands the move over the end, to the next note, counts too
     * @param list<Instrument>|null $only  of these instruments; of all if none are named
     */
    public function hardestBetween(Place $from, Place $to, bool $lands, ?array $only = null): ?Hardest
    {
        $hardest = null;
        foreach ($this->moves as $index => $moves) {
            $instrument = $this->parts[$index];
            if (null !== $only && !\in_array($instrument, $only, true)) {
                continue;
            }
            $move = $moves->hardest($from, $to, $lands);
            if (null !== $move && (null === $hardest || $move->comfort() < $hardest->tempo())) {
                $hardest = new Hardest($instrument, $move);
            }
        }

        return $hardest;
    }

    /**
     * The comfort tempo of a chunk for a goal: that of its hardest move; a share of the goal where no hands are known; well above it
     * where nothing moves.
     *
     * @param list<Instrument>|null $only of these instruments; of all if none are named
     */
    public function comfort(Chunk $chunk, int $goal, ?array $only = null): Comfort
    {
        $hardest = $this->hardest($chunk, $only);

        return match (true) {
            null !== $hardest => Comfort::of($hardest->tempo(), $goal),
            [] === $this->parts => Comfort::untilKnown($goal),
            default => Comfort::of(Comfort::CAP_OF_GOAL * $goal, $goal),
        };
    }

    /**
     * The spots of all instruments, worst first.
     *
     * @param list<Instrument>|null $only of these instruments; of all if none are named
     *
     * @return list<Spot>
     */
    public function spots(int $goal, ?array $only = null): array
    {
        $spots = $this->others;
        foreach ($this->moves as $index => $moves) {
            array_push($spots, ...Spots::hard($this->parts[$index], $this->beatTicks, $moves->moves, $goal));
        }
        $spots =
            null === $only
                ? $spots
                : array_values(array_filter($spots, static fn (Spot $spot): bool => \in_array($spot->instrument, $only, true)));

        return Spot::worstFirst($spots);
    }

    /** @return list<Move> of one instrument, part by part */
    public function moves(Instrument $instrument): array
    {
        $moves = [];
        foreach ($this->moves as $index => $of) {
            if ($this->parts[$index] === $instrument) {
                array_push($moves, ...$of->moves);
            }
        }

        return $moves;
    }

    /**
     * Letters of the strings that each instrument uses, the most used first.
     *
     * @param list<Instrument> $instruments
     *
     * @return array<string, list<string>>
     */
    public function strings(array $instruments): array
    {
        $strings = [];
        foreach ($instruments as $instrument) {
            $counts = [];
            foreach ($this->moves($instrument) as $move) {
                $counts[$move->string] = ($counts[$move->string] ?? 0) + 1;
            }
            unset($counts['']);
            arsort($counts);
            $strings[$instrument->value] = array_map(strval(...), array_keys($counts));
        }

        return $strings;
    }

    /** Whether an instrument has a kind of move in a chunk. */
    public function has(Chunk $chunk, MoveRow $row, Instrument $instrument): bool
    {
        foreach ($this->moves($instrument) as $move) {
            if ($move->row === $row && !$move->from->isBefore($chunk->from) && $move->from->isBefore($chunk->to)) {
                return true;
            }
        }

        return false;
    }

    /** @return list<Instrument> whose hands are known */
    public function instruments(): array
    {
        return array_values(array_unique($this->parts, \SORT_REGULAR));
    }

    /**
     * @param list<string>           $introduced
     * @param array<string, Newness> $since      by place
     *
     * @return array<int, Newness> of the notes of a line that are not known, by index; none where nothing is known of the class
     */
    private static function newness(BothHands $hands, array $introduced, array $since): array
    {
        if (null === $hands->known) {
            return [];
        }
        $known = array_fill_keys($hands->known, true);
        $begun = array_fill_keys($introduced, true);
        $newness = [];
        foreach ($hands->fingering->choices as $index => $choice) {
            $place = null === $choice ? '' : FingerMarks::place($hands->fingering, $choice);
            if (null === $choice || isset($known[$place])) {
                continue;
            }
            $how = $since[$place] ?? (isset($begun[$place]) ? Newness::Introduced : Newness::New);
            if (Newness::Known !== $how) {
                $newness[$index] = $how;
            }
        }

        return $newness;
    }
}
