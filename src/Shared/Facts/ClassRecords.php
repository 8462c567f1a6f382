<?php

declare(strict_types=1);

namespace App\Shared\Facts;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Looked\SkillsOfPieces;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\PieceRepository;
use CoinStair\Core\Chunk\Chunk as CoreChunk;
use CoinStair\Core\Log\PlayedStep;
use CoinStair\Core\Log\TaughtLesson;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Progress\ClassRecord;
use CoinStair\Core\Skill\HeldSkills;

/** The evidence of the lessons of classes: which skills each step held that was played. */
final readonly class ClassRecords
{
    /** Lessons of which it is looked up at once what they hold. */
    private const IN_HAND = 50;

    public function __construct(
        private FactsOfClasses $facts,
        private TaughtLessons $lessons,
        private ChunkRepository $chunks,
        private PieceRepository $library,
        private SkillsOfPieces $pieces,
        private Memory $memory,
    ) {
    }

    public function of(SchoolClass $class): ClassRecord
    {
        $fingerprint = Fingerprint::of('class-record')->with('class', $this->facts->of($class)->record());

        return $this->memory->remember($fingerprint, fn (): ClassRecord => $this->reckoned($class));
    }

    private function reckoned(SchoolClass $class): ClassRecord
    {
        $before = Fingerprint::of('record-before')
            ->with('class', $this->facts->of($class)->playing())
            ->with('matter', $this->facts->matterState($this->lessons->matterBefore($class)));

        return $this->lessons->summed(
            $class,
            $before,
            fn (iterable $lessons, ?ClassRecord $record): ClassRecord => $this->recorded($class, $lessons, $record ?? ClassRecord::none()),
        );
    }

    /** @param iterable<TaughtLesson> $lessons */
    private function recorded(SchoolClass $class, iterable $lessons, ClassRecord $record): ClassRecord
    {
        $held = $some = [];
        foreach ($lessons as $lesson) {
            $some[] = $lesson;
            if (self::IN_HAND === \count($some)) {
                $held += $this->held($class, $some, $held);
                $record = $record->and(ClassRecord::of($some, HeldSkills::of($held)));
                $some = [];
            }
        }
        $held += $this->held($class, $some, $held);

        return $record->and(ClassRecord::of($some, HeldSkills::of($held)));
    }

    /**
     * What was played in some lessons and is not looked up yet.
     *
     * @param list<TaughtLesson>                         $lessons
     * @param array<string, array<string, list<string>>> $known   codes by instrument, by key
     *
     * @return array<string, array<string, list<string>>> codes by instrument, by key
     */
    private function held(SchoolClass $class, array $lessons, array $known): array
    {
        $asked = $warmUps = $ids = [];
        foreach ($lessons as $lesson) {
            foreach ($lesson->played() as $played) {
                $key = HeldSkills::key($lesson->piece, $played);
                if (isset($known[$key])) {
                    continue;
                }
                if (null !== $played->step->step->warmUp) {
                    $warmUps[(int) $lesson->piece][$key] = $played;
                } elseif (0 !== $played->step->chunk) {
                    $asked[$key] = $played;
                    $ids[$played->step->chunk] = true;
                }
            }
        }
        $chunks = [];
        foreach ($this->chunks->byIds(array_keys($ids)) as $chunk) {
            $chunks[(int) $chunk->getId()] = $chunk;
        }
        $held = $this->heldIn($class, $chunks, $asked);
        foreach ($this->library->byIds(array_keys($warmUps)) as $id => $piece) {
            $held += $this->heldInWarmUps($class, $piece, $warmUps[$id]);
        }

        return $held;
    }

    /**
     * @param array<int, Chunk>         $chunks by id
     * @param array<string, PlayedStep> $asked  by key
     *
     * @return array<string, array<string, list<string>>> codes by instrument, by key
     */
    private function heldIn(SchoolClass $class, array $chunks, array $asked): array
    {
        $byPiece = $held = [];
        foreach ($asked as $key => $played) {
            $chunk = $chunks[$played->step->chunk] ?? null;
            if (null !== $chunk) {
                $byPiece[(int) $chunk->getPiece()->getId()][$key] = [$chunk, $played];
            }
        }
        foreach ($byPiece as $of) {
            $piece = array_values($of)[0][0]->getPiece();
            if ($piece->score()->isOutline()) {
                continue;
            }
            $for = $this->pieces->playedAs($piece, $class->handPolicies(), $class);
            $ways = array_map(static fn (array $one): array => [$one[0]->chunk()->edges(), $one[1]->play->modes], $of);
            ksort($ways);
            $fingerprint = $for->fingerprint('held-skills')->with('catalogue', $this->pieces->catalogue())->with('ways', $ways);
            $held += $this->memory->remember($fingerprint, function () use ($for, $of): array {
                $skills = $this->pieces->found($for);

                return array_map(static fn (array $one): array => HeldSkills::find($skills, $one[0]->chunk(), $one[1]), $of);
            });
        }

        return $held;
    }

    /**
     * @param array<string, PlayedStep> $warmUps made from the piece, by key
     *
     * @return array<string, array<string, list<string>>> codes by instrument, by key
     */
    private function heldInWarmUps(SchoolClass $class, Piece $piece, array $warmUps): array
    {
        if ($piece->score()->isOutline()) {
            return [];
        }
        $for = $this->pieces->playedAs($piece, $class->handPolicies(), $class);
        $byKind = [];
        foreach ($warmUps as $key => $played) {
            $byKind[$played->step->step->warmUp?->code().' '.implode('+', array_column($played->play->modes, 'value'))][$key] = $played;
        }
        $held = [];
        foreach ($byKind as $kind => $of) {
            $played = current($of);
            $warmUp = $played->step->step->warmUp;
            if (null === $warmUp) {
                continue;
            }
            $fingerprint = $for->fingerprint('held-in-warm-up')
                ->with('catalogue', $this->pieces->catalogue())
                ->with('kind', $kind)
                ->with('instruments', $class->instruments());
            $codes = $this->memory->remember($fingerprint, function () use ($for, $warmUp, $played): array {
                $music = $for->playing($for->musicOf($warmUp));

                return HeldSkills::find($this->pieces->found($music), CoreChunk::whole($music->piece), $played);
            });
            $held += array_fill_keys(array_keys($of), $codes);
        }

        return $held;
    }
}
