<?php

declare(strict_types=1);

namespace App\Lesson\Sheet;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Plans\PiecesForClasses;
use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Score\Instrument;

/**
 * The notation of a step for one instrument, before a lesson is begun.
 *
 * @phpstan-import-type View from SheetViews
 */
final readonly class StepSheets
{
    public function __construct(private PiecesForClasses $pieces, private SheetViews $views)
    {
    }

    /** @return View */
    public function warmUp(Piece $piece, SchoolClass $class, WarmUp $warmUp, Instrument $instrument): array
    {
        $of = $this->pieces->of($piece, $class);

        return $this->view(LessonItem::ofWarmUp($warmUp->code(), $of, $warmUp, $piece->getScoreHash()), $instrument);
    }

    /**
     * @param string $figure in which it is played, as it is typed; empty for the plain line
     *
     * @return View
     */
    public function chunk(Piece $piece, SchoolClass $class, Chunk $chunk, string $figure, Instrument $instrument): array
    {
        $item = LessonItem::ofChunk('step', $this->pieces->of($piece, $class), $figure, $chunk, $piece->getScoreHash());

        return $this->view($item, $instrument);
    }

    /** @return View */
    private function view(LessonItem $item, Instrument $instrument): array
    {
        $played = $item->played();
        $part = $item->partOf($instrument, '');

        return '' === $part
            ? $this->views->plain($played->piece, $part, $item->chunk)
            : $this->views->of(PlayerSheet::of($played->piece, $played->hands($instrument, $part)), $item->chunk);
    }
}
