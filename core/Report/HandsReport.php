<?php

declare(strict_types=1);

namespace CoinStair\Core\Report;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\FingerMark;
use CoinStair\Core\RightHand\BowUse;
use CoinStair\Core\RightHand\HandNotice;
use CoinStair\Core\RightHand\StrokeMark;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Ticks;

/**
 * What piece:hands tells of one instrument: string, finger and place of each note, direction and place of each stroke, with reasons.
 *
 * @phpstan-type NoteRow array{
 *     id: string, position: int, offset: string, pitch: string, string: string|null, finger: int|null, placement: string|null,
 *     semitones: int|null, hand: string|null, reason: string, marks: list<string>,
 * }
 * @phpstan-type StrokeRow array{
 *     notes: list<string>, direction: string, from: float, to: float, reason: string, marks: list<string>, starts: list<float>,
 *     speed: float, cmPerSecond: float,
 * }
 * @phpstan-type NoticeRow array{kind: string, message: string, position: int, offset: string}
 */
final class HandsReport
{
    /**
     * @param int $tempo beats a minute
     *
     * @return array{
     *     instrument: string, policies: array<string, string>, level: int, tempo: int, notes: list<NoteRow>, strokes: list<StrokeRow>,
     *     notices: list<NoticeRow>,
     * }
     */
    public static function tell(Piece $piece, Instrument $instrument, HandPolicies $policies, int $tempo): array
    {
        $hands = BothHands::of($piece, $instrument, $policies, $tempo);

        return [
            'instrument' => $instrument->value,
            'policies' => $policies->chosen(),
            'level' => $policies->level,
            'tempo' => $tempo,
            'notes' => array_merge(...array_map(self::notes(...), $hands->voices())),
            'strokes' => array_merge(...array_map(self::strokes(...), $hands->voices())),
            'notices' => array_map(
                static fn (HandNotice $notice): array => [
                    'kind' => $notice->kind,
                    'message' => $notice->notice->text(),
                    'position' => $notice->position,
                    'offset' => Ticks::quarters($notice->offset),
                ],
                $hands->notices,
            ),
        ];
    }

    /** @return list<NoteRow> */
    private static function notes(BothHands $hands): array
    {
        $rows = [];
        foreach ($hands->fingering->notes as $index => $note) {
            $stops = $hands->fingering->choices[$index]?->stops() ?? [];
            foreach ([$note->pitch, ...$note->upper] as $at => $pitch) {
                $choice = $stops[$at] ?? null;
                $rows[] = [
                    'id' => $note->id,
                    'position' => $note->position,
                    'offset' => Ticks::quarters($note->offset),
                    'pitch' => $pitch->name(),
                    'string' => null === $choice ? null : $hands->fingering->fingerboard->stringName($choice->string),
                    'finger' => $choice?->finger,
                    'placement' => $choice?->placement->value,
                    'semitones' => $choice?->semitones,
                    'hand' => null === $choice ? null : $hands->fingering->hands[$choice->hand]->position,
                    'reason' => $hands->reason($index)->text(),
                    'marks' => array_map(static fn (FingerMark $mark): string => $mark->value, $hands->fingerMarks[$index]),
                ];
            }
        }

        return $rows;
    }

    /** @return list<StrokeRow> */
    private static function strokes(BothHands $hands): array
    {
        $rows = [];
        foreach ($hands->bowing->strokes as $index => $step) {
            [$from, $to] = $hands->path->places[$index];
            $rows[] = [
                'notes' => $step->stroke->notes,
                'direction' => $step->direction->value,
                'from' => $from,
                'to' => $to,
                'reason' => $step->reason->text(),
                'marks' => array_map(static fn (StrokeMark $mark): string => $mark->value, $hands->strokeMarks[$index]),
                'starts' => array_map(
                    static fn (int $note): float => round($from + ($to - $from) * $step->stroke->share($note), 4),
                    array_keys($step->stroke->notes),
                ),
                'speed' => round(BowUse::speed($step, $from, $to), 4),
                'cmPerSecond' => round(
                    (BowUse::hair($hands->instrument()) * abs($to - $from)) / max(0.001, $step->stroke->length * $hands->second),
                    1,
                ),
            ];
        }

        return $rows;
    }
}
