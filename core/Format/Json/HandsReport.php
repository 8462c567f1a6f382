<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Json;

use CoinStair\Core\Form\PartsFromLine;
use CoinStair\Core\LeftHand\Fingering;
use CoinStair\Core\LeftHand\FingeringPolicy;
use CoinStair\Core\LeftHand\HandMark;
use CoinStair\Core\LeftHand\HandMarks;
use CoinStair\Core\LeftHand\Line;
use CoinStair\Core\LeftHand\Reasons;
use CoinStair\Core\RightHand\AmountPolicy;
use CoinStair\Core\RightHand\Bowing;
use CoinStair\Core\RightHand\BowPath;
use CoinStair\Core\RightHand\BowUse;
use CoinStair\Core\RightHand\DirectionPolicy;
use CoinStair\Core\RightHand\HandNotice;
use CoinStair\Core\RightHand\StrokeMark;
use CoinStair\Core\RightHand\Strokes;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Ticks;

/**
 * What piece:hands tells of one instrument: string, finger and place of each note, direction and place of each stroke, with reasons.
 *
 * @phpstan-type NoteRow array{id: string, position: int, offset: string, pitch: string, string: string|null, finger: int|null, placement: string|null, semitones: int|null, hand: string|null, reason: string, marks: list<string>}
 * @phpstan-type StrokeRow array{notes: list<string>, direction: string, from: float, to: float, reason: string, marks: list<string>}
 * @phpstan-type NoticeRow array{kind: string, message: string, position: int, offset: string}
 */
final class HandsReport
{
    /**
     * @param int $tempo beats a minute
     *
     * @return array{instrument: string, policies: array<string, string>, level: int, tempo: int, notes: list<NoteRow>, strokes: list<StrokeRow>, notices: list<NoticeRow>}
     */
    public static function of(Piece $piece, FingeringPolicy $fingers, DirectionPolicy $bowing, AmountPolicy $amount, int $tempo): array
    {
        [$piece, $part, $notices] = self::part($piece, $fingers);
        $fingering = Fingering::of(Line::of($piece, $part), $fingers);
        [$notes, $outOfReach] = self::notes($fingering, $fingers);
        $bowed = Bowing::of($piece, Strokes::of($piece, $part), $bowing);
        $path = BowPath::of($bowed->strokes, $amount);
        [$marks, $used] = BowUse::of($bowed->strokes, $path, $fingers->instrument, 60 / $tempo / $piece->beatTicks, $fingers->level);
        $strokes = [];
        foreach ($bowed->strokes as $index => $step) {
            [$from, $to] = $path->places[$index];
            $strokes[] = [
                'notes' => $step->stroke->notes,
                'direction' => $step->direction->value,
                'from' => $from,
                'to' => $to,
                'reason' => $step->reason->text(),
                'marks' => array_map(static fn (StrokeMark $mark): string => $mark->value, [...$step->marks, ...$marks[$index]]),
            ];
        }

        return [
            'instrument' => $fingers->instrument->value,
            'policies' => ['openStrings' => $fingers->openStrings->value, 'bowing' => $bowing->value, 'amount' => $amount->value],
            'level' => $fingers->level,
            'tempo' => $tempo,
            'notes' => $notes,
            'strokes' => $strokes,
            'notices' => [...$notices, ...$outOfReach, ...array_map(self::notice(...), [...$bowed->notices, ...$used])],
        ];
    }

    /**
     * The part of the instrument, or one that is derived from the first line.
     *
     * @return array{Piece, Part, list<NoticeRow>}
     */
    private static function part(Piece $piece, FingeringPolicy $fingers): array
    {
        foreach ($piece->parts as $part) {
            if ($part->instrument === $fingers->instrument) {
                return [$piece, $part, []];
            }
        }
        $derived = PartsFromLine::of($piece, [$fingers->instrument]);

        return [$derived->piece, $derived->piece->parts[0], array_map(static fn ($notice): array => ['kind' => 'derived', 'message' => $notice->text(), 'position' => 0, 'offset' => '0'], $derived->notices)];
    }

    /** @return array{list<NoteRow>, list<NoticeRow>} */
    private static function notes(Fingering $fingering, FingeringPolicy $policy): array
    {
        $marks = HandMarks::of($fingering, $policy);
        $rows = $notices = [];
        foreach ($fingering->notes as $index => $note) {
            $choice = $fingering->choices[$index];
            $reason = Reasons::of($fingering, $index, $policy)->text();
            $offset = Ticks::quarters($note->offset);
            $rows[] = [
                'id' => $note->id,
                'position' => $note->position,
                'offset' => $offset,
                'pitch' => $note->pitch->name(),
                'string' => null === $choice ? null : $fingering->fingerboard->stringName($choice->string),
                'finger' => $choice?->finger,
                'placement' => $choice?->placement->value,
                'semitones' => $choice?->semitones,
                'hand' => $fingering->hand($index)?->position,
                'reason' => $reason,
                'marks' => array_map(static fn (HandMark $mark): string => $mark->value, $marks[$index]),
            ];
            if (null === $choice) {
                $notices[] = ['kind' => 'out-of-reach', 'message' => $reason, 'position' => $note->position, 'offset' => $offset];
            } elseif ($fingering->refused[$index]) {
                $notices[] = ['kind' => 'printed-finger', 'message' => $reason, 'position' => $note->position, 'offset' => $offset];
            }
        }

        return [$rows, $notices];
    }

    /** @return NoticeRow */
    private static function notice(HandNotice $notice): array
    {
        return ['kind' => $notice->kind, 'message' => $notice->notice->text(), 'position' => $notice->position, 'offset' => Ticks::quarters($notice->offset)];
    }
}
