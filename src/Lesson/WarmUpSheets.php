<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Reckoned\PiecesForClasses;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Sequence\WarmUp;

/**
 * The notation of a warm-up for one instrument, before a lesson is begun.
 *
 * @phpstan-import-type View from SheetViews
 */
final readonly class WarmUpSheets
{
    public function __construct(private PiecesForClasses $pieces, private SheetViews $views)
    {
    }

    /** @return View */
    public function view(Piece $piece, SchoolClass $class, WarmUp $warmUp, Instrument $instrument): array
    {
        $item = LessonItem::ofWarmUp($warmUp->code(), $this->pieces->of($piece, $class), $warmUp, $piece->getScoreHash());
        $part = $item->partOf($instrument, '');

        return '' === $part
            ? $this->views->plain($item->played()->piece, $part, $item->chunk)
            : $this->views->of(PlayerSheet::of($item->played()->piece, $item->played()->hands($instrument, $part)), $item->chunk);
    }
}
