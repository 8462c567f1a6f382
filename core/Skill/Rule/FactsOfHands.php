<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

use CoinStair\Core\Difficulty\MoveTimes;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\LeftHand\Candidate;
use CoinStair\Core\LeftHand\FingerTrouble;
use CoinStair\Core\RightHand\BowedStroke;
use CoinStair\Core\RightHand\Direction;
use CoinStair\Core\RightHand\Stroke;
use CoinStair\Core\RightHand\StrokeMark;
use CoinStair\Core\RightHand\Touches;
use CoinStair\Core\Score\Place;

/**
 * The facts of both hands of one part (handbook 3 and 4): fingers and where they sit, hands, patterns, moves, crossings, strokes.
 */
final class FactsOfHands
{
    /** Shares of the bow from which a stroke counts as whole, and between which as half. */
    private const WHOLE = 0.9;
    private const HALF = [0.4, 0.6];
    /** A long stroke is at least so many times as long as the short one beside it. */
    private const UNEVEN = 2;

    /** @var array<string, true> notes that are bowed, by id */
    private array $bowed = [];
    /** @var list<int> rank of the place of each note */
    private array $ranks = [];
    /** @var array<int, list<array{string, string}>> by id of the choice */
    private array $told = [];

    /** @param FactsDraft $facts to which is added */
    private function __construct(private readonly BothHands $hands, private readonly FactsDraft $facts)
    {
        foreach ($hands->bowing->strokes as $step) {
            foreach ($step->stroke->notes as $note) {
                $this->bowed[$note] = true;
            }
        }
        foreach ($hands->fingering->notes as $note) {
            $this->ranks[] = Place::of($note->position, $note->offset)->rank();
        }
    }

    /** @param FactsDraft $facts to which is added */
    public static function find(BothHands $hands, FactsDraft $facts): void
    {
        foreach ($hands->voices() as $voice) {
            $self = new self($voice, $facts);
            $self->fingers();
            $self->crossings();
            $self->moves();
            $self->strokes();
            $self->contacts();
            Patterns::find($voice, $facts);
        }
    }

    private function fingers(): void
    {
        $fingering = $this->hands->fingering;
        $isDivided = [] !== $this->hands->divided;
        foreach ($fingering->notes as $index => $note) {
            $choice = $fingering->choices[$index];
            if (null === $choice || $note->tiedFrom) {
                continue;
            }
            $rank = $this->ranks[$index];
            $by = isset($this->bowed[$note->id]) ? 'bow' : 'pluck';
            // Notes of one pitch share their candidates.
            foreach ($this->told[spl_object_id($choice)] ??= $this->tell($choice) as [$place, $hand]) {
                $this->facts->add(Block::Finger, $place.$by, $rank);
                if ('' !== $hand) {
                    $this->facts->add(Block::Hand, $hand, $rank);
                }
            }
            foreach ($this->hands->fingerMarks[$index] as $mark) {
                $this->facts->add(Block::Mark, $mark->value, $rank);
            }
            if ([] !== $choice->upper) {
                $this->facts->add(Block::DoubleStop, self::doubleStop($choice), $rank);
            }
            if ($isDivided || $fingering->has($index, FingerTrouble::Divided)) {
                $this->facts->add(Block::DoubleStop, 'divisi', $rank);
            }
        }
    }

    /** @return list<array{string, string}> of each finger: where it sits, up to how it is sounded, and its hand; none for open strings */
    private function tell(Candidate $choice): array
    {
        $told = [];
        foreach ($choice->stops() as $stop) {
            $hand = $stop->isOpen() ? '' : strtr($this->hands->fingering->hands[$stop->hand]->position, ' ', '-');
            $string = $this->hands->fingering->fingerboard->stringName($stop->string);
            $told[] = ["$string|$stop->finger|{$stop->placement->value}|".('' === $hand ? 'I' : $hand).'|', $hand];
        }

        return $told;
    }

    /** One finger across two strings is one. */
    private static function doubleStop(Candidate $choice): string
    {
        $fingers = [];
        foreach ($choice->stops() as $stop) {
            if (!$stop->isOpen()) {
                $fingers[$stop->finger] = true;
            }
        }

        return match (\count($fingers)) {
            0 => 'open',
            1 => 'one-finger',
            default => 'two-fingers',
        };
    }

    private function crossings(): void
    {
        $before = $earlier = null;
        foreach ($this->hands->fingering->notes as $index => $note) {
            $choice = $this->hands->fingering->choices[$index];
            if (null === $choice || $note->tiedFrom) {
                continue;
            }
            if (!isset($this->bowed[$note->id])) {
                $before = $earlier = null;
                continue;
            }
            if (null !== $before && $before->string !== $choice->string) {
                $returns = null !== $earlier && $earlier->string === $choice->string;
                $told = [abs($before->string - $choice->string), self::yes($note->slurredFrom), self::yes($returns)];
                $this->facts->add(Block::Crossing, implode('|', $told), $this->ranks[$index]);
            }
            [$earlier, $before] = [$before, $choice];
        }
    }

    private function moves(): void
    {
        $beats = [];
        foreach (MoveTimes::kinds($this->hands) as [$note, $row, $ticks]) {
            $beats[$ticks] ??= (string) round($ticks / $this->hands->piece->beatTicks, 4);
            $this->facts->add(
                Block::Move,
                $row->value.($note->slurredFrom ? '|yes|' : '|no|').$beats[$ticks],
                Place::of($note->position, $note->offset)->rank(),
            );
        }
    }

    private function strokes(): void
    {
        $strokes = $this->hands->bowing->strokes;
        $tied = [];
        foreach ($this->hands->fingering->notes as $note) {
            if ($note->tiedFrom) {
                $tied[$note->id] = true;
            }
        }
        foreach ($strokes as $index => $step) {
            $stroke = $step->stroke;
            $rank = Place::of($stroke->position, $stroke->offset)->rank();
            foreach ($this->kinds($index, $step) as $kind) {
                $this->facts->add(Block::Stroke, $kind.'|'.$step->direction->value, $rank);
            }
            $this->facts->add(Block::Length, (string) round($stroke->beats, 4), $rank);
            $notes = \count(array_filter($stroke->notes, static fn (string $note): bool => !isset($tied[$note])));
            if ($notes > 1) {
                $this->facts->add(Block::Slur, (string) $notes, $rank);
            }
        }
    }

    /** @return list<string> */
    private function kinds(int $index, BowedStroke $step): array
    {
        $stroke = $step->stroke;
        [$from, $to] = $this->hands->path->places[$index];
        $share = abs($to - $from);
        $marks = $this->hands->strokeMarks[$index];
        $kinds = [];
        foreach ($marks as $mark) {
            if (\in_array($mark, [StrokeMark::Hook, StrokeMark::Retake, StrokeMark::RunsOut, StrokeMark::Recover], true)) {
                $kinds[] = $mark->value;
            }
        }
        $more = [
            'lift' => $stroke->lifted,
            'staccato' => $stroke->short && !$this->isHooked($index),
            'accent' => $stroke->accented,
            'whole' => $share >= self::WHOLE,
            'half' => $share >= self::HALF[0] && $share <= self::HALF[1],
            // Up-bow only where it is printed: what alternation brings is no beginning of its own.
            'start' => $this->isStart($index, $step),
            'upbeat' => $stroke->upbeat,
            'uneven' => $this->isUneven($index),
        ];
        foreach ($more as $kind => $is) {
            if ($is) {
                $kinds[] = $kind;
            }
        }

        return $kinds;
    }

    /** It, or what follows it, goes on in the same direction after a stop: a hooked pair is hooked and nothing else. */
    private function isHooked(int $index): bool
    {
        $strokes = $this->hands->bowing->strokes;

        return $strokes[$index]->stroke->hooked || (isset($strokes[$index + 1]) && $strokes[$index + 1]->stroke->hooked);
    }

    private function isStart(int $index, BowedStroke $step): bool
    {
        $stroke = $step->stroke;
        $opens = 0 === $index || ($stroke->opens && !$this->isInEnding($stroke));

        return $opens && (Direction::Down === $step->direction || (null !== $stroke->printed && !$stroke->upbeat));
    }

    /** It opens an ending: what begins there goes on from what was before. */
    private function isInEnding(Stroke $stroke): bool
    {
        return 0 === $stroke->rest && [] !== $this->hands->piece->measures[$stroke->position]->endingStart;
    }

    /** Long and short bows in turn, twice, without a rest or a hook between them. */
    private function isUneven(int $index): bool
    {
        $strokes = $this->hands->bowing->strokes;
        if ($index < 3) {
            return false;
        }
        $one = $strokes[$index]->stroke->length;
        $other = $strokes[$index - 1]->stroke->length;
        if ($strokes[$index - 2]->stroke->length !== $one || $strokes[$index - 3]->stroke->length !== $other) {
            return false;
        }
        for ($at = $index - 2; $at <= $index; ++$at) {
            if ($strokes[$at]->stroke->rest > 0 || $strokes[$at]->stroke->hooked) {
                return false;
            }
        }

        return max($one, $other) >= self::UNEVEN * min($one, $other);
    }

    private function contacts(): void
    {
        $policies = $this->hands->policies;
        foreach (Touches::find($this->hands->part, $policies->contact, $policies->amount) as $change) {
            $this->facts->add(Block::Contact, $change->touch->contact->value, Place::of($change->position)->rank());
            if (null !== $change->end) {
                $this->facts->add(Block::Contact, $change->end->contact->value, Place::of($change->until)->rank());
            }
        }
    }

    private static function yes(bool $is): string
    {
        return $is ? 'yes' : 'no';
    }
}
