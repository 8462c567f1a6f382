<?php

declare(strict_types=1);

namespace CoinStair\Core\Report;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkNode;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Chunk\PlaceNames;
use CoinStair\Core\Difficulty\Spot;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Lesson\ClassPolicies;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\TaughtChunk;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Sequence\CutPlan;
use CoinStair\Core\Sequence\PieceForClass;
use CoinStair\Core\Standing\Standing;

/**
 * What piece:chunks tells: comfort tempos, hard spots, the chunk tree, and the order in which a method teaches it.
 *
 * @phpstan-type PlaceRow array{position: int, offset: string}
 * @phpstan-type ChunkRow array{
 *     id: string, kind: string, from: PlaceRow, to: PlaceRow, measures: string, landing: PlaceRow|null, parts: list<string>,
 *     comfort: float|null, children: list<string>,
 * }
 */
final class ChunksReport
{
    /** @var array<string, ChunkRow> by kind and edges */
    private array $rows = [];
    /** @var array<string, string> id by edges, the first that has them */
    private array $ids = [];

    private readonly PlaceNames $names;

    private function __construct(private readonly CutPlan $plan)
    {
        $this->names = PlaceNames::of($plan->of->piece);
    }

    /**
     * @param list<Instrument> $instruments
     * @param int              $goal        beats a minute
     *
     * @return array{
     *     method: string, level: int, tempo: int, policies: array<string, string>,
     *     comfort: list<array{instrument: string, position: int, offset: string, tempo: float, reason: string}>,
     *     spots: list<array{
     *         instrument: string, from: PlaceRow, to: PlaceRow, place: string, comfort: float|null, severity: float, reason: string,
     *     }>,
     *     chunks: list<ChunkRow>, order: list<array{chunk: string, as: string, like: string|null, rung: string|null}>,
     * }
     */
    public static function tell(Piece $piece, array $instruments, HandPolicies $policies, int $goal, Method $method): array
    {
        $forYear = PieceForClass::of($piece, ClassPolicies::ofYear($policies), Standing::unknown(), $goal);
        $plan = CutPlan::of($forYear, $method, null, $instruments);
        $self = new self($plan);
        $self->tree($plan->tree());
        $order = array_map($self->taught(...), $plan->order());

        return [
            'method' => $method->value,
            'level' => $policies->level,
            'tempo' => $goal,
            'policies' => $policies->chosen(),
            'comfort' => self::comfort($plan),
            'spots' => array_map(
                static fn (Spot $spot): array => [
                    'instrument' => $spot->instrument->value,
                    'from' => self::place($spot->from),
                    'to' => self::place($spot->to),
                    'place' => $self->names->said($spot->from),
                    'comfort' => null === $spot->move ? null : round($spot->move->comfort(), 2),
                    'severity' => round($spot->severity, 3),
                    'reason' => $spot->reason->text(),
                ],
                $plan->spots(),
            ),
            'chunks' => array_values($self->rows),
            'order' => $order,
        ];
    }

    /**
     * @return list<array{
     *     instrument: string, position: int, offset: string, tempo: float, reason: string,
     * }> of each move, by the note to which it leads
     */
    private static function comfort(CutPlan $plan): array
    {
        $rows = [];
        foreach ($plan->instruments as $instrument) {
            foreach ($plan->of->difficulty()->moves($instrument) as $move) {
                $rows[] = ['instrument' => $instrument->value] +
                    self::place($move->to) + ['tempo' => round($move->comfort(), 2), 'reason' => $move->reason->text()];
            }
        }

        return $rows;
    }

    private function tree(ChunkTree $tree): void
    {
        $sections = 1 === \count($tree->sections) ? $tree->sections[0]->children : $tree->sections;
        $this->node(new ChunkNode($tree->whole, $sections));
    }

    private function node(ChunkNode $node): string
    {
        $key = $node->chunk->kind->value.' '.$node->chunk->edges();
        $children = array_values(
            array_filter(
                $node->children,
                static fn (ChunkNode $child): bool => $child->chunk->kind !== $node->chunk->kind
                    && ([] !== $child->children || \count($node->children) > 1),
            ),
        );
        $row = $this->rows[$key] = $this->row($node->chunk);
        $this->ids[$node->chunk->edges()] ??= $row['id'];
        $this->rows[$key]['children'] = array_map($this->node(...), $children);

        return $row['id'];
    }

    /** @return array{chunk: string, as: string, like: string|null, rung: string|null} */
    private function taught(TaughtChunk $taught): array
    {
        return [
            'chunk' => $this->id($taught->chunk),
            'as' => $taught->as->value,
            'like' => null === $taught->like ? null : $this->id($taught->like),
            'rung' => $taught->rung?->value,
        ];
    }

    /** The id of a chunk with these edges; it is added if the tree has none. */
    private function id(Chunk $chunk): string
    {
        $edges = $chunk->edges();
        if (!isset($this->ids[$edges])) {
            $row = $this->row($chunk);
            $this->rows[$chunk->kind->value.' '.$edges] = $row;
            $this->ids[$edges] = $row['id'];
        }

        return $this->ids[$edges];
    }

    /** @return ChunkRow without children */
    private function row(Chunk $chunk): array
    {
        $landing = $chunk->landing($this->plan->of->piece);
        $hardest = $this->plan->hardest($chunk);

        return [
            'id' => 'c'.(\count($this->rows) + 1),
            'kind' => $chunk->kind->value,
            'from' => self::place($chunk->from),
            'to' => self::place($chunk->to),
            'measures' => $this->names->chunk($chunk),
            'landing' => null === $landing ? null : self::place($landing),
            'parts' => array_map(static fn (Part $part): string => $part->id, $this->plan->of->piece->parts),
            'comfort' => null === $hardest ? null : round($hardest->tempo(), 2),
            'children' => [],
        ];
    }

    /** @return PlaceRow */
    private static function place(Place $place): array
    {
        return ['position' => $place->position, 'offset' => Ticks::quarters($place->offset)];
    }
}
