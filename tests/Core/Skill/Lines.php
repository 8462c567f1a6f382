<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Skill;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\OpenString;
use CoinStair\Core\LeftHand\Placement;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Marks;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\PieceSkills;
use CoinStair\Core\Tests\Tunes;

/** Lines for one instrument each, as it is written for it, and the skills that are found in them. */
final class Lines
{
    /** A line of an instrument from an ABC body; sounding as written, and for the bass an octave below. */
    public static function of(Instrument $instrument, string $body, string $meter = '4/4', string $key = 'D', string $unit = '1/4'): Piece
    {
        $piece = Tunes::abc($body, $meter, $key, $unit);
        $octaves = $instrument->octavesAboveWritten();

        return $piece->withParts(
            array_map(
                static fn (Part $part): Part => new Part(
                    $part->id,
                    '',
                    $instrument,
                    $instrument->clef(),
                    array_map(
                        static fn (array $events): array => array_map(
                            static fn (Event $event): Event => $event->sounding(
                                array_map(static fn (Pitch $pitch): Pitch => $pitch->octavesUp($octaves), $event->pitches),
                            ),
                            $events,
                        ),
                        $part->measures,
                    ),
                ),
                $piece->parts,
            ),
        );
    }

    /**
     * Quarter notes of an instrument, with the fingers printed: open strings by their letter ("D"), fingers by string, finger and placement
     * ("A2 low").
     *
     * @param list<string> $places
     */
    public static function fingers(Instrument $instrument, array $places, string $key = 'D'): Piece
    {
        $piece = self::of($instrument, implode('|', array_fill(0, (int) ceil(\count($places) / 4), 'D D D D')).'|]', '4/4', $key);
        $pitches = array_map(static fn (string $place): Pitch => self::pitch($instrument, $place), $places);
        $measures = [];
        foreach ($piece->parts[0]->measures as $events) {
            $measures[] = array_map(static function (Event $event) use (&$pitches, &$places): Event {
                $pitch = array_shift($pitches);

                $place = array_shift($places);

                return null === $pitch || null === $place
                    ? $event->sounding([])
                    : $event->sounding([$pitch])->marked(Marks::of(fingers: [(int) ($place[1] ?? '0')], strings: [$place[0]]));
            }, $events);
        }

        return $piece->withParts([$piece->parts[0]->withMeasures($measures)]);
    }

    /** @return list<string> codes that are found in a piece for an instrument, in the catalogue's order */
    public static function found(Piece $piece, Instrument $instrument, int $level = 4): array
    {
        return array_keys(self::skills($piece, $instrument, $level)->found($instrument));
    }

    public static function skills(Piece $piece, Instrument $instrument, int $level = 4, int $tempo = 72): PieceSkills
    {
        return PieceSkills::of(
            $piece,
            BothHands::ofEach($piece, [$instrument], HandPolicies::of($level, ['openStrings' => 'open']), $tempo),
            Catalogue::shipped(),
        );
    }

    /** Semitones above the open string, spelled by the letter that the finger has on violin and viola. */
    private static function pitch(Instrument $instrument, string $place): Pitch
    {
        $open = OpenString::named($instrument, $place[0])->pitch ?? throw new \LogicException("No string $place[0].");
        if (1 === \strlen($place)) {
            return $open;
        }
        $finger = (int) $place[1];
        $placement = Placement::tryFrom(substr($place, 3)) ?? Placement::Natural;
        $semitones = match ($instrument) {
            Instrument::Violin, Instrument::Viola => [1 => 2, 4, 5, 7][$finger] + match ($placement) {
                Placement::Low => -1,
                Placement::Natural => 0,
                default => 1,
            },
            Instrument::Cello => match ($placement) {
                Placement::Low => 1,
                Placement::Stretched => $finger + 2,
                default => $finger + 1,
            },
            default => [1 => 2, 2 => 3, 4 => 4][$finger] ?? 0,
        };
        $letters = match ($instrument) {
            Instrument::Violin, Instrument::Viola => $finger,
            default => [0, 1, 1, 2, 2, 3, 3, 4][$semitones],
        };
        $natural = Pitch::fromDiatonic($open->diatonic() + $letters, 0);

        return Pitch::of($natural->letter, $open->midi() + $semitones - $natural->midi(), $natural->octave);
    }
}
