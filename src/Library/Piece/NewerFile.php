<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Shared\Cut\Cuts;
use App\Shared\Entity\Chunk;
use App\Shared\Entity\CutChange;
use App\Shared\Entity\Piece;
use App\Shared\Entity\PieceSource;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\OverrideRepository;
use App\Shared\Repository\PieceChunks;
use App\Shared\Repository\PieceRepository;
use App\Shared\Undo\Changes;
use CoinStair\Core\Chunk\Realignment;
use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\ReadResult;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Sequence\FirstLook;
use Doctrine\ORM\EntityManagerInterface;

/** Reads a newer state of a piece: its chunks, and what was set of its notes, go with their music. */
final readonly class NewerFile
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Cuts $cuts,
        private ChunkRepository $chunks,
        private Changes $changes,
        private OverrideRepository $overrides,
        private PieceRepository $pieces,
        private Limits $limits,
    ) {
    }

    /**
     * @return int chunks of which nothing is left
     *
     * @throws UnreadableFile
     */
    public function read(Piece $piece, string $bytes, string $fileName): int
    {
        $read = ScoreFile::read($bytes, $this->limits);
        // What its page reckons is reckoned before the old score goes.
        FirstLook::at($read->piece, $piece->getGoalTempo());

        return $this->cuts->change(
            $piece,
            $this->chunks->of($piece),
            fn (PieceChunks $chunks): int => $this->renew($piece, $chunks->all, $read, $bytes, $fileName),
        );
    }

    /** @param list<Chunk> $chunks */
    private function renew(Piece $piece, array $chunks, ReadResult $read, string $bytes, string $fileName): int
    {
        $realignment = Realignment::of($piece->score(), $read->piece);
        $moved = array_map(static fn (Chunk $chunk) => $realignment->chunk($chunk->chunk()), $chunks);
        $overrides = $this->overrides->all($piece);
        $piece->renew($read->piece, $read->notices);
        $lost = 0;
        foreach ($chunks as $index => $chunk) {
            $to = $moved[$index];
            if (null !== $to) {
                $chunk->cut($to);
                continue;
            }
            $lost += $chunk->isRemoved() ? 0 : 1;
            $chunk->putAside();
        }
        foreach ($overrides as $override) {
            $note = $realignment->note($override->setting()->note);
            if (null !== $note) {
                $override->move($note);
            }
        }
        // What was done to the cut before was done to another score.
        $this->changes->clear(CutChange::class, $piece);
        $source = $this->pieces->source($piece);
        if (null === $source) {
            $this->entities->persist(new PieceSource($piece, $fileName, $bytes));
        } else {
            $source->renew($fileName, $bytes);
        }
        $this->entities->flush();

        return $lost;
    }
}
