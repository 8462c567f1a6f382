<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Form\Canon;
use CoinStair\Core\Lesson\Who;
use CoinStair\Core\Lesson\WhoKind;
use CoinStair\Core\Method\InGroups;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Method\TaughtChunk;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/** The order in which a round is learned (handbook 5): its line in unison, then in two groups, then as it is written. */
final class OrderOfRound
{
    /**
     * @param Piece                       $piece in unison
     * @param non-empty-list<TaughtChunk> $order of a method over it
     *
     * @return non-empty-list<TaughtChunk>
     */
    public static function of(Piece $piece, Canon $canon, array $order): array
    {
        $whole = Chunk::whole($piece);
        $line = $canon->measures < \count($piece->measures)
            ? Chunk::of($piece, ChunkKind::Join, $piece->start(), Place::of($canon->measures))
            : $whole;
        // Who plays behind the line plays what was learned.
        $learned = array_values(array_filter($order, static fn (TaughtChunk $taught): bool => !$canon->isBehind($taught->chunk->to)));
        $isThere = [] !== array_filter($learned, static fn (TaughtChunk $taught): bool => $taught->chunk->edges() === $line->edges());

        return [
            ...$learned,
            ...$isThere ? [] : [new TaughtChunk([] === $learned ? StepPurpose::Learn : StepPurpose::Join, $line)],
            ...$canon->groups() > 2 ? [new TaughtChunk(StepPurpose::Run, $line, groups: InGroups::Two)] : [],
            new TaughtChunk(StepPurpose::Run, $whole, groups: InGroups::Written),
        ];
    }

    /** Who plays a chunk of an order; none where nothing is said of it. */
    public static function who(TaughtChunk $taught): ?Who
    {
        return match ($taught->groups) {
            null => null,
            InGroups::Two => Who::of(WhoKind::Halves),
            InGroups::Written => Who::of(WhoKind::Parts),
        };
    }
}
