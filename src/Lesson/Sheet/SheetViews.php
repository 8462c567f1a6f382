<?php

declare(strict_types=1);

namespace App\Lesson\Sheet;

use App\Shared\Web\HandDrawing;
use App\Shared\Web\HandWords;
use App\Shared\Web\Notation;
use CoinStair\Core\Chunk\Chunk as CoreChunk;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Hands\HandsOnScore;
use CoinStair\Core\Hands\StartCard;
use CoinStair\Core\LeftHand\HandPicture;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Sound\Repetition;
use CoinStair\Core\Sound\Tone;
use Twig\Environment;

/**
 * What one instrument sees and sounds of a chunk or a warm-up: notation with all its layers, tones, start card, hand picture and ribbon.
 *
 * @phpstan-import-type Ribbon from HandWords
 *
 * @phpstan-type View array{
 *     xml: string, outside: list<string>, landing: list<string>, tones: list<array{float|int, float|int, int, string}>,
 *     text: list<array{number: string, notes: list<string>}>, fresh: list<string>, verses: int, card: string, ribbon: Ribbon|null,
 *     picture: string,
 * }
 */
final readonly class SheetViews
{
    public function __construct(private HandWords $words, private Environment $twig)
    {
    }

    /** @return array{fingers: string, letters: string} where a class sees them: "new", "all" or "none" */
    public static function layers(HandPolicies $policies): array
    {
        return [
            'fingers' => $policies->show->hasFingers() ? $policies->where->value : 'none',
            'letters' => $policies->show->hasLetters() ? $policies->where->value : 'none',
        ];
    }

    /** @return View of a part that no hands are found for */
    public function plain(Piece $piece, string $id, CoreChunk $chunk): array
    {
        $part = $piece->part($id) ?? $piece->parts[0];

        return Notation::ofChunk($piece, $chunk, [$part->id]) + [
            'tones' => self::tones($piece, $part, $chunk),
            'text' => Notation::text($piece, $part, $chunk->from->position, $chunk->lastPosition() + 1),
            'fresh' => [],
            'verses' => 0,
            'card' => '',
            'ribbon' => null,
            'picture' => '',
        ];
    }

    /** @return View as it goes into the page */
    public function of(PlayerSheet $sheet, CoreChunk $chunk): array
    {
        $hands = $sheet->hands;
        $from = $chunk->from->position;
        $to = $chunk->lastPosition() + 1;
        $shown = Notation::ofChunk($sheet->together, $chunk, [$sheet->marked->id]);
        $card = StartCard::find($hands, $chunk->from, $chunk->to);

        return $shown + [
            'tones' => self::tones($sheet->together, $hands->part, $chunk),
            'text' => $this->words->lines($hands, $from, $to),
            'fresh' => $sheet->freshIn($shown['xml']),
            'verses' => HandsOnScore::verses($hands->part),
            'card' => null === $card ? '' : $this->words->card($card).'.',
            'ribbon' => $this->words->ribbon($hands, $from, $to),
            'picture' => $this->twig->render('_hand_picture.svg.twig', [
                'id' => 'room-hand',
                'instrument' => $hands->instrument(),
                'numbers' => '',
                'drawing' => HandDrawing::of(
                    $hands,
                    HandPicture::of(
                        $hands->fingering,
                        $hands->instrument(),
                        $hands->piece->measures[$from]->key,
                        $from,
                        $to,
                        $hands->known,
                    ),
                ),
            ]),
        ];
    }

    /** @return list<array{float|int, float|int, int, string}> */
    private static function tones(Piece $piece, Part $part, CoreChunk $chunk): array
    {
        return array_map(
            static fn (Tone $tone): array => [$tone->at, $tone->beats, $tone->midi, $tone->event],
            Repetition::tones($piece, $part, $chunk),
        );
    }
}
