<?php

declare(strict_types=1);

namespace App\Library;

use App\Shared\Entity\Chunk as Row;
use App\Shared\Entity\Piece;
use App\Shared\Record\ChunkList;
use App\Shared\Record\ClassRecord;
use App\Shared\Record\DifficultyRecord;
use App\Shared\Web\MusicExtension;
use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Difficulty\Spot;
use CoinStair\Core\Form\Sections;
use CoinStair\Core\Form\Talk;
use CoinStair\Core\Method\TeachingOrder;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Standing\ChunkCoverage;
use CoinStair\Core\Standing\CoverageState;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Translation\LocaleAwareInterface;
use Symfony\Contracts\Translation\TranslatorInterface;

/**
 * What the piece page shows of a cut: the map, the chunks, the spots, the steps of the method, and sentences. Reckoned once for each state of all
 * that it follows from.
 *
 * @phpstan-type ChunkRow array{edges: string, label: string, kind: string, proposed: bool, from: int, last: int, lands: bool, told: string}
 * @phpstan-type SpotRow array{players: string, place: string, lands: string, from: int, to: int, edges: string, reason: string, comfort: int|null, heat: int}
 * @phpstan-type StepRow array{as: string, label: string, like: string, rung: string, start: int, goal: int, seconds: float, stopsAt: int|null}
 * @phpstan-type Shown array{map: MeasureMap, chunks: list<ChunkRow>, spots: list<SpotRow>, spotCount: int, steps: list<StepRow>, seconds: float, shortOf: int|null, holdsBack: string, without: list<string>, talk: array<string, list<string>>}
 */
final readonly class CutView
{
    private const SPOTS = 12;
    /** Sentences of each kind. */
    private const SENTENCES = 24;

    public function __construct(
        private ChunkList $chunks,
        private CutEditor $editor,
        private DifficultyRecord $difficulty,
        private ClassRecord $record,
        private MusicExtension $music,
        private TranslatorInterface $translator,
        private CacheInterface $cache,
    ) {
    }

    public function plan(Piece $piece, CutQuery $query): CutPlan
    {
        return CutPlan::of($piece, $query, $this->chunks->cut($piece), $this->difficulty->of($piece, $query->policies, $query->class));
    }

    /**
     * With the instruments that count for want of a choice: all, but for one whose part was only derived from the tune and that would hold the
     * others back to less than half of what they can do.
     */
    public function settled(Piece $piece, CutQuery $query): CutQuery
    {
        return $this->counting($piece, $query, $this->difficulty->fingerprint($piece, $query->policies, $query->class));
    }

    /** @param string $state of what decides how hard the piece is */
    private function counting(Piece $piece, CutQuery $query, string $state): CutQuery
    {
        if ($query->chosen) {
            return $query;
        }
        $counting = $this->cache->get('counting.'.hash('xxh128', $state.$query->fingerprint()), function () use ($piece, $query): array {
            $difficulty = $this->difficulty->of($piece, $query->policies, $query->class);
            $whole = Chunk::whole($piece->score());
            $written = array_map(static fn (Part $part): Instrument => $part->instrument, $piece->score()->parts);
            $tempos = [0.0];
            foreach ($query->instruments as $instrument) {
                $tempos[$instrument->value] = min($piece->getGoalTempo(), $difficulty->hardest($whole, [$instrument])?->tempo() ?? \INF);
            }

            return array_values(array_filter($query->instruments, static fn (Instrument $instrument): bool => \in_array($instrument, $written, true) || 2 * ($tempos[$instrument->value] ?? 0.0) >= max($tempos)));
        });

        return $query->counting($counting);
    }

    /** @return array{piece: Piece, query: CutQuery, left: list<Instrument>, shown: Shown, canUndo: bool, canRedo: bool} what the workspace's template needs */
    public function page(Piece $piece, CutQuery $query): array
    {
        $coverage = null === $query->class ? [] : $this->record->coverage($query->class);
        $state = $this->difficulty->fingerprint($piece, $query->policies, $query->class, $coverage);
        $query = $this->counting($piece, $query, $state);
        [$canUndo, $canRedo] = $this->editor->canUndoAndRedo($piece);

        return [
            'piece' => $piece,
            'query' => $query,
            'left' => array_values(array_filter($query->class?->instruments() ?: Instrument::strings(), static fn (Instrument $instrument): bool => !$query->has($instrument))),
            'shown' => $this->shown($piece, $query, $state, $coverage),
            'canUndo' => $canUndo,
            'canRedo' => $canRedo,
        ];
    }

    /** @return Shown */
    public function of(Piece $piece, CutQuery $query): array
    {
        $coverage = null === $query->class ? [] : $this->record->coverage($query->class);

        return $this->shown($piece, $query, $this->difficulty->fingerprint($piece, $query->policies, $query->class, $coverage), $coverage);
    }

    /**
     * @param string                       $state of what decides how hard the piece is
     * @param array<string, ChunkCoverage> $met   what the class's log says, by chunk id
     *
     * @return Shown
     */
    private function shown(Piece $piece, CutQuery $query, string $state, array $met): array
    {
        $chunks = $this->chunks->of($piece);
        $own = ChunkList::ownOf($chunks);
        $coverage = self::coverage($chunks, $met);
        $locale = $this->translator instanceof LocaleAwareInterface ? $this->translator->getLocale() : '';
        $edges = array_map(static fn (Chunk $chunk): array => [$chunk->edges(), $chunk->kind, $chunk->lands], $own);
        $key = hash('xxh128', json_encode([$state, $query->fingerprint(), $edges, $coverage, $locale], \JSON_THROW_ON_ERROR));

        return $this->cache->get('cut.'.$key, fn (): array => $this->reckoned(CutPlan::of($piece, $query, $own, $this->difficulty->of($piece, $query->policies, $query->class)), $coverage));
    }

    /**
     * @param array<int, CoverageState> $coverage
     *
     * @return Shown
     */
    private function reckoned(CutPlan $plan, array $coverage): array
    {
        $piece = $plan->piece;
        $score = $piece->score();
        $shown = [];
        foreach ($plan->own as $chunk) {
            $shown[] = new MapChunk($chunk, $this->music->span($score, $chunk), false, $plan->hardest($chunk));
        }
        foreach ($plan->proposed as $chunk) {
            $shown[] = new MapChunk($chunk, $this->music->span($score, $chunk), true, $plan->hardest($chunk));
        }
        usort($shown, static fn (MapChunk $one, MapChunk $other): int => $one->chunk->from->compare($other->chunk->from) ?: $other->chunk->to->compare($one->chunk->to));
        $heat = [];
        foreach (array_keys($score->measures) as $position) {
            $hardest = $plan->hardest(Chunk::of($score, ChunkKind::Measure, Place::of($position), Place::of($position + 1)));
            if (null !== $hardest && $hardest->tempo() < $piece->getGoalTempo()) {
                $heat[$position] = ['tempo' => (int) floor($hardest->tempo()), 'share' => $hardest->tempo() / $piece->getGoalTempo(), 'told' => $this->reason($piece, $hardest)];
            }
        }
        $whole = $plan->hardest($plan->tree->whole);
        $together = self::together($plan->spots);
        $talk = Talk::of($score, $plan->likeness);
        $texts = fn (array $notices): array => array_map($this->music->notice(...), \array_slice(array_values(array_filter($notices, static fn (mixed $notice): bool => $notice instanceof Notice)), 0, self::SENTENCES));

        return [
            'map' => MeasureMap::of($score, $plan->likeness, $shown, Sections::of($score, $plan->likeness), $heat, $coverage),
            'chunks' => array_map(fn (MapChunk $chunk): array => $this->chunk($piece, $chunk), $shown),
            'spots' => array_map(fn (array $spots): array => $this->spot($piece, $spots, \count($plan->query->instruments)), \array_slice($together, 0, self::SPOTS)),
            'spotCount' => \count($together),
            'steps' => $this->steps($plan),
            'seconds' => $plan->seconds(),
            'shortOf' => $plan->shortOf(),
            ...$this->holdsBack($plan, $whole),
            'talk' => ['sections' => $texts($talk->sections), 'returns' => $texts($talk->returns), 'figures' => $texts($talk->figures), 'texture' => $texts($talk->texture)],
        ];
    }

    /**
     * The instrument that alone holds the others far back.
     *
     * @return array{holdsBack: string, without: list<string>} its name, and the instruments without it; empty if there is none
     */
    private function holdsBack(CutPlan $plan, ?Hardest $whole): array
    {
        $others = null === $whole ? [] : array_values(array_filter($plan->query->instruments, static fn (Instrument $instrument): bool => $instrument !== $whole->instrument));
        $rest = [] === $others ? null : $plan->difficulty->hardest($plan->tree->whole, $others);
        if (null === $whole || null === $rest || $whole->tempo() * 1.2 > min($rest->tempo(), $plan->piece->getGoalTempo())) {
            return ['holdsBack' => '', 'without' => []];
        }

        return ['holdsBack' => $this->translator->trans('players.'.$whole->instrument->value), 'without' => array_column($others, 'value')];
    }

    /** @return ChunkRow */
    private function chunk(Piece $piece, MapChunk $shown): array
    {
        return [
            'edges' => $shown->edges,
            'label' => $shown->label,
            'kind' => $shown->chunk->kind->value,
            'proposed' => $shown->proposed,
            'from' => $shown->chunk->from->position,
            'last' => $shown->chunk->lastPosition(),
            'lands' => $shown->chunk->lands,
            'told' => null === $shown->hardest ? '' : $this->reason($piece, $shown->hardest),
        ];
    }

    /**
     * Spots of several instruments with one reason at one place are one for people.
     *
     * @param list<Spot> $spots
     *
     * @return list<non-empty-list<Spot>>
     */
    private static function together(array $spots): array
    {
        $rows = [];
        foreach ($spots as $spot) {
            $rows[json_encode([$spot->to, $spot->reason->template, $spot->move?->comfort()], \JSON_THROW_ON_ERROR)][] = $spot;
        }

        return array_values($rows);
    }

    /**
     * @param non-empty-list<Spot> $spots of one place
     * @param int                  $all   instruments that count
     *
     * @return SpotRow
     */
    private function spot(Piece $piece, array $spots, int $all): array
    {
        $score = $piece->score();
        $spot = $spots[0];
        $players = array_values(array_unique(array_map(fn (Spot $one): string => $this->translator->trans('players.'.$one->instrument->value), $spots)));

        return [
            'players' => \count($players) === $all && $all > 1 ? $this->translator->trans('All') : implode(', ', $players),
            'place' => $this->music->place($score, $spot->from),
            'lands' => $this->music->place($score, $spot->to),
            'from' => $spot->from->position,
            'to' => min($spot->to->position, \count($score->measures) - 1),
            'edges' => TeachingOrder::ofSpot($score, $spot)->edges(),
            'reason' => $this->music->notice($spot->reason),
            'comfort' => null === $spot->move ? null : (int) floor($spot->move->comfort()),
            'heat' => null === $spot->move ? 0 : (int) min(5, ceil(4 * ($spot->severity - 1))),
        ];
    }

    /** @return list<StepRow> */
    private function steps(CutPlan $plan): array
    {
        $rows = [];
        foreach ($plan->steps as $index => $step) {
            $rows[] = [
                'as' => $step->purpose->value,
                'label' => $this->music->span($plan->piece->score(), $step->chunk),
                'like' => null === $step->like ? '' : $this->music->span($plan->piece->score(), $step->like),
                'rung' => $step->rung->value ?? '',
                'start' => $step->stair->treads[0],
                'goal' => $step->stair->goal(),
                'seconds' => $plan->times[$index]->seconds,
                'stopsAt' => $plan->times[$index]->stopsAt,
            ];
        }

        return $rows;
    }

    /** "Violas, 9.3: Finger 2 hops from D to A. 58". */
    private function reason(Piece $piece, Hardest $hardest): string
    {
        return $this->translator->trans('%players%, %place%: %reason% Comfortable at %tempo%.', [
            '%players%' => $this->translator->trans('players.'.$hardest->instrument->value),
            '%place%' => $this->music->place($piece->score(), $hardest->move->to),
            '%reason%' => $this->music->notice($hardest->move->reason),
            '%tempo%' => (string) (int) floor($hardest->tempo()),
        ]);
    }

    /**
     * @param list<Row>                    $chunks
     * @param array<string, ChunkCoverage> $coverage by chunk id
     *
     * @return array<int, CoverageState> the furthest state of the chunks in which each measure lies, by position
     */
    private static function coverage(array $chunks, array $coverage): array
    {
        if ([] === $coverage) {
            return [];
        }
        $states = [];
        foreach ($chunks as $row) {
            $met = $coverage[(string) $row->getId()] ?? null;
            if (null === $met) {
                continue;
            }
            $span = $row->span();
            for ($position = $span->from->position; $position <= $span->lastPosition(); ++$position) {
                $states[$position] = self::further($states[$position] ?? null, $met->state);
            }
        }

        return $states;
    }

    private static function further(?CoverageState $one, CoverageState $other): CoverageState
    {
        $order = array_flip(array_column(CoverageState::cases(), 'value'));

        return null !== $one && $order[$one->value] > $order[$other->value] ? $one : $other;
    }
}
