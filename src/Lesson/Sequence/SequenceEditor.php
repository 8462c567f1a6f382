<?php

declare(strict_types=1);

namespace App\Lesson\Sequence;

use App\Shared\Entity\RhythmPattern;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\SequenceChange;
use App\Shared\Undo\Changes;
use App\Shared\Undo\Turn;
use CoinStair\Core\Score\Refusal;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;

/**
 * Changes a sequence in one transaction, and keeps each change, so that it can be undone.
 *
 * @phpstan-import-type Snapshot from SequenceChange
 */
final readonly class SequenceEditor
{
    private const OLD =
        'The sequence was changed in another window or by somebody else. It is shown as it is now; nothing was taken back.';

    public function __construct(
        private EntityManagerInterface $entities,
        private Changes $changes,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param \Closure(): void $change throws a refusal if it is not possible; then nothing is changed
     *
     * @throws Refusal
     */
    public function change(Sequence $sequence, \Closure $change): void
    {
        // Past the entity manager, which would be closed by a refusal; what it says is shown with the sequence beside it.
        $this->entities->getConnection()->transactional(fn () => $this->keep($sequence, $change));
    }

    /**
     * Takes back the last change that is not taken back, or does again what was taken back last.
     *
     * @throws Refusal if somebody else changed the sequence since
     */
    public function turn(Sequence $sequence, Turn $turn): void
    {
        $change = $this->changes->next(SequenceChange::class, $sequence, $turn, self::OLD);
        if (null === $change) {
            return;
        }
        $this->entities->wrapInTransaction(function () use ($sequence, $change, $turn): void {
            $this->restore($sequence, $change->snapshot($turn->again));
            $change->setUndone(!$turn->again);
            $sequence->touch($this->clock->now());
        });
    }

    /** @param \Closure(): void $change */
    private function keep(Sequence $sequence, \Closure $change): void
    {
        $before = self::snapshot($sequence);
        $change();
        // New rows need their ids before the change can name them.
        $sequence->touch($this->clock->now());
        $this->entities->flush();
        $after = self::snapshot($sequence);
        if ($after !== $before) {
            $this->changes->keep(new SequenceChange($sequence, $before, $after));
            $this->entities->flush();
        }
    }

    /** @param Snapshot $snapshot */
    private function restore(Sequence $sequence, array $snapshot): void
    {
        $sequence->restore($snapshot['settings']);
        $ids = array_values(array_unique(array_filter(array_column($snapshot['steps'], 'pattern'))));
        $patterns = [];
        foreach ([] === $ids ? [] : $this->entities->getRepository(RhythmPattern::class)->findBy(['id' => $ids]) as $pattern) {
            $patterns[(int) $pattern->getId()] = $pattern;
        }
        foreach ($sequence->allSteps() as $step) {
            $state = $snapshot['steps'][(int) $step->getId()] ?? null;
            if (null === $state) {
                $step->setRemoved(true);
            } else {
                $step->restore($state, $patterns[$state['pattern']] ?? null);
            }
        }
    }

    /** @return Snapshot */
    private static function snapshot(Sequence $sequence): array
    {
        $steps = [];
        foreach ($sequence->steps() as $step) {
            $steps[(int) $step->getId()] = $step->state();
        }

        return ['settings' => $sequence->settings(), 'steps' => $steps];
    }
}
