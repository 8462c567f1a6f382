<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Shared\Web\MusicWords;
use App\Shared\Web\Notation;
use CoinStair\Core\Score\Excerpt;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece as Score;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;

/** What a form of the score page would make of the score, for the engraver, before anything is saved. */
final readonly class ScorePreview
{
    /** Measures that are shown. */
    private const MEASURES = 24;

    public function __construct(private MusicWords $music)
    {
    }

    public static function isAsked(Request $request): bool
    {
        return $request->request->getBoolean('preview');
    }

    public function of(Score $score): JsonResponse
    {
        return new JsonResponse(['xml' => Notation::ofPiece(Excerpt::cut($score, 0, self::MEASURES))]);
    }

    public function problem(Notice|string $problem): JsonResponse
    {
        return new JsonResponse(['problem' => $this->music->told($problem)], 422);
    }
}
