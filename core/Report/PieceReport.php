<?php

declare(strict_types=1);

namespace CoinStair\Core\Report;

use CoinStair\Core\Form\PlayOrder;
use CoinStair\Core\Form\Reading;
use CoinStair\Core\Form\Unfolding;
use CoinStair\Core\Format\ReadResult;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Ticks;

/**
 * What piece:read tells of a file. Lengths and places in time are quarter notes as exact strings.
 *
 * @phpstan-type MeasureReport array{
 *     position: int, number: string, printed: string, meter: string, key: array{fifths: int, mode: string}, quarters: string, pickup: bool,
 * }
 * @phpstan-type NoteReport array{
 *     id: string, part: string, voice: int, position: int, offset: string, quarters: string, pitch: string|null, tied: bool, grace: bool,
 * }
 * @phpstan-type Report array{
 *     title: string, composer: string, parts: list<array{id: string, name: string, instrument: string}>, measures: list<MeasureReport>,
 *     playOrder: array{printed: list<int>, plain: list<int>, once: list<int>},
 *     quarters: array{printed: string, plain: string, once: string}, notes: list<NoteReport>,
 *     notices: list<array{line: int, column: int, message: string}>,
 * }
 */
final class PieceReport
{
    /** @return Report */
    public static function tell(ReadResult $read): array
    {
        $piece = $read->piece;
        $printed = Unfolding::unfold($piece, Reading::Printed);
        $plain = Unfolding::unfold($piece, Reading::Plain);
        $once = Unfolding::unfold($piece, Reading::Once);
        $quarters = static fn (PlayOrder $order): string => Ticks::quarters($order->ticks($piece));

        return [
            'title' => $piece->title,
            'composer' => $piece->composer,
            'parts' => array_map(
                static fn ($part): array => ['id' => $part->id, 'name' => $part->name, 'instrument' => $part->instrument->value],
                $piece->parts,
            ),
            'measures' => self::measures($piece),
            'playOrder' => ['printed' => $printed->positions(), 'plain' => $plain->positions(), 'once' => $once->positions()],
            'quarters' => ['printed' => $quarters($printed), 'plain' => $quarters($plain), 'once' => $quarters($once)],
            'notes' => self::notes($piece),
            'notices' => array_map(
                static fn (Notice $notice): array => ['line' => $notice->line, 'column' => $notice->column, 'message' => $notice->text()],
                [...$read->notices, ...$printed->notices],
            ),
        ];
    }

    /** @return list<MeasureReport> */
    private static function measures(Piece $piece): array
    {
        $numbers = MeasureNumbers::of($piece);

        return array_map(
            static fn ($measure): array => [
                'position' => $measure->position,
                'number' => $numbers->at($measure->position),
                'printed' => $measure->printed,
                'meter' => $measure->meter->name(),
                'key' => ['fifths' => $measure->key->fifths, 'mode' => $measure->key->mode],
                'quarters' => Ticks::quarters($measure->length),
                'pickup' => '0' === $numbers->at($measure->position),
            ],
            $piece->measures,
        );
    }

    /**
     * One row for each note; the notes of a chord follow each other, with their order behind the id.
     *
     * @return list<NoteReport>
     */
    private static function notes(Piece $piece): array
    {
        $notes = [];
        foreach ($piece->parts as $part) {
            foreach ($part->measures as $position => $events) {
                foreach ($events as $event) {
                    $row = [
                        'id' => $event->id,
                        'part' => $part->id,
                        'voice' => $event->voice,
                        'position' => $position,
                        'offset' => Ticks::quarters($event->start),
                        'quarters' => Ticks::quarters($event->length),
                        'pitch' => null,
                        'tied' => $event->tiedFrom,
                        'grace' => $event->isGrace(),
                    ];
                    if ($event->isRest()) {
                        $notes[] = $row;
                    }
                    foreach ($event->pitches as $order => $pitch) {
                        $notes[] = array_replace($row, [
                            'id' => $event->id.(0 === $order ? '' : '.'.$order),
                            'pitch' => $pitch->name(),
                        ]);
                    }
                }
            }
        }

        return $notes;
    }
}
