<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Reckoned\PiecesForClasses;
use App\Shared\Web\HandDrawing;
use App\Shared\Web\HandWords;
use App\Shared\Web\Notation;
use CoinStair\Core\Chunk\Chunk as CoreChunk;
use CoinStair\Core\Format\QuickEntry\PatternReader;
use CoinStair\Core\Hands\HandsOnScore;
use CoinStair\Core\Hands\StartCard;
use CoinStair\Core\LeftHand\HandPicture;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Sound\Repetition;
use CoinStair\Core\Sound\Tone;
use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Environment;

/**
 * What each instrument of a class sees and sounds in a lesson: for each chunk the notation with all its layers, tones, start card, hand
 * picture and ribbon. The screen takes away the layers that are not wanted.
 *
 * @phpstan-import-type Ribbon from HandWords
 *
 * @phpstan-type Player array{id: string, name: string, instrument: string, part: string}
 * @phpstan-type View array{
 *     xml: string, outside: list<string>, landing: list<string>, tones: list<array{float|int, float|int, int, string}>,
 *     text: list<array{number: string, notes: list<string>}>, fresh: list<string>, verses: int, card: string, ribbon: Ribbon|null,
 *     picture: string,
 * }
 */
final readonly class LessonPlayers
{
    private const PLAYERS = 8;

    public function __construct(
        private LessonChunks $chunks,
        private PiecesForClasses $pieces,
        private HandWords $words,
        private TranslatorInterface $translator,
        private Environment $twig,
        private Memory $memory,
    ) {
    }

    /**
     * The parts of the score, and after them instruments of the class that have none and get one derived.
     *
     * @return list<Player> part is empty where it is derived, instrument where there are no hands
     */
    public function of(Lesson $lesson): array
    {
        $fingerprint = Fingerprint::of('players')
            ->with('score', $lesson->getPiece()->getScoreHash())
            ->with('instruments', $lesson->getClass()->instruments())
            ->with('words', $this->translator->getLocale());

        return $this->memory->remember($fingerprint, fn (): array => $this->find($lesson));
    }

    /** @return list<Player> */
    private function find(Lesson $lesson): array
    {
        $score = $lesson->getPiece()->score();
        $outline = $score->isOutline();
        $players = [];
        foreach ($score->parts as $part) {
            $instrument = $outline || Instrument::Other === $part->instrument ? '' : $part->instrument->value;
            $alone = 1 === \count($score->parts) && '' !== $instrument;
            $players[] = [
                'id' => $part->id,
                'name' => $alone ? $this->name($part->instrument) : ('' === $part->name ? $part->id : $part->name),
                'instrument' => $instrument,
                'part' => $part->id,
            ];
        }
        $there = array_column($players, 'instrument');
        foreach ($outline ? [] : $lesson->getClass()->instruments() as $instrument) {
            if (!\in_array($instrument->value, $there, true)) {
                $players[] = [
                    'id' => 'as-'.$instrument->value,
                    'name' => $this->name($instrument),
                    'instrument' => $instrument->value,
                    'part' => '',
                ];
            }
        }

        return \array_slice($players, 0, self::PLAYERS);
    }

    /**
     * The views of one player by key of the chunk, as JSON that is safe inside a page. Made once for each state of all it depends on.
     *
     * @return string|null none if there is no such player
     */
    public function json(Lesson $lesson, string $id): ?string
    {
        $player = array_values(array_filter($this->of($lesson), static fn (array $player): bool => $player['id'] === $id))[0] ?? null;
        if (null === $player) {
            return null;
        }
        $instrument = Instrument::tryFrom($player['instrument']);
        $tempo = $lesson->goalTempo();
        $forClass = $this->pieces->of($lesson->getPiece(), $lesson->getClass());
        $chunks = [];
        $steps = $lesson->steps();
        $figures = LessonChunks::figures($steps);
        foreach ($this->chunks->of($steps) as $chunk) {
            foreach ($figures[(int) $chunk->getId()] as $key => $figure) {
                $chunks[] = [(string) $key, $figure, $chunk];
            }
        }
        $fingerprint = Fingerprint::of('room')
            ->with('score', $lesson->getPiece()->getScoreHash())
            ->with('player', $player)
            ->with('hands', null === $instrument ? '' : $forClass->handsFingerprint($instrument, $player['part'], $tempo)->key())
            ->with('words', $this->translator->getLocale())
            ->with('chunks', array_map(static fn (array $row): array => [$row[0], $row[1], $row[2]->edges()], $chunks));

        return $this->memory->remember($fingerprint, function () use ($forClass, $player, $instrument, $tempo, $chunks): string {
            $views = $sheets = $pieces = [];
            foreach ($chunks as [$key, $figure, $chunk]) {
                $played = $pieces[$figure] ??= '' === $figure ? $forClass : $forClass->inRhythm(PatternReader::read($figure));
                if (null === $instrument) {
                    $views[$key] = $this->plain($played->piece, $player['part'], $chunk->chunk());
                    continue;
                }
                $sheets[$figure] ??= PlayerSheet::of($played->piece, $played->hands($instrument, $player['part'], $tempo));
                $views[$key] = $this->view($sheets[$figure], $chunk->chunk());
            }

            return json_encode((object) $views, \JSON_HEX_TAG | \JSON_HEX_AMP | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR);
        });
    }

    private function name(Instrument $instrument): string
    {
        return ucfirst($this->translator->trans('instrument.'.$instrument->value));
    }

    /** @return View of a part that no hands are found for */
    private function plain(Piece $piece, string $id, CoreChunk $chunk): array
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
    private function view(PlayerSheet $sheet, CoreChunk $chunk): array
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
