<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Analysis\BothHands;
use CoinStair\Core\LeftHand\Candidate;
use CoinStair\Core\LeftHand\Fingering;
use CoinStair\Core\LeftHand\LineNote;
use CoinStair\Core\LeftHand\Placement;
use CoinStair\Core\RightHand\BowedStroke;
use CoinStair\Core\RightHand\StrokeMark;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Place;

/**
 * The moves of a line with their times (handbook 6): the largest of the rows that apply and a quarter of each other; then what is added, what
 * multiplies, the level, newness, and the class's own factor of the family.
 */
final class MoveTimes
{
    private const OTHERS = 0.25;
    private const STRETCH = 0.25;
    private const HOOKED = 0.1;
    private const CROSSING_IN_SLUR = 1.3;
    private const LEVELS = [1 => 1.0, 2 => 0.8, 3 => 0.65, 4 => 0.55];
    private const LEAST = 0.11;

    /** @var array<string, array{int, BowedStroke}> stroke by the id of each of its notes */
    private array $strokes = [];
    /** @var array<string, array{float, MoveFamily, Notice}> what equal moves take */
    private array $known = [];

    /** @param array<string, float> $factors of the class, by family; 1 where none is known */
    private function __construct(private readonly BothHands $hands, private readonly array $factors)
    {
        foreach ($hands->bowing->strokes as $index => $step) {
            foreach ($step->stroke->notes as $note) {
                $this->strokes[$note] = [$index, $step];
            }
        }
    }

    /**
     * @param array<string, float> $factors of the class, by family; 1 where none is known
     * @param array<int, Newness>  $newness of the notes that are not known to the class, by index
     *
     * @return list<Move> in order; notes out of reach have none
     */
    public static function of(BothHands $hands, array $factors = [], array $newness = []): array
    {
        $self = new self($hands, $factors);
        $moves = [];
        $before = null;
        foreach ($hands->fingering->notes as $index => $note) {
            $choice = $hands->fingering->choices[$index];
            if ($note->tiedFrom || null === $choice) {
                continue;
            }
            $place = Place::of($note->position, $note->offset);
            if (null !== $before) {
                [$earlier, $from, $start] = $before;
                [$seconds, $family, $reason] = $self->time($earlier, $from, $note, $choice, $newness[$index] ?? Newness::Known);
                $moves[] = new Move($start, $place, $note->at, max(1, $note->at - $earlier->at) / $hands->piece->beatTicks, $seconds, $family, $reason);
            }
            $before = [$note, $choice, $place];
        }

        return $moves;
    }

    /**
     * Seconds, family and reason. Most moves of a piece come again, and equal ones are reckoned once.
     *
     * @return array{float, MoveFamily, Notice}
     */
    private function time(LineNote $earlier, Candidate $from, LineNote $note, Candidate $to, Newness $newness): array
    {
        $bow = $this->bow($earlier, $note);
        $hop = $from->string !== $to->string && $from->finger === $to->finger && Fingering::isHop($earlier, $note, $this->hands->fingeringPolicy);
        $hooked = $this->isHooked($note);
        $key = $from->string.' '.$from->hand.' '.$from->finger.' '.$from->semitones.' '.$from->placement->value.' '.$to->string.' '.$to->hand.' '.$to->finger.' '.$to->semitones.' '.$to->placement->value
            .' '.$bow?->value.($hop ? 'h' : '').($hooked ? 'k' : '').($note->slurredFrom ? 's' : '').$newness->value;

        return $this->known[$key] ??= $this->reckoned($from, $to, $bow, $hop, $hooked, $note->slurredFrom, $newness);
    }

    /** @return array{float, MoveFamily, Notice} */
    private function reckoned(Candidate $from, Candidate $to, ?MoveRow $bow, bool $hop, bool $hooked, bool $slurred, Newness $newness): array
    {
        $rows = $this->leftHand($from, $to, $hop);
        if (null !== $bow) {
            $rows[] = $bow;
        }
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

        return [max(self::LEAST, $seconds), $largest->family(), new Notice(0, 0, $largest->sentence(), [
            'finger' => (string) ($to->isOpen() ? $from->finger : $to->finger),
            'other' => (string) $from->finger,
            'from' => $this->hands->fingering->fingerboard->stringName($from->string),
            'to' => $this->hands->fingering->fingerboard->stringName($to->string),
        ])];
    }

    /** @return list<MoveRow> */
    private function leftHand(Candidate $from, Candidate $to, bool $hop): array
    {
        $rows = [];
        $hands = $this->hands->fingering->hands;
        if (!$to->isOpen() && $hands[$from->hand]->position !== $hands[$to->hand]->position) {
            $rows[] = MoveRow::Shift;
        }
        $row = match (abs($from->string - $to->string)) {
            0 => $this->onOneString($from, $to),
            1 => match (true) {
                $from->isOpen() && $to->isOpen() => MoveRow::CrossOpen,
                $from->finger !== $to->finger => MoveRow::Cross,
                $from->semitones === $to->semitones && !$hop && Instrument::Bass !== $this->hands->instrument() => MoveRow::Across,
                default => MoveRow::Hop,
            },
            2 => MoveRow::OverOne,
            default => MoveRow::OverTwo,
        };

        return null === $row ? $rows : [...$rows, $row];
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

    private function bow(LineNote $earlier, LineNote $note): ?MoveRow
    {
        [$before, $step] = [$this->strokes[$earlier->id] ?? null, $this->strokes[$note->id] ?? null];
        if ((null === $before) !== (null === $step)) {
            return MoveRow::Pluck;
        }

        return match (true) {
            null === $before || null === $step || $before[0] === $step[0] => null,
            $step[1]->isLifted() => MoveRow::Retake,
            default => MoveRow::Bow,
        };
    }

    private function isStretch(Candidate $from, Candidate $to): bool
    {
        $hands = $this->hands->fingering->hands;

        return (Placement::Stretched === $from->placement) !== (Placement::Stretched === $to->placement) && !$from->isOpen() && !$to->isOpen()
            || (!$from->isOpen() && !$to->isOpen() && $hands[$from->hand]->position === $hands[$to->hand]->position && $hands[$from->hand]->shape !== $hands[$to->hand]->shape);
    }

    private function isHooked(LineNote $note): bool
    {
        $step = $this->strokes[$note->id] ?? null;

        return null !== $step && $step[1]->has(StrokeMark::Hook) && ($step[1]->stroke->notes[0] ?? '') === $note->id;
    }
}
