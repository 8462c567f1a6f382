<?php

declare(strict_types=1);

namespace CoinStair\Core\Analysis;

use CoinStair\Core\RightHand\Direction;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Marks;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;

/** Writes computed fingers and bows into a part, for the engraver, and as text. */
final class HandsOnScore
{
    private const PLACEMENTS = ['low' => 'low ', 'natural' => '', 'high' => 'high ', 'stretched' => 'stretched '];

    /** The piece with this part alone, its notes marked with fingers, bows or both; what is printed stays where neither is asked for. */
    public static function marked(BothHands $hands, bool $fingers, bool $bows): Piece
    {
        $finger = $bow = [];
        foreach ($hands->fingering->notes as $index => $note) {
            $choice = $hands->fingering->choices[$index];
            if (null !== $choice && !$note->tiedFrom) {
                $finger[$note->id] = $choice->finger;
            }
        }
        foreach ($hands->bowing->strokes as $step) {
            $bow[$step->stroke->notes[0] ?? ''] = Direction::Down === $step->direction ? BowMark::Down : BowMark::Up;
        }
        $mark = static fn (Event $event): Event => $event->isRest() ? $event : $event->marked(self::marks(
            $event->marks,
            $fingers ? array_filter([$finger[$event->id] ?? null], static fn (?int $one): bool => null !== $one) : $event->marks->fingers,
            $bows ? $bow[$event->id] ?? BowMark::None : $event->marks->bow,
        ));

        return $hands->piece->withParts([$hands->part->withMeasures(array_map(static fn (array $events): array => array_map($mark, $events), $hands->part->measures))]);
    }

    /**
     * Each measure in words: "D string, open, 1, low 2; A string, open", and its bows.
     *
     * @return array<int, array{fingers: string, bows: string}> by measure position
     */
    public static function words(BothHands $hands, int $from, int $to): array
    {
        $words = [];
        $string = '';
        foreach ($hands->fingering->notes as $index => $note) {
            $choice = $hands->fingering->choices[$index];
            if ($note->position < $from || $note->position >= $to || $note->tiedFrom) {
                continue;
            }
            $words[$note->position] ??= ['fingers' => '', 'bows' => ''];
            $first = '' === $words[$note->position]['fingers'];
            $name = null === $choice ? '' : $hands->fingering->fingerboard->stringName($choice->string).' string, ';
            $text = match (true) {
                null === $choice => 'out of reach',
                0 === $choice->finger => 'open',
                default => self::PLACEMENTS[$choice->placement->value].$choice->finger,
            };
            $words[$note->position]['fingers'] .= match (true) {
                $first => $name.$text,
                $name === $string => ', '.$text,
                default => '; '.$name.$text,
            };
            $string = $name;
        }
        foreach ($hands->bowing->strokes as $step) {
            $position = $step->stroke->position;
            if (isset($words[$position])) {
                $words[$position]['bows'] .= ('' === $words[$position]['bows'] ? '' : ' ').$step->direction->value;
            }
        }

        return $words;
    }

    /**
     * Why the notes of each measure are taken so and its strokes go so, each reason once.
     *
     * @return array<int, array<string, array{of: list<string>, reason: Notice}>> by measure position and reason; of: letters of the notes, or directions
     */
    public static function why(BothHands $hands, int $from, int $to): array
    {
        $why = [];
        foreach ($hands->fingering->notes as $index => $note) {
            if ($note->position >= $from && $note->position < $to && !$note->tiedFrom) {
                $why[$note->position] = self::because($why[$note->position] ?? [], $hands->reason($index), $note->pitch->letterName());
            }
        }
        foreach ($hands->bowing->strokes as $step) {
            $position = $step->stroke->position;
            if ($position >= $from && $position < $to) {
                $why[$position] = self::because($why[$position] ?? [], $step->reason, $step->direction->value);
            }
        }

        return $why;
    }

    /**
     * @param array<string, array{of: list<string>, reason: Notice}> $why
     *
     * @return array<string, array{of: list<string>, reason: Notice}>
     */
    private static function because(array $why, Notice $reason, string $of): array
    {
        $why[$reason->text()] = ['of' => array_values(array_unique([...$why[$reason->text()]['of'] ?? [], $of])), 'reason' => $reason];

        return $why;
    }

    /** @param array<int, int> $fingers */
    private static function marks(Marks $marks, array $fingers, BowMark $bow): Marks
    {
        return Marks::of($marks->articulations, $bow, $marks->lift, $fingers, $marks->strings, $marks->dynamic, $marks->hairpin, $marks->hairpinStop, $marks->words, $marks->lyrics);
    }
}
