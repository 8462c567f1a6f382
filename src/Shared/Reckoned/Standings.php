<?php

declare(strict_types=1);

namespace App\Shared\Reckoned;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\SchoolClass;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\LessonRepository;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Log\Coverage;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Sequence\ClassPolicies;
use CoinStair\Core\Sequence\PieceForClass;
use CoinStair\Core\Skill\KnownPlaces;
use CoinStair\Core\Standing\Standing;

/** Where a class stands: loads its lessons and chunks, and has the core tell. */
final readonly class Standings
{
    public function __construct(private LessonRepository $lessons, private ChunkRepository $chunks, private Memory $memory)
    {
    }

    public function of(SchoolClass $class): Standing
    {
        $log = Fingerprint::of('coverage')->with('log', $this->lessons->logs([$class])[(int) $class->getId()] ?? '');
        $coverage = $this->memory->remember(
            $log,
            fn (): array => Coverage::ofChunks($this->lessons->taught($this->lessons->ofClass($class))),
        );
        $played = KnownPlaces::played($coverage);
        $begun = KnownPlaces::begun($coverage);
        if ([] === $played && [] === $begun) {
            return Standing::of($coverage);
        }
        $policies = $class->handPolicies();
        $fingerprint = Fingerprint::of('known')
            ->with('played', $played)
            ->with('begun', $begun)
            ->with('chunks', $this->chunks->stateOf([...$played, ...$begun]))
            ->with('policies', $policies->fingerprint());
        [$known, $introduced] = $this->memory->remember($fingerprint, function () use ($played, $begun, $policies): array {
            $known = $this->places($this->chunks->byIds($played), $policies);
            $introduced = $this->places($this->chunks->byIds($begun), $policies);
            foreach ($introduced as $instrument => $places) {
                $introduced[$instrument] = array_values(array_diff($places, $known[$instrument] ?? []));
            }

            return [$known, $introduced];
        });

        return Standing::of($coverage, $known, $introduced);
    }

    /**
     * @param list<Chunk> $chunks
     *
     * @return array<string, list<string>> places on the fingerboard, by instrument
     */
    private function places(array $chunks, HandPolicies $policies): array
    {
        $pieces = [];
        $places = array_fill_keys(array_column(Instrument::strings(), 'value'), []);
        foreach ($chunks as $row) {
            $piece = $row->getPiece();
            if ($piece->score()->isOutline()) {
                continue;
            }
            $pieces[(int) $piece->getId()] ??= PieceForClass::of(
                $piece->score(),
                ClassPolicies::ofYear($policies),
                Standing::unknown(),
                $piece->getGoalTempo(),
                $piece->getScoreHash(),
                [],
                $this->memory,
            );
            foreach (Instrument::strings() as $instrument) {
                $hands = $pieces[(int) $piece->getId()]->hands($instrument);
                $places[$instrument->value] += array_fill_keys(KnownPlaces::find($hands, $row->chunk()), true);
            }
        }

        return array_map(static function (array $of): array {
            ksort($of);

            return array_map(strval(...), array_keys($of));
        }, $places);
    }
}
