<?php

declare(strict_types=1);

namespace App\Library\Cut;

use App\Shared\Entity\CutChange;
use App\Shared\Entity\Piece;
use App\Shared\Plans\LessonSequences;
use App\Shared\Plans\PiecesForClasses;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\OverrideRepository;
use App\Shared\Repository\PieceChunks;
use App\Shared\Undo\Changes;
use App\Shared\Web\MusicWords;
use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Difficulty\Spot;
use CoinStair\Core\Form\Sections;
use CoinStair\Core\Form\Talk;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Override as Setting;
use CoinStair\Core\Score\Piece as Score;
use CoinStair\Core\Sequence\CutPlan;
use CoinStair\Core\Standing\CoverageState;
use Symfony\Contracts\Translation\LocaleAwareInterface;
use Symfony\Contracts\Translation\TranslatorInterface;

/**
 * Tells what the piece page shows of a cut. Reckoned once for each state of all that it follows from.
 *
 * @phpstan-import-type ChunkRow from ShownCut
 * @phpstan-import-type SpotRow from ShownCut
 * @phpstan-import-type StepRow from ShownCut
 */
final readonly class CutView
{
    private const SPOTS = 12;
    /** Sentences of each kind. */
    private const SENTENCES = 24;

    public function __construct(
        private ChunkRepository $chunks,
        private Changes $changes,
        private PiecesForClasses $pieces,
        private OverrideRepository $overrides,
        private LessonSequences $sequences,
        private ScoreOverlay $overlay,
        private MusicWords $music,
        private TranslatorInterface $translator,
        private Memory $memory,
    ) {
    }

    /** The piece as it is cut for somebody, with what their record and their teacher say now. */
    public function load(Piece $piece, CutQuery $query): LoadedCut
    {
        return $this->with(
            $piece,
            $query,
            $this->chunks->of($piece),
            $this->overrides->counting($piece, $query->class),
            null === $query->class ? [] : $this->chunks->frozen($piece, $query->class),
        );
    }

    /** The same after its chunks were changed; what they do not change is not asked for again. */
    public function again(LoadedCut $cut, PieceChunks $now): LoadedCut
    {
        return $this->with($cut->piece, $cut->query, $now, $cut->overrides, $cut->frozen);
    }

    /**
     * @param array<string, list<Setting>> $overrides that count, by instrument
     * @param list<int>                    $frozen    chunks on which the class's sequence was built, by id
     */
    private function with(Piece $piece, CutQuery $query, PieceChunks $chunks, array $overrides, array $frozen): LoadedCut
    {
        $past = null === $query->class ? [] : $this->sequences->past($query->class, $piece, $chunks);
        $for = $this->pieces->playedBy($piece, $query->class, $query->policies, $past, $overrides);

        return new LoadedCut($piece, $query->settledFor($for), $for, $chunks, $chunks->fixed($frozen), $overrides, $frozen);
    }

    /** @param Notice|string $problem with the last change; empty if there was none */
    public function page(LoadedCut $cut, Notice|string $problem = '', string $touched = ''): Workspace
    {
        $query = $cut->query;
        [$undo, $redo] = $this->changes->ends(CutChange::class, $cut->piece);
        $all = $query->class?->instruments() ?: Instrument::strings();
        $left = array_values(array_filter($all, static fn (Instrument $instrument): bool => !$query->has($instrument)));
        $aside = \count($cut->chunks->misfits());

        return new Workspace($cut->piece, $query, $this->show($cut), $left, $undo, $redo, $aside, $problem, $touched);
    }

    public function show(LoadedCut $cut): ShownCut
    {
        $forClass = $cut->for;
        $coverage = $forClass->standing->overMeasures($cut->music());
        $plan = $cut->plan();
        $fingerprint = $forClass
            ->planFingerprint('cut')
            ->with('method', $plan->method)
            ->with('instruments', $plan->instruments)
            ->with('cut', $plan->fixed)
            ->with('coverage', $coverage)
            ->with('words', $this->translator instanceof LocaleAwareInterface ? $this->translator->getLocale() : '');

        return $this->memory->remember($fingerprint, fn (): ShownCut => $this->reckoned($plan, $coverage));
    }

    /** @param array<int, CoverageState> $coverage */
    private function reckoned(CutPlan $plan, array $coverage): ShownCut
    {
        $score = $plan->of->piece;
        $likeness = $plan->of->likeness();
        $shown = [];
        foreach ($plan->fixed->own as $chunk) {
            $shown[] = new MapChunk($chunk, $this->music->measures($score, $chunk), false, $plan->hardest($chunk));
        }
        foreach ($plan->proposed() as $chunk) {
            $shown[] = new MapChunk($chunk, $this->music->measures($score, $chunk), true, $plan->hardest($chunk));
        }
        usort(
            $shown,
            static fn (MapChunk $one, MapChunk $other): int => $one->chunk->from->compare($other->chunk->from) ?:
            $other->chunk->to->compare($one->chunk->to),
        );
        $heat = array_map(
            fn (Hardest $hardest): array => [
                'tempo' => (int) floor($hardest->tempo()),
                'share' => $hardest->tempo() / $plan->aim->goal,
                'told' => $this->reason($score, $hardest),
            ],
            $plan->heat(),
        );
        $together = Spot::together($plan->spots());
        $worst = \array_slice($together, 0, self::SPOTS);
        $sections = Sections::find($score, $likeness);
        $map = MeasureMap::of($score, $likeness, $shown, $sections, $heat, $coverage);

        return new ShownCut(
            $map,
            $this->overlay->write($score, $map, $shown, $sections, $worst),
            array_map(fn (MapChunk $chunk): array => $this->chunk($score, $chunk), $shown),
            array_map(
                fn (array $spots): array => $this->spot($score, $spots, \count($plan->instruments)),
                $worst,
            ),
            \count($together),
            $this->steps($plan),
            \count($plan->plan()->lessons),
            $plan->plan()->seconds(),
            $plan->plan()->isAtGoal() ? null : $plan->plan()->reaches,
            implode(', ', array_map($this->players(...), array_keys($plan->groups()->apart))),
            $this->talk(Talk::of($score, $likeness)),
        );
    }

    /** @return array<string, list<string>> */
    private function talk(Talk $talk): array
    {
        return array_map(fn (array $notices): array => array_map($this->music->notice(...), \array_slice($notices, 0, self::SENTENCES)), [
            'sections' => $talk->sections,
            'returns' => $talk->returns,
            'figures' => $talk->figures,
            'texture' => $talk->texture,
        ]);
    }

    /** @return ChunkRow */
    private function chunk(Score $score, MapChunk $shown): array
    {
        return [
            'edges' => $shown->edges,
            'label' => $shown->label,
            'kind' => $shown->chunk->kind->value,
            'proposed' => $shown->proposed,
            'from' => $shown->chunk->from->position,
            'last' => $shown->chunk->lastPosition(),
            'lands' => $shown->chunk->lands,
            'told' => null === $shown->hardest ? '' : $this->reason($score, $shown->hardest),
        ];
    }

    /**
     * @param non-empty-list<Spot> $spots of one place
     * @param int                  $all   instruments that count
     *
     * @return SpotRow
     */
    private function spot(Score $score, array $spots, int $all): array
    {
        $spot = $spots[0];
        $players = array_values(
            array_unique(array_map(fn (Spot $one): string => $this->translator->trans('players.'.$one->instrument->value), $spots)),
        );

        return [
            'players' => \count($players) === $all && $all > 1 ? $this->translator->trans('All') : implode(', ', $players),
            'place' => $this->music->said($score, $spot->from),
            'from' => $spot->from->position,
            'to' => min($spot->to->position, \count($score->measures) - 1),
            'edges' => $spot->chunk($score)->edges(),
            'reason' => $this->music->notice($spot->reason),
            'comfort' => null === $spot->move ? null : (int) floor($spot->move->comfort()),
            'heat' => ScoreOverlay::heat($spot),
        ];
    }

    private function players(string $instrument): string
    {
        return $this->translator->trans('players.'.$instrument);
    }

    /** @return list<StepRow> what is taught in the lessons, without what opens and closes each */
    private function steps(CutPlan $plan): array
    {
        $rows = [];
        $score = $plan->of->piece;
        foreach ($plan->plan()->lessons as $lesson) {
            foreach ($lesson->steps as $planned) {
                $treads = $planned->time->tempos();
                if (null === $planned->chunk || [] === $treads) {
                    continue;
                }
                $rows[] = [
                    'lesson' => $lesson->number,
                    'as' => $planned->step->purpose->value,
                    'label' => $this->music->measures($score, $planned->chunk),
                    'like' => null === $planned->like ? '' : $this->music->measures($score, $planned->like),
                    'rung' => $planned->step->rung->value ?? '',
                    'who' => implode(', ', array_map($this->players(...), array_column($planned->step->who()->instruments, 'value'))),
                    'start' => $treads[0],
                    'top' => $planned->top(),
                    'seconds' => $planned->time->seconds(),
                ];
            }
        }

        return $rows;
    }

    /** "Violas, 9.3: Finger 2 hops from D to A. 58". */
    private function reason(Score $score, Hardest $hardest): string
    {
        return $this->translator->trans('%players%, %place%: %reason% Comfortable at %tempo%.', [
            '%players%' => $this->translator->trans('players.'.$hardest->instrument->value),
            '%place%' => $this->music->place($score, $hardest->move->to),
            '%reason%' => $this->music->notice($hardest->move->reason),
            '%tempo%' => (string) (int) floor($hardest->tempo()),
        ]);
    }
}
