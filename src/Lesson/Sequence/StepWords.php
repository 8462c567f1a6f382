<?php

declare(strict_types=1);

namespace App\Lesson\Sequence;

use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use App\Shared\Web\MusicWords;
use CoinStair\Core\Chunk\Chunk as CoreChunk;
use CoinStair\Core\Chunk\PlaceNames;
use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Lesson\Habit;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\Others;
use CoinStair\Core\Lesson\OwnStep;
use CoinStair\Core\Lesson\PlannedLesson;
use CoinStair\Core\Lesson\SumUp;
use CoinStair\Core\Lesson\Version;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Lesson\Who;
use CoinStair\Core\Lesson\WhoKind;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use Symfony\Contracts\Translation\TranslatorInterface;

/** Tells a planned step in words: what and where, who plays, what the others do, and why its tempos are what they are. */
final readonly class StepWords
{
    public function __construct(private MusicWords $music, private TranslatorInterface $translator, private RoundWords $rounds)
    {
    }

    public function row(Piece $score, LessonStep $planned, ?Step $step): SequenceRow
    {
        $of = $planned->step;
        $rung = null === $of->rung ? '' : ', '.$this->translator->trans('rung.'.$of->rung->value);

        return new SequenceRow(
            $planned,
            $step,
            $this->title($score, $planned, $step).$rung,
            $this->who($of->who()),
            Others::None === $of->who()->others ? '' : $this->translator->trans('others.'.$of->who()->others->value),
            $this->rounds->names($score, $planned->chunk, $of->rounds),
            '' === $of->prompt && null !== $planned->says ? $this->music->notice($planned->says) : $of->prompt,
            $of->prompt,
            true === $step?->getSequence()->isRow() ? [] : $this->why($score, $planned),
            null === $planned->listen ? '' : $this->music->notice($planned->listen),
            Version::Memory === $of->fuller ? $this->translator->trans('version.memory') : '',
        );
    }

    /** The one sentence at the end of a lesson that goes as it is planned; empty where the teacher leaves it out. */
    public function sumUp(Sequence $sequence, PlannedLesson $lesson): string
    {
        if ($sequence->isRow() || !\in_array(Habit::SumUp, $sequence->getClass()->getHabits(), true)) {
            return '';
        }
        $told = SumUp::ofPlanned($lesson, $sequence->getGoalTempo(), PlaceNames::of($sequence->getPiece()->score()));

        return null === $told ? '' : $this->music->notice($told);
    }

    private function title(Piece $score, LessonStep $planned, ?Step $step): string
    {
        $warmUp = $planned->step->warmUp;
        if (null !== $warmUp) {
            return $this->warmUp($warmUp);
        }
        if (null !== $planned->piece) {
            return $this->translator->trans('purpose.run').' '.$planned->piece->title;
        }
        $piece = $step?->getChunk()?->getPiece();
        if (null !== $piece && true === $step?->getSequence()->isRow()) {
            $mode = $this->translator->trans('mode.'.$planned->step->mode->value);

            return trim($piece->getNumberInBook().' '.$piece->getTitle()).', '.$mode;
        }
        $where = null === $planned->chunk ? '' : ' '.$this->music->measures($score, $planned->chunk);

        return trim($this->translator->trans('purpose.'.$planned->step->purpose->value).$where);
    }

    /** What stands under a flight of the picture: as short as it can be. */
    public function name(Piece $score, ?CoreChunk $chunk, ?LessonStep $planned = null): string
    {
        if (null !== $chunk) {
            return $this->music->measures($score, $chunk);
        }

        return $planned?->step->warmUp?->told() ?? '';
    }

    public function who(Who $who): string
    {
        $players = array_map(
            fn (Instrument $instrument): string => $this->translator->trans('players.'.$instrument->value),
            $who->instruments,
        );

        return match ($who->kind) {
            WhoKind::All => $this->translator->trans('who.all'),
            WhoKind::Instruments => implode(', ', $players),
            default => $this->translator->trans('who.'.$who->kind->value).([] === $players ? '' : ': '.implode(', ', $players)),
        };
    }

    /** What was left out of a lesson. */
    public function leftOut(Piece $score, OwnStep $own): string
    {
        $chunk = CoreChunk::between($score, $own->edges);

        return $this->translator->trans('Lesson %number%: %step%', [
            '%number%' => (string) $own->lesson,
            '%step%' => match (true) {
                null !== $own->warmUp => $this->warmUp($own->warmUp),
                null !== $own->group => $this->translator->trans('players.'.$own->group->value),
                default => trim(
                    $this->translator->trans('purpose.'.$own->purpose->value).
                    (null === $chunk ? '' : ' '.$this->music->measures($score, $chunk)),
                ),
            },
        ]);
    }

    public function warmUp(WarmUp $warmUp): string
    {
        return $this->translator->trans('warm-up.'.$warmUp->kind->value, ['%about%' => $warmUp->told()]);
    }

    /** @return list<string> */
    private function why(Piece $score, LessonStep $planned): array
    {
        $why = [];
        if (null === $planned->chunk || [] === $planned->time->treads) {
            return [];
        }
        $first = $planned->time->treads[0];
        $why[] = $planned->reading
            ? $this->translator->trans('why.reading', [
                '%tempo%' => (string) (int) floor($first->comfort),
                '%share%' => (string) (int) round(100 * $planned->lack),
            ])
            : (null === $planned->hardest ? '' : $this->reason($score, $planned->hardest, $first->comfort));
        $why[] = $this->translator->trans('why.start', [
            '%tempo%' => (string) $first->tempo,
            '%chance%' => (string) (int) round(100 * $first->chance),
        ]);
        $top = $planned->time->top();
        if (null !== $top && $top->tempo > $first->tempo) {
            $why[] = $this->translator->trans('why.top', [
                '%tempo%' => (string) $top->tempo,
                '%chance%' => (string) (int) round(100 * $top->chance),
            ]);
        }
        if ($planned->isCut) {
            $why[] = $this->translator->trans('why.cut');
        }

        return array_values(array_filter($why));
    }

    public function reason(Piece $score, Hardest $hardest, float $comfort): string
    {
        return $this->translator->trans('%players%, %place%: %reason% Comfortable at %tempo%.', [
            '%players%' => $this->translator->trans('players.'.$hardest->instrument->value),
            '%place%' => $this->music->place($score, $hardest->move->to),
            '%reason%' => $this->music->notice($hardest->move->reason),
            '%tempo%' => (string) (int) floor($comfort),
        ]);
    }
}
