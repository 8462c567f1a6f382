<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Library\Hands\HandsQuery;
use App\Library\Hands\HandsView;
use App\Shared\Entity\Piece;
use App\Shared\Repository\ClassRepository;
use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece as Score;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Sound\Click;
use CoinStair\Core\Sound\Repetition;
use CoinStair\Core\Sound\Tone;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;

/** What sounds of a choice of a piece: count-in, clicks, and the tones of the parts that are shown. */
final class SoundController
{
    private const SLOWEST = 30;
    private const FASTEST = 240;

    public function __construct(private readonly ClassRepository $classes, private readonly HandsView $view)
    {
    }

    /** Of a chunk by its edges, or of measures by their positions; in a part, in the part of an instrument, or in all parts. */
    #[Route('/pieces/{id:piece}/sound', name: 'piece_sound', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function __invoke(Piece $piece, Request $request): JsonResponse
    {
        $score = $piece->score();
        $hands = $this->view->hands($piece, HandsQuery::of($request->query, $this->classes));
        $parts = null === $hands ? $score->parts : [$hands->part];
        $one = null === $hands ? $score->part($request->query->getString('part')) : null;
        $parts = null === $one ? $parts : [$one];
        $music = null === $hands ? $score : $hands->piece->withParts($parts);
        $chunk = self::chunk($score, $request);
        $tempo = max(self::SLOWEST, min(self::FASTEST, $request->query->getInt('tempo') ?: $piece->getGoalTempo()));
        $tones = array_merge(...array_map(static fn (Part $part): array => self::tones($music, $part, $chunk), $parts));
        usort($tones, static fn (array $a, array $b): int => $a[0] <=> $b[0]);

        return new JsonResponse([
            'tempo' => $tempo,
            'beats' => $chunk->beats($score),
            'clicks' => array_map(
                static fn (Click $click): array => [$click->at, $click->count],
                Repetition::clicks($score, $chunk, $tempo),
            ),
            'tones' => $tones,
        ]);
    }

    private static function chunk(Score $score, Request $request): Chunk
    {
        $between = Chunk::between($score, $request->query->getString('edges'));
        if (null !== $between) {
            return $between;
        }
        $count = \count($score->measures);
        $from = max(0, min($count - 1, $request->query->getInt('from')));
        $to = max($from + 1, min($count, $request->query->getInt('to', $count)));

        return Chunk::of($score, ChunkKind::ofSize($to - $from), Place::of($from), $to < $count ? Place::of($to) : $score->end());
    }

    /** @return list<array{float|int, float|int, int, string}> beat, length in beats, MIDI number, id of the note */
    private static function tones(Score $score, Part $part, Chunk $chunk): array
    {
        return array_map(
            static fn (Tone $tone): array => [$tone->at, $tone->beats, $tone->midi, $tone->event],
            Repetition::tones($score, $part, $chunk),
        );
    }
}
