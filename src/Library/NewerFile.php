<?php

declare(strict_types=1);

namespace App\Library;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\CutChange;
use App\Shared\Entity\HandEdit;
use App\Shared\Entity\Piece;
use App\Shared\Entity\PieceSource;
use CoinStair\Core\Chunk\Realignment;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Format\UnreadableFile;
use Doctrine\ORM\EntityManagerInterface;

/** Reads a newer state of a piece: its chunks, and what was set of its notes, go with their music. */
final readonly class NewerFile
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /**
     * @return int chunks of which nothing is left
     *
     * @throws UnreadableFile
     */
    public function read(Piece $piece, string $bytes, string $fileName): int
    {
        $read = ScoreFile::read($bytes);
        $realignment = Realignment::of($piece->score(), $read->piece);
        /** @var list<Chunk> $chunks removed ones too: logs speak of them */
        $chunks = $this->entities->getRepository(Chunk::class)->findBy(['piece' => $piece]);
        $spans = array_map(static fn (Chunk $chunk) => $realignment->chunk($chunk->span()), $chunks);
        /** @var list<HandEdit> $edits */
        $edits = $this->entities->getRepository(HandEdit::class)->findBy(['piece' => $piece]);
        $piece->renew($read->piece, $read->notices);
        $lost = 0;
        foreach ($chunks as $index => $chunk) {
            $span = $spans[$index];
            if (null !== $span) {
                $chunk->cut($span);
                continue;
            }
            $lost += $chunk->isRemoved() ? 0 : 1;
            // Its edges have to lie in the piece.
            $chunk->cut(\CoinStair\Core\Chunk\Chunk::whole($read->piece));
            $chunk->setRemoved(true);
        }
        foreach ($edits as $edit) {
            $note = $realignment->note($edit->edit()->note);
            if (null !== $note) {
                $edit->move($note);
            }
        }
        // What was done to the cut before was done to another score.
        $this->entities->createQuery('DELETE FROM '.CutChange::class.' c WHERE c.piece = :piece')->setParameter('piece', $piece)->execute();
        $source = $this->entities->getRepository(PieceSource::class)->findOneBy(['piece' => $piece]);
        if (null === $source) {
            $this->entities->persist(new PieceSource($piece, $fileName, $bytes));
        } else {
            $source->renew($fileName, $bytes);
        }
        $this->entities->flush();

        return $lost;
    }
}
