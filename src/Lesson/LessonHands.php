<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Lesson;
use App\Shared\Record\HandsRecord;
use App\Shared\Web\HandDrawing;
use App\Shared\Web\HandWords;
use App\Shared\Web\Notation;
use CoinStair\Core\Analysis\BothHands;
use CoinStair\Core\Analysis\BowRibbon;
use CoinStair\Core\Analysis\HandLayers;
use CoinStair\Core\Analysis\HandPolicies;
use CoinStair\Core\Analysis\HandsOnScore;
use CoinStair\Core\Analysis\RibbonStroke;
use CoinStair\Core\Analysis\StartCard;
use CoinStair\Core\LeftHand\HandPicture;
use CoinStair\Core\Practice\Chunk;
use CoinStair\Core\Practice\Repetition;
use CoinStair\Core\Practice\Tone;
use CoinStair\Core\Score\HandEdit;
use CoinStair\Core\Score\HandEdits;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Environment;

/**
 * What each instrument of a class sees of a chunk in the lesson: notation with all its layers, start card, hand picture and ribbon. The screen
 * takes away the layers that are not wanted.
 *
 * @phpstan-type Player array{id: string, name: string, instrument: string, part: string}
 * @phpstan-type Given array<string, array{edits: list<HandEdit>, known: list<string>}>
 */
final readonly class LessonHands
{
    private const PLAYERS = 8;

    public function __construct(private HandsRecord $record, private HandWords $words, private TranslatorInterface $translator, private Environment $twig)
    {
    }

    /**
     * The parts of the score, and after them instruments of the class that have none and get one derived.
     *
     * @return list<Player> part is empty where it is derived
     */
    public function players(Lesson $lesson): array
    {
        $score = $lesson->getPiece()->score();
        $outline = $score->isOutline();
        $players = array_map(static fn (Part $part): array => ['id' => $part->id, 'name' => '' === $part->name ? $part->id : $part->name, 'instrument' => $outline || Instrument::Other === $part->instrument ? '' : $part->instrument->value, 'part' => $part->id], $score->parts);
        $there = array_column($players, 'instrument');
        foreach ($outline ? [] : $lesson->getClass()->instruments() as $instrument) {
            if (!\in_array($instrument->value, $there, true)) {
                $players[] = ['id' => 'as-'.$instrument->value, 'name' => ucfirst($this->translator->trans('instrument.'.$instrument->value)), 'instrument' => $instrument->value, 'part' => ''];
            }
        }
        foreach ($players as $index => $player) {
            if ('' !== $player['instrument'] && 1 === \count(array_keys($there, $player['instrument'], true)) && 1 === \count($score->parts)) {
                $players[$index]['name'] = ucfirst($this->translator->trans('instrument.'.$player['instrument']));
            }
        }

        return \array_slice($players, 0, self::PLAYERS);
    }

    /**
     * @param list<Player> $players
     *
     * @return Given
     */
    public function given(Lesson $lesson, array $players): array
    {
        $instruments = array_values(array_filter(array_map(static fn (string $name): ?Instrument => Instrument::tryFrom($name), array_values(array_unique(array_column($players, 'instrument'))))));

        return [] === $instruments ? [] : $this->record->given($lesson->getPiece(), $lesson->getClass(), $instruments);
    }

    /**
     * @param Piece  $piece  as it is played
     * @param Player $player
     * @param Given  $given
     */
    public function hands(Piece $piece, array $player, HandPolicies $policies, int $tempo, array $given): ?BothHands
    {
        $instrument = Instrument::tryFrom($player['instrument']);
        if (null === $instrument) {
            return null;
        }
        $part = $piece->part($player['part']);

        return BothHands::of(null === $part ? $piece : $piece->withParts([$part]), $instrument, $policies, $tempo, HandEdits::of($given[$instrument->value]['edits'] ?? []), $given[$instrument->value]['known'] ?? []);
    }

    /**
     * @param Piece $piece with all its parts, as it is played
     *
     * @return array<string, mixed> as JSON goes into the page
     */
    public function view(Piece $piece, BothHands $hands, Chunk $chunk): array
    {
        $from = $chunk->from->position;
        $to = $chunk->lastPosition() + 1;
        $fresh = [];
        foreach ($hands->voices() as $voice) {
            foreach ($voice->fingering->notes as $index => $note) {
                if ($voice->isToBeShown($index)) {
                    $fresh[] = $note->id;
                }
            }
        }
        $marked = HandsOnScore::marked($hands, HandLayers::everything())->parts[0];
        // All parts together tell where a chunk lands; one that is derived from the line lands where the line does.
        $together = 1 === \count($piece->parts) ? $hands->piece->withParts([$marked]) : $piece->withParts([$marked, ...array_filter($piece->parts, static fn (Part $part): bool => $part->id !== $marked->id)]);
        $shown = Notation::ofChunk($together, $chunk, [$marked->id]);
        $card = StartCard::of($hands, $chunk->from, $chunk->to);

        return $shown + [
            'tones' => array_map(static fn (Tone $tone): array => [$tone->at, $tone->beats, $tone->midi, $tone->event], Repetition::tones($together, $hands->part, $chunk)),
            'text' => $this->words->lines($hands, $from, $to),
            'fresh' => array_values(array_filter($fresh, static fn (string $id): bool => str_contains($shown['xml'], '"'.$id.'"'))),
            'verses' => HandsOnScore::verses($hands->part),
            'card' => null === $card ? '' : $this->words->card($card).'.',
            'ribbon' => [
                'frog' => $this->words->zone('frog'),
                'tip' => $this->words->zone('tip'),
                'strokes' => array_map(static fn (RibbonStroke $one): array => ['note' => $one->note, 'until' => $one->until, 'from' => $one->from, 'to' => $one->to, 'weight' => $one->weight(), 'lifted' => $one->lifted, 'recovers' => $one->recovers], BowRibbon::of($hands, $from, $to)),
            ],
            'picture' => $this->twig->render('_hand_picture.svg.twig', [
                'id' => 'room-hand',
                'instrument' => $hands->instrument(),
                'numbers' => '',
                'drawing' => HandDrawing::of($hands, HandPicture::of($hands->fingering, $hands->instrument(), $hands->piece->measures[$from]->key, $from, $to, $hands->known)),
            ]),
        ];
    }
}
