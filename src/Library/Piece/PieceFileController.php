<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Piece;
use App\Shared\Repository\ChunkRepository;
use CoinStair\Core\Format\ScoreWriter;
use CoinStair\Core\Score\Piece as Score;
use CoinStair\Core\Sound\Performance;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** A piece as a file. */
#[Route('/pieces/{id:piece}', requirements: ['id' => '\d{1,9}'])]
final class PieceFileController extends AbstractController
{
    #[Route('/file/{format}', name: 'piece_file', methods: ['GET'], requirements: ['format' => 'abc|musicxml|mxl|midi'])]
    public function give(Piece $piece, string $format, Request $request, ChunkRepository $chunks): Response
    {
        $score = $request->query->getBoolean('chunks') ? self::withChunks($piece->score(), $chunks->of($piece)->taught()) : $piece->score();
        $writer = ScoreWriter::from($format);
        $name = trim((string) preg_replace('/[^\p{L}\p{N}]+/u', '-', $piece->getTitle()), '-') ?: 'piece';

        return new Response($writer->write($score, Performance::read($score, tempo: $piece->getGoalTempo())), 200, [
            'Content-Type' => $writer->mediaType(),
            'Content-Disposition' => HeaderUtils::makeDisposition('attachment', $name.'.'.$writer->ending(), 'piece.'.$writer->ending()),
        ]);
    }

    /**
     * Chunk borders as rehearsal marks, where the book has none of its own.
     *
     * @param array<int, Chunk> $chunks
     */
    private static function withChunks(Score $score, array $chunks): Score
    {
        $measures = $score->measures;
        foreach (array_values($chunks) as $index => $chunk) {
            $position = $chunk->chunk()->from->position;
            if (isset($measures[$position]) && '' === $measures[$position]->rehearsal) {
                $measures[$position] = $measures[$position]->rehearsed('chunk '.($index + 1));
            }
        }

        return $score->withMeasures(array_values($measures));
    }
}
