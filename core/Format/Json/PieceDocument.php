<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Json;

use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Clef;
use CoinStair\Core\Score\Dynamic;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Hairpin;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Jump;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Marks;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\Meter;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\PlayingWord;
use CoinStair\Core\Score\Syllable;
use CoinStair\Core\Score\Tuplet;

/**
 * A piece as one JSON text, the canonical score that the application stores. What equals its default is not written.
 *
 * @phpstan-type EventData array{
 *     v?: int, s: int, l: int, p?: list<string>, t?: list<array{int, int}>, tf?: true, tt?: true, ss?: int, se?: int, a?: list<string>,
 *     b?: string, li?: true, f?: array<int, int>, st?: array<int, string>, d?: string, h?: string, hs?: true, w?: list<string>,
 *     ly?: array<int, array{string, bool}>,
 * }
 * @phpstan-type MeasureData array{
 *     printed?: string, meter: array{int, int}, key: array{int, string}, length: int, repeatStart?: true, repeatTimes?: int,
 *     endingStart?: list<int>, endingStop?: true, jumps?: list<string>, end?: string, rehearsal?: string, lineBreak?: true,
 * }
 * @phpstan-type PartData array{
 *     id: string, name: string, instrument: string, clef: string, eased?: true, measures: list<list<EventData>>,
 * }
 * @phpstan-type PieceData array{
 *     version: int, title: string, composer: string, goalTempo: int|null, goalTempoTo?: int|null, introduction?: int,
 *     introductionCounted?: bool, style?: string, beatTicks: int, measures: list<MeasureData>, parts: list<PartData>,
 * }
 */
final class PieceDocument
{
    public const VERSION = 1;
    /** What an event holds beside its marks. */
    private const UNMARKED = ['v' => 0, 's' => 0, 'l' => 0, 'p' => 0, 't' => 0, 'tf' => 0, 'tt' => 0, 'ss' => 0, 'se' => 0];

    public static function encode(Piece $piece): string
    {
        return json_encode(
            [
                'version' => self::VERSION,
                'title' => $piece->title,
                'composer' => $piece->composer,
                'goalTempo' => $piece->goalTempo,
                'goalTempoTo' => $piece->goalTempoTo,
                'introduction' => $piece->introduction,
                'introductionCounted' => $piece->introductionCounted,
                'style' => $piece->style,
                'beatTicks' => $piece->beatTicks,
                'measures' => array_map(self::measureData(...), $piece->measures),
                'parts' => array_map(self::partData(...), $piece->parts),
            ],
            \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE,
        );
    }

    /**
     * Only for what encode() wrote.
     *
     * @throws \JsonException            if the text is no JSON
     * @throws \InvalidArgumentException if it is no piece of this version
     */
    public static function decode(string $json): Piece
    {
        /** @var PieceData $data */
        $data = json_decode($json, true, 16, \JSON_THROW_ON_ERROR);
        if (self::VERSION !== ($data['version'] ?? null)) {
            throw new \InvalidArgumentException('The score is of another version.');
        }
        $measures = [];
        foreach ($data['measures'] as $position => $measure) {
            $measures[] = self::measure($position, $measure);
        }

        return new Piece(
            $data['title'],
            $data['composer'],
            $measures,
            array_map(self::part(...), $data['parts']),
            $data['goalTempo'],
            $data['beatTicks'],
            $data['goalTempoTo'] ?? null,
            $data['introduction'] ?? 0,
            $data['introductionCounted'] ?? false,
            $data['style'] ?? '',
        );
    }

    /** @return array<string, mixed> */
    private static function measureData(Measure $measure): array
    {
        return array_filter(
            [
                'printed' => $measure->printed,
                'meter' => [$measure->meter->count, $measure->meter->unit],
                'key' => [$measure->key->fifths, $measure->key->mode],
                'length' => $measure->length,
                'repeatStart' => $measure->repeatStart,
                'repeatTimes' => $measure->repeatTimes,
                'endingStart' => $measure->endingStart,
                'endingStop' => $measure->endingStop,
                'jumps' => array_map(static fn (Jump $jump): string => $jump->value, $measure->jumps),
                'end' => BarStyle::Regular === $measure->end ? '' : $measure->end->value,
                'rehearsal' => $measure->rehearsal,
                'lineBreak' => $measure->lineBreak,
            ],
            static fn (mixed $value): bool => !\in_array($value, ['', false, 0, []], true),
        );
    }

    /** @return array<string, mixed> */
    private static function partData(Part $part): array
    {
        return [
            'id' => $part->id,
            'name' => $part->name,
            'instrument' => $part->instrument->value,
            'clef' => $part->clef->value,
            ...$part->eased ? ['eased' => true] : [],
            'measures' => array_map(static fn (array $events): array => array_map(self::eventData(...), $events), $part->measures),
        ];
    }

    /** @return array<string, mixed> */
    private static function eventData(Event $event): array
    {
        $data = ['s' => $event->start, 'l' => $event->length];
        if (1 !== $event->voice) {
            $data['v'] = $event->voice;
        }
        if ([] !== $event->pitches) {
            $data['p'] = array_map(static fn (Pitch $pitch): string => $pitch->name(), $event->pitches);
        }
        if (!$event->tuplet->isNone()) {
            $data['t'] = $event->tuplet->levels;
        }
        $marks = $event->marks;

        return $data +
            array_filter(
                [
                    'tf' => $event->tiedFrom,
                    'tt' => $event->tiedTo,
                    'ss' => $event->slurStarts,
                    'se' => $event->slurStops,
                    'a' => array_map(static fn (Articulation $mark): string => $mark->value, $marks->articulations),
                    'b' => BowMark::None === $marks->bow ? '' : $marks->bow->value,
                    'li' => $marks->lift,
                    'f' => $marks->fingers,
                    'st' => $marks->strings,
                    'd' => $marks->dynamic->value ?? '',
                    'h' => Hairpin::None === $marks->hairpin ? '' : $marks->hairpin->value,
                    'hs' => $marks->hairpinStop,
                    'w' => array_map(static fn (PlayingWord $word): string => $word->value, $marks->words),
                    'ly' => array_map(static fn (Syllable $syllable): array => [$syllable->text, $syllable->wordGoesOn], $marks->lyrics),
                ],
                static fn (mixed $value): bool => !\in_array($value, ['', false, 0, []], true),
            );
    }

    /** @param MeasureData $data */
    private static function measure(int $position, array $data): Measure
    {
        return new Measure(
            $position,
            $data['printed'] ?? '',
            Meter::of(...$data['meter']),
            Key::of(...$data['key']),
            $data['length'],
            $data['repeatStart'] ?? false,
            $data['repeatTimes'] ?? 0,
            $data['endingStart'] ?? [],
            $data['endingStop'] ?? false,
            array_map(Jump::from(...), $data['jumps'] ?? []),
            isset($data['end']) ? BarStyle::from($data['end']) : BarStyle::Regular,
            $data['rehearsal'] ?? '',
            $data['lineBreak'] ?? false,
        );
    }

    /** @param PartData $data */
    private static function part(array $data): Part
    {
        $measures = [];
        foreach ($data['measures'] as $position => $events) {
            $counts = [];
            $measure = [];
            foreach ($events as $event) {
                $voice = $event['v'] ?? 1;
                $index = $counts[$voice] = ($counts[$voice] ?? -1) + 1;
                $measure[] = self::event(\sprintf('%s-m%d-v%d-%d', $data['id'], $position, $voice, $index), $event);
            }
            $measures[] = $measure;
        }

        return new Part(
            $data['id'],
            $data['name'],
            Instrument::from($data['instrument']),
            Clef::from($data['clef']),
            $measures,
            $data['eased'] ?? false,
        );
    }

    /** @param EventData $data */
    private static function event(string $id, array $data): Event
    {
        return new Event(
            $id,
            $data['v'] ?? 1,
            $data['s'],
            $data['l'],
            array_map(Pitch::parse(...), $data['p'] ?? []),
            self::tuplet($data['t'] ?? []),
            $data['tf'] ?? false,
            $data['tt'] ?? false,
            $data['ss'] ?? 0,
            $data['se'] ?? 0,
            self::marks($data),
        );
    }

    /** @param list<array{int, int}> $levels */
    private static function tuplet(array $levels): Tuplet
    {
        $tuplet = Tuplet::none();
        foreach ($levels as [$actual, $normal]) {
            $tuplet = Tuplet::of($actual, $normal)->inside($tuplet);
        }

        return $tuplet;
    }

    /** @param EventData $data */
    private static function marks(array $data): Marks
    {
        return [] === array_diff_key($data, self::UNMARKED)
            ? Marks::none()
            : Marks::of(
                array_map(Articulation::from(...), $data['a'] ?? []),
                BowMark::from($data['b'] ?? 'none'),
                $data['li'] ?? false,
                $data['f'] ?? [],
                $data['st'] ?? [],
                isset($data['d']) ? Dynamic::from($data['d']) : null,
                Hairpin::from($data['h'] ?? 'none'),
                $data['hs'] ?? false,
                array_map(PlayingWord::from(...), $data['w'] ?? []),
                array_map(static fn (array $syllable): Syllable => Syllable::of(...$syllable), $data['ly'] ?? []),
            );
    }
}
