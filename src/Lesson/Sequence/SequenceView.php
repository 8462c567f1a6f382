<?php

declare(strict_types=1);

namespace App\Lesson\Sequence;

use App\Shared\Entity\Sequence;
use App\Shared\Entity\SequenceChange;
use App\Shared\Entity\Step;
use App\Shared\Facts\CoveredPieces;
use App\Shared\Plans\LessonSequences;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\LessonRepository;
use App\Shared\Undo\Changes;
use App\Shared\Web\MusicWords;
use CoinStair\Core\Chunk\Chunk as CoreChunk;
use CoinStair\Core\Lesson\OwnStep;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Sequence\LessonSequence;
use CoinStair\Core\Sequence\SequenceOutline;
use CoinStair\Core\Standing\Reach;
use Symfony\Contracts\Translation\TranslatorInterface;

/** The page of a sequence. */
final readonly class SequenceView
{
    public function __construct(
        private LessonSequences $plans,
        private Changes $changes,
        private ChunkRepository $chunks,
        private LessonRepository $lessons,
        private LessonRows $rows,
        private StepWords $words,
        private MusicWords $music,
        private CoveredPieces $covered,
        private TranslatorInterface $translator,
    ) {
    }

    /**
     * @param Sequence  $sequence with its steps
     * @param list<int> $shown    numbers of the later lessons of which the steps are shown, beside those of the next one
     * @param int       $step     id of a step of which the lesson is shown too
     */
    public function page(Sequence $sequence, Notice|string $problem = '', array $shown = [], int $step = 0): SequencePage
    {
        $chunks = $this->chunks->of($sequence->getPiece());
        $state = $this->plans->state($sequence, $chunks);
        $plan = $state->outline;
        $score = $sequence->getPiece()->score();
        foreach ($plan->lessons as $lesson) {
            array_push($shown, ...(\in_array((string) $step, $lesson->steps, true) ? [$lesson->number] : []));
        }
        [$undo, $redo] = $this->changes->ends(SequenceChange::class, $sequence);

        return new SequencePage(
            $sequence,
            $plan,
            $this->rows->of($sequence, $state, $chunks->music(), $shown),
            $this->held($sequence, $plan),
            array_map($this->music->notice(...), LessonSequence::eased($plan->written, $plan->reaches)),
            $state->offers,
            $this->borders($sequence->getPiece()->score(), $state->newerCut),
            array_values($chunks->taught()),
            $this->lessons->hasOpen($sequence),
            array_map(fn (OwnStep $own): array => [$own->stored(), $this->words->leftOut($score, $own)], $sequence->skipped()),
            $undo,
            $redo,
            $this->reach($sequence),
            $problem,
        );
    }

    private function reach(Sequence $sequence): ?Reach
    {
        $reach = $sequence->isRow() ? null : $this->covered->reach($sequence->getClass(), (int) $sequence->getPiece()->getId());

        return $reach?->toward($sequence->getGoalTempo());
    }

    /** @return list<array{string, string}> */
    private function held(Sequence $sequence, SequenceOutline $plan): array
    {
        $held = [];
        $score = $sequence->getPiece()->score();
        foreach ($plan->groups->slow as $name => [$hardest]) {
            $held[] = [$this->translator->trans('players.'.$name), $this->words->reason($score, $hardest, $hardest->tempo())];
        }
        if (!$plan->isAtGoal && null !== $plan->holds && !isset($plan->groups->slow[$plan->holds->instrument->value])) {
            $held[] = [
                $this->translator->trans('players.'.$plan->holds->instrument->value),
                $this->words->reason($score, $plan->holds, $plan->holds->tempo()),
            ];
        }

        return $held;
    }

    /** @param list<CoreChunk> $phrases */
    private function borders(Piece $score, array $phrases): string
    {
        return implode(', ', array_map(fn (CoreChunk $phrase): string => $this->music->measures($score, $phrase), $phrases));
    }
}
