<?php

declare(strict_types=1);

namespace CoinStair\Core\Difficulty;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\LeftHand\Candidate;
use CoinStair\Core\LeftHand\Fingering;
use CoinStair\Core\LeftHand\LineNote;
use CoinStair\Core\LeftHand\Placement;
use CoinStair\Core\RightHand\StrokeMark;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Place;

/**
 * The moves of a line with their times (handbook 6): the largest of the rows that apply and a quarter of each other; then what is added,
 * what multiplies, the level, newness, and the class's own factor of the family.
 */
final class MoveTimes
{
    private const OTHERS = 0.25;
    private const STRETCH = 0.25;
    private const HOOKED = 0.1;
    private const CROSSING_IN_SLUR = 1.3;
    private const LEVELS = [1 => 1.0, 2 => 0.8, 3 => 0.65, 4 => 0.55];
    private const LEAST = 0.11;

    /**
     * @var array<string, array{int, bool, string}> by the id of each note: number of its stroke, whether the bow is lifted before it, and
     *                                              its first note if it is hooked
     */
    private array $strokes = [];
    /** @var array<string, array{float, MoveRow, Notice}> what equal moves take */
    private array $known = [];

    /** @param array<string, float> $factors of the class, by family; 1 where none is known */
    private function __construct(private readonly BothHands $hands, private readonly array $factors)
    {
        foreach ($hands->bowing->strokes as $index => $step) {
            $told = [$index, $step->isLifted(), $step->has(StrokeMark::Hook) ? $step->stroke->notes[0] ?? '' : ''];
            foreach ($step->stroke->notes as $note) {
                $this->strokes[$note] = $told;
            }
        }
    }

    /**
     * @param array<string, float> $factors of the class, by family; 1 where none is known
     * @param array<int, Newness>  $newness of the notes that are not known to the class, by index
     *
     * @return list<Move> in order; notes out of reach have none
     */
    public static function reckon(BothHands $hands, array $factors = [], array $newness = []): array
    {
        $moves = [];
        foreach ((new self($hands, $factors))->walk($newness) as [$from, $to, [$seconds, $row, $reason]]) {
            $moves[] = new Move(
                Place::of($from->position, $from->offset),
                Place::of($to->position, $to->offset),
                $to->at,
                self::beats($hands, $from, $to),
                $seconds,
                $row->family(),
                $row,
                $reason,
                $reason->parameter('from'),
                $reason->parameter('to'),
            );
        }

        return $moves;
    }

    /**
     * What is moved, without its time: for who only asks which moves there are.
     *
     * @return iterable<array{LineNote, MoveRow, int}> the note to which a move leads, what decides it, and the ticks to it
     */
    public static function kinds(BothHands $hands): iterable
    {
        foreach ((new self($hands, []))->walk([], false) as [$from, $to, [, $row]]) {
            yield [$to, $row, max(1, $to->at - $from->at)];
        }
    }

    private static function beats(BothHands $hands, LineNote $from, LineNote $to): float
    {
        return max(1, $to->at - $from->at) / $hands->piece->beatTicks;
    }

    /**
     * @param array<int, Newness> $newness    of the notes that are not known to the class, by index
     * @param bool                $withRhythm what the rhythm costs, too
     *
     * @return iterable<array{LineNote, LineNote, array{float, MoveRow, Notice}}> from, to, and its time; notes out of reach have none
     */
    private function walk(array $newness, bool $withRhythm = true): iterable
    {
        $earlier = $from = $left = $rhythm = null;
        $choices = $this->hands->fingering->choices;
        $notes = $this->hands->fingering->notes;
        foreach ($notes as $index => $note) {
            $to = $choices[$index];
            if ($note->tiedFrom || null === $to) {
                continue;
            }
            $stroke = $this->strokes[$note->id] ?? null;
            if (null !== $earlier && null !== $from) {
                $hop =
                    $from->string !== $to->string
                    && $from->finger === $to->finger
                    && Fingering::isHop($earlier, $note, $this->hands->fingeringPolicy);
                $time = $this->time(
                    $from,
                    $to,
                    array_values(array_filter([self::bow($left, $stroke), $rhythm])),
                    $hop,
                    null !== $stroke && $stroke[2] === $note->id,
                    $note->slurredFrom,
                    $newness[$index] ?? Newness::Known,
                );
                yield [$earlier, $note, $time];
            }
            [$earlier, $from, $left] = [$note, $to, $stroke];
            $rhythm = $withRhythm ? RhythmRow::of($this->hands->piece, $notes, $index) : null;
        }
    }

    /**
     * Seconds, row and reason. Most moves of a piece come again, and equal ones are reckoned once.
     *
     * @param list<MoveRow> $besides what bow and rhythm ask besides the left hand
     *
     * @return array{float, MoveRow, Notice}
     */
    private function time(Candidate $from, Candidate $to, array $besides, bool $hop, bool $hooked, bool $slurred, Newness $newness): array
    {
        // Notes of one pitch share their candidates, which live as long as the hands.
        $key =
            spl_object_id($from).
            ' '.
            spl_object_id($to).
            ' '.
            implode(' ', array_column($besides, 'value')).
            ($hop ? 'h' : '').
            ($hooked ? 'k' : '').
            ($slurred ? 's' : '').
            (Newness::Known === $newness ? '' : $newness->value);

        return $this->known[$key] ??= $this->reckoned($from, $to, $besides, $hop, $hooked, $slurred, $newness);
    }

    /**
     * @param list<MoveRow> $besides
     *
     * @return array{float, MoveRow, Notice}
     */
    private function reckoned(
        Candidate $from,
        Candidate $to,
        array $besides,
        bool $hop,
        bool $hooked,
        bool $slurred,
        Newness $newness,
    ): array {
        $rows = [...$this->leftHand($from, $to, $hop), ...$besides];
        usort($rows, static fn (MoveRow $one, MoveRow $other): int => $other->seconds() <=> $one->seconds());
        $largest = $rows[0] ?? MoveRow::Bow;
        $seconds = $largest->seconds();
        foreach (\array_slice($rows, 1) as $row) {
            $seconds += self::OTHERS * $row->seconds();
        }
        $seconds += $this->isStretch($from, $to) ? self::STRETCH : 0.0;
        $seconds += $hooked ? self::HOOKED : 0.0;
        $seconds *= $from->string !== $to->string && $slurred ? self::CROSSING_IN_SLUR : 1.0;
        $seconds *= self::LEVELS[$this->hands->policies->level] * $newness->factor() * ($this->factors[$largest->family()->value] ?? 1.0);

        return [
            max(self::LEAST, $seconds),
            $largest,
            new Notice(0, 0, $largest->sentence(), [
                'finger' => (string) ($to->isOpen() ? $from->finger : $to->finger),
                'other' => (string) $from->finger,
                'from' => $this->hands->fingering->fingerboard->stringName($from->string),
                'to' => $this->hands->fingering->fingerboard->stringName($to->string),
            ]),
        ];
    }

    /** @return list<MoveRow> */
    private function leftHand(Candidate $from, Candidate $to, bool $hop): array
    {
        $rows = [];
        $hands = $this->hands->fingering->hands;
        if (!$to->isOpen() && $hands[$from->hand]->position !== $hands[$to->hand]->position) {
            $rows[] = MoveRow::Shift;
        }
        if ([] !== $to->upper && self::newFingers($from, $to) > 1) {
            $rows[] = MoveRow::Set;
        }
        $row = match (abs($from->string - $to->string)) {
            0 => $this->onOneString($from, $to),
            1 => match (true) {
                $from->isOpen() || $to->isOpen() => MoveRow::CrossOpen,
                $from->finger !== $to->finger => MoveRow::Cross,
                $from->semitones === $to->semitones && !$hop && Instrument::Bass !== $this->hands->instrument() => MoveRow::Across,
                default => MoveRow::Hop,
            },
            2 => MoveRow::OverOne,
            default => MoveRow::OverTwo,
        };

        return null === $row ? $rows : [...$rows, $row];
    }

    /** Fingers of a double stop or chord that were elsewhere; one across two strings is one. */
    private static function newFingers(Candidate $from, Candidate $to): int
    {
        $fingers = [];
        foreach ($to->stops() as $stop) {
            $down = array_filter($from->stops(), static fn (Candidate $earlier): bool => $earlier->sameSpot($stop));
            if (!$stop->isOpen() && [] === $down) {
                $fingers[$stop->finger.' '.$stop->semitones] = true;
            }
        }

        return \count($fingers);
    }

    private function onOneString(Candidate $from, Candidate $to): ?MoveRow
    {
        $upper = Instrument::Violin === $this->hands->instrument() || Instrument::Viola === $this->hands->instrument();

        return match (true) {
            $from->sameSpot($to) => null,
            $upper && (4 === $from->finger || 4 === $to->finger) => MoveRow::Fourth,
            $from->isOpen() || $to->isOpen() => MoveRow::OpenToFinger,
            $from->finger === $to->finger => MoveRow::Slide,
            1 === abs($from->finger - $to->finger) => MoveRow::NextFinger,
            default => MoveRow::OverAFinger,
        };
    }

    /**
     * @param array{int, bool, string}|null $before stroke of the note before
     * @param array{int, bool, string}|null $stroke of the note; none where it is plucked
     */
    private static function bow(?array $before, ?array $stroke): ?MoveRow
    {
        return match (true) {
            (null === $before) !== (null === $stroke) => MoveRow::Pluck,
            null === $before || null === $stroke || $before[0] === $stroke[0] => null,
            $stroke[1] => MoveRow::Retake,
            default => MoveRow::Bow,
        };
    }

    private function isStretch(Candidate $from, Candidate $to): bool
    {
        $hands = $this->hands->fingering->hands;

        return ((Placement::Stretched === $from->placement) !== (Placement::Stretched === $to->placement)
            && !$from->isOpen()
            && !$to->isOpen())
            || (!$from->isOpen()
                && !$to->isOpen()
                && $hands[$from->hand]->position === $hands[$to->hand]->position
                && $hands[$from->hand]->shape !== $hands[$to->hand]->shape);
    }
}
