<?php

declare(strict_types=1);

namespace App\Library\Cut;

use App\Library\Cut\Command\CutCommand;
use App\Shared\Cut\Cuts;
use App\Shared\Entity\Chunk as StoredChunk;
use App\Shared\Entity\CutChange;
use App\Shared\Entity\Piece;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\PieceChunks;
use App\Shared\Undo\Changes;
use App\Shared\Undo\Turn;
use CoinStair\Core\Chunk\ChangedCut;
use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\CutEdit;
use CoinStair\Core\Score\Refusal;
use Doctrine\ORM\EntityManagerInterface;

/**
 * Changes a piece's cut and keeps each change, so that it can be undone. A proposed chunk becomes the teacher's own by being changed.
 *
 * @phpstan-import-type State from CutChange
 */
final readonly class CutEditor
{
    private const OLD = 'The cut was changed in another window or by somebody else. It is shown as it is now; nothing was taken back.';

    public function __construct(
        private EntityManagerInterface $entities,
        private Cuts $cuts,
        private Changes $changes,
    ) {
    }

    /**
     * @param LoadedCut $cut of which the command speaks
     *
     * @return array{string, PieceChunks} edges of the chunk that was touched; the chunks as they are now
     *
     * @throws Refusal if the change is not possible
     */
    public function change(LoadedCut $cut, CutCommand $command): array
    {
        $plan = $cut->plan();
        $piece = $cut->piece;
        $proposed = $plan->proposed();

        return $this->cuts->change($piece, $cut->chunks, function (PieceChunks $chunks) use ($piece, $plan, $proposed, $command): array {
            $stored = $chunks->taught();
            if ($command->makes && \count($stored) >= ChunkRepository::LIMIT) {
                throw Refusal::because('This piece holds as many chunks as there can be.');
            }
            $music = array_map(static fn (StoredChunk $chunk): Chunk => $chunk->chunk(), $stored);
            $changed = CutEdit::of($piece->score(), $music, array_keys($plan->fixed->own), $proposed, $command->all)
                ->change($command->edges, $command->change);
            $made = $changed->isNone() ? [] : $this->save($piece, $stored, $changed);

            return [$changed->touched, $chunks->after($made)];
        });
    }

    /**
     * Takes back the last change that is not taken back, or does again what was taken back last.
     *
     * @return PieceChunks as they are now
     *
     * @throws Refusal if somebody else changed the cut since
     */
    public function turn(LoadedCut $cut, Turn $turn): PieceChunks
    {
        $change = $this->changes->next(CutChange::class, $cut->piece, $turn, self::OLD);
        if (null === $change) {
            return $cut->chunks;
        }

        return $this->cuts->change($cut->piece, $cut->chunks, static function (PieceChunks $chunks) use ($change, $turn): PieceChunks {
            self::restore($chunks, $change->states($turn->again));
            $change->setUndone(!$turn->again);

            return $chunks->after([]);
        });
    }

    /**
     * @param array<int, StoredChunk> $stored by id
     *
     * @return list<StoredChunk> those that were made
     */
    private function save(Piece $piece, array $stored, ChangedCut $to): array
    {
        $made = [];
        /** @var list<array{StoredChunk, State}> $changed each with its state before */
        $changed = [];
        foreach ($to->chunks as $number => $chunk) {
            $one = $stored[$number] ?? null;
            if (null === $one) {
                $one = new StoredChunk($piece, $chunk, false);
                $one->setRemoved(true);
                $this->entities->persist($one);
                $made[] = $one;
            }
            $changed[] = [$one, self::state($one)];
            $one->cut($chunk);
            $one->setRemoved(false);
            $one->setOwn(\in_array($number, $to->own, true));
        }
        foreach ($to->removed as $number) {
            $changed[] = [$stored[$number], self::state($stored[$number])];
            $stored[$number]->setRemoved(true);
        }
        // New rows need their ids before the change can name them; both lie in one transaction.
        $this->entities->flush();
        $states = [];
        foreach ($changed as [$one, $state]) {
            $states[(int) $one->getId()] = [$state, self::state($one)];
        }
        $this->changes->keep(new CutChange($piece, $states));

        return $made;
    }

    /** @param array<int, State> $states by id of the chunk */
    private static function restore(PieceChunks $chunks, array $states): void
    {
        foreach ($chunks->all as $one) {
            $state = $states[(int) $one->getId()] ?? null;
            if (null !== $state) {
                $one->cutAsTold($state['edges']);
                $one->setOwn($state['own']);
                $one->setRemoved($state['removed']);
            }
        }
    }

    /** @return State */
    private static function state(StoredChunk $one): array
    {
        return ['own' => $one->isOwn(), 'removed' => $one->isRemoved(), 'edges' => $one->edges()];
    }
}
