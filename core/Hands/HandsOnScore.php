<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\LeftHand\Candidate;
use CoinStair\Core\LeftHand\FingerMark;
use CoinStair\Core\LeftHand\ShowWhere;
use CoinStair\Core\RightHand\Direction;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Marks;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Syllable;

/** Writes computed fingers, letters, strings and bows into a part, for the engraver, and as text. */
final class HandsOnScore
{
    /**
     * The piece with this part alone; what is printed stays where a layer is not asked for. Letters, then strings in brackets, stand as
     * verses under what is sung.
     */
    public static function marked(BothHands $hands, HandLayers $layers): Piece
    {
        $fingers = $letters = $strings = $bows = $before = [];
        foreach ($hands->voices() as $voice) {
            foreach ($voice->fingering->notes as $index => $note) {
                $choice = $voice->fingering->choices[$index];
                if (null === $choice || $note->tiedFrom) {
                    continue;
                }
                $fingers[$note->id] = self::shown($voice, $index, $layers->fingers)
                    ? array_map(static fn (Candidate $stop): int => $stop->finger, $choice->stops())
                    : [];
                if (self::shown($voice, $index, $layers->letters)) {
                    $letters[$note->id] = implode(
                        '+',
                        array_map(static fn (Pitch $pitch): string => $pitch->letterName(), [$note->pitch, ...$note->upper]),
                    );
                }
                $string = $voice->fingering->fingerboard->stringName($choice->string);
                if ($before !== [$string, $note->position]) {
                    $strings[$note->id] = '('.$string.')';
                }
                $before = [$string, $note->position];
            }
            foreach ($voice->bowing->strokes as $step) {
                $bows[$step->stroke->notes[0] ?? ''] = Direction::Down === $step->direction ? BowMark::Down : BowMark::Up;
            }
        }
        $letterRow = 1 + self::verses($hands->part);
        $stringRow = $letterRow + (null === $layers->letters ? 0 : 1);
        $mark = static fn (Event $event): Event => $event->isRest()
            ? $event
            : $event->marked(
                self::marks(
                    $event->marks,
                    null === $layers->fingers ? $event->marks->fingers : $fingers[$event->id] ?? [],
                    $layers->bows ? $bows[$event->id] ?? BowMark::None : $event->marks->bow,
                    (null === $layers->letters ? [] : [$letterRow => $letters[$event->id] ?? null]) +
                        ($layers->strings ? [$stringRow => $strings[$event->id] ?? null] : []),
                ),
            );

        return $hands->piece->withParts([
            $hands->part->withMeasures(array_map(static fn (array $events): array => array_map($mark, $events), $hands->part->measures)),
        ]);
    }

    /** Verses that are sung in a part. */
    public static function verses(Part $part): int
    {
        $verses = 0;
        foreach ($part->measures as $events) {
            foreach ($events as $event) {
                $verses = max($verses, ...[0, ...array_keys($event->marks->lyrics)]);
            }
        }

        return $verses;
    }

    /**
     * The left hand of each measure as it is read aloud.
     *
     * @return array<int, list<SpokenNote>> by measure position
     */
    public static function spoken(BothHands $hands, int $from, int $to): array
    {
        $spoken = [];
        $position = 'I';
        foreach ($hands->fingering->notes as $index => $note) {
            if ($note->position < $from || $note->position >= $to || $note->tiedFrom) {
                continue;
            }
            $choice = $hands->fingering->choices[$index];
            $hand = $hands->fingering->hand($index)->position ?? $position;
            $isMoved = null !== $choice && !$choice->isOpen() && $hand !== $position;
            $position = $isMoved ? $hand : $position;
            $stops = $choice?->stops() ?? [];
            $spoken[$note->position][] = new SpokenNote(
                array_map(static fn (Pitch $pitch): string => $pitch->letterName(), [$note->pitch, ...$note->upper]),
                $stops,
                array_map(static fn (Candidate $stop): string => $hands->fingering->fingerboard->stringName($stop->string), $stops),
                $isMoved ? $hand : '',
                \in_array(FingerMark::Override, $hands->fingerMarks[$index], true),
            );
        }

        return $spoken;
    }

    /**
     * Why the notes of each measure are taken so and its strokes go so, each reason once.
     *
     * @return array<int, array<string, array{of: list<string>, reason: Notice}>> by measure position and reason; of: letters of the notes,
     *                                                                            or directions
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

    private static function shown(BothHands $hands, int $index, ?ShowWhere $where): bool
    {
        return ShowWhere::All === $where || (ShowWhere::New === $where && $hands->isToBeShown($index));
    }

    /**
     * @param array<string, array{of: list<string>, reason: Notice}> $why
     *
     * @return array<string, array{of: list<string>, reason: Notice}>
     */
    private static function because(array $why, Notice $reason, string $of): array
    {
        if ('' === $reason->template) {
            return $why;
        }
        $why[$reason->text()] = ['of' => array_values(array_unique([...$why[$reason->text()]['of'] ?? [], $of])), 'reason' => $reason];

        return $why;
    }

    /**
     * @param array<int, int>         $fingers
     * @param array<int, string|null> $rows    texts under the note, by verse
     */
    private static function marks(Marks $marks, array $fingers, BowMark $bow, array $rows): Marks
    {
        $under = array_map(
            static fn (string $text): Syllable => Syllable::of($text),
            array_filter($rows, static fn (?string $text): bool => null !== $text),
        );

        return Marks::of(
            $marks->articulations,
            $bow,
            $marks->lift,
            $fingers,
            $marks->strings,
            $marks->dynamic,
            $marks->hairpin,
            $marks->hairpinStop,
            $marks->words,
            $marks->lyrics + $under,
        );
    }
}
