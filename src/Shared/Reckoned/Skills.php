<?php

declare(strict_types=1);

namespace App\Shared\Reckoned;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\LessonRepository;
use App\Shared\Repository\PieceRepository;
use App\Shared\Repository\SkillRepository;
use App\Shared\Tenancy\CurrentProgram;
use CoinStair\Core\Chunk\Chunk as CoreChunk;
use CoinStair\Core\Log\PlayedStep;
use CoinStair\Core\Log\TaughtLesson;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Skill\Baseline;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\ClassRecord;
use CoinStair\Core\Skill\ClassSkills;
use CoinStair\Core\Skill\HeldSkills;
use CoinStair\Core\Skill\LessonGain;
use CoinStair\Core\Skill\Needs;
use CoinStair\Core\Skill\Thresholds;
use Doctrine\Bundle\DoctrineBundle\Attribute\AsDoctrineListener;
use Doctrine\ORM\Events;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\Service\ResetInterface;

/**
 * Where classes stand with their skills: loads the rows that it follows from, and has the core tell. What was looked up holds for one
 * request, until something is written.
 */
#[AsDoctrineListener(event: Events::postFlush)]
final class Skills implements ResetInterface
{
    /** A day after all that a log can tell: as of all that is on record. */
    private const END_OF_DAYS = '9999-12-31';

    /** @var array<int, string> by class id */
    private array $states = [];
    /** @var array<int, string> by class id */
    private array $logs = [];
    /** @var array<int, string> of the chunks that were taught, by class id */
    private array $chunkStates = [];
    /** @var array<int, array{list<Lesson>, list<TaughtLesson>}> of the class that was asked for last, by its id */
    private array $taught = [];
    /** @var array<string, list<Needs>> of the pieces of books that classes are told to have played */
    private array $ofBooks = [];

    public function __construct(
        private readonly LessonRepository $lessons,
        private readonly TaughtLessons $taughtLessons,
        private readonly ChunkRepository $chunks,
        private readonly PieceRepository $library,
        private readonly SkillsOfPieces $pieces,
        private readonly LibraryNeeds $needs,
        private readonly SkillRepository $skills,
        private readonly CurrentProgram $program,
        private readonly ClockInterface $clock,
        private readonly Memory $memory,
    ) {
    }

    public function postFlush(): void
    {
        $this->reset();
    }

    public function reset(): void
    {
        $this->pieces->reset();
        $this->states = $this->logs = $this->chunkStates = $this->ofBooks = $this->taught = [];
    }

    /** What ships, with what the program added. */
    public function catalogue(): Catalogue
    {
        return $this->pieces->catalogue();
    }

    /** Today where the program is, as Y-m-d. */
    public function today(): string
    {
        return $this->program->get()->today($this->clock->now())->format('Y-m-d');
    }

    /** From when on a skill counts as practised, secure, due again: the program's settings. */
    public function thresholds(): Thresholds
    {
        return $this->program->get()->thresholds();
    }

    /** Where a class stands on a day; today if none is named. */
    public function of(SchoolClass $class, ?string $day = null): ClassSkills
    {
        return $this->ofAll([$class], $day)[(int) $class->getId()];
    }

    /**
     * Where each of some classes stands on a day; today if none is named.
     *
     * @param list<SchoolClass> $classes
     * @param float             $seconds after which no further class is begun: those that nobody asked for yet take their time
     *
     * @return array<int, ClassSkills> by class id; at least the first
     */
    public function ofAll(array $classes, ?string $day = null, float $seconds = \INF): array
    {
        $until = microtime(true) + $seconds;
        $day ??= $this->today();
        $this->look($classes);
        $said = null;
        $found = [];
        foreach ($classes as $class) {
            if ([] !== $found && microtime(true) > $until) {
                break;
            }
            $id = (int) $class->getId();
            $fingerprint = $this->followsFrom($class)->for('class-skills')->with('thresholds', $this->thresholds())->with('day', $day);
            $reckon = function () use ($class, $classes, $day, &$said): ClassSkills {
                $said ??= $this->skills->said($classes);

                return ClassSkills::on(
                    $day,
                    $this->pieces->catalogue(),
                    $class->instruments(),
                    $this->recorded($class)[0](),
                    $said[(int) $class->getId()] ?? [],
                    $this->baseline($class),
                    $this->thresholds(),
                );
            };
            $found[$id] = $this->memory->remember($fingerprint, $reckon);
        }

        return $found;
    }

    /** Where a class stands by all that is on record, whatever the day is. */
    public function onRecord(SchoolClass $class): ClassSkills
    {
        return $this->of($class, self::END_OF_DAYS);
    }

    /** Where a class would stand on a day if a lesson had not been. */
    private function without(SchoolClass $class, Lesson $lesson, string $day): ClassSkills
    {
        $record = $this->record($class)->without(LessonRepository::idOf($lesson));

        return ClassSkills::on(
            $day,
            $this->pieces->catalogue(),
            $class->instruments(),
            $record,
            $this->skills->said([$class])[(int) $class->getId()] ?? [],
            $this->baseline($class),
            $this->thresholds(),
        );
    }

    public function baseline(SchoolClass $class): Baseline
    {
        return $class->past()->baseline($this->pieces->catalogue(), $class->getYear(), $this->needsOfPast($class));
    }

    /** The evidence of a class's lessons. */
    public function record(SchoolClass $class): ClassRecord
    {
        $this->look([$class]);

        return $this->recorded($class)[0]();
    }

    /** What tells one state of a class's log from any other; empty where it has no lesson. */
    public function logOf(SchoolClass $class): string
    {
        $this->look([$class]);

        return $this->logs[(int) $class->getId()] ?? '';
    }

    /** What tells one state of a class's log, and of the chunks and pieces it speaks of, from any other. */
    public function taughtOf(SchoolClass $class): string
    {
        return $this->logOf($class).'/'.($this->chunkStates[(int) $class->getId()] ?? '');
    }

    /** All that the skills of a class follow from, but for the day: for the fingerprint of what is made of them. */
    public function stateOf(SchoolClass $class): string
    {
        $this->look([$class]);

        return $this->followsFrom($class)->key();
    }

    /** All that its skills follow from, but for the day and the program's thresholds. */
    private function followsFrom(SchoolClass $class): Fingerprint
    {
        return $this->recorded($class)[1]
            ->with('past', $class->past())
            ->with('past-needs', hash('xxh128', serialize($this->needsOfPast($class))))
            ->with('year', $class->getYear())
            ->with('instruments', $class->instruments());
    }

    /**
     * Asks at once for what the skills of some classes follow from, before each of them is asked for.
     *
     * @param list<SchoolClass> $classes
     */
    public function look(array $classes): void
    {
        $asked = array_values(
            array_filter($classes, fn (SchoolClass $class): bool => !isset($this->states[(int) $class->getId()])),
        );
        if ([] !== $asked) {
            $this->states += $states = $this->skills->states($asked);
            $this->pieces->hasOwn(str_contains(implode(' ', $states), SkillRepository::OWN));
            $this->lookAtChunks($asked);
            $this->logs += $this->lessons->logs($asked);
        }
    }

    /**
     * The states of the chunks that some classes were taught: one query for all of them.
     *
     * @param list<SchoolClass> $classes
     */
    private function lookAtChunks(array $classes): void
    {
        $taught = [];
        foreach ($classes as $class) {
            $id = (int) $class->getId();
            $log = Fingerprint::of('chunks-taught')->with('log', $this->logs[$id] ?? '')->with('class', $id);
            $taught[$id] =
                '' === ($this->logs[$id] ?? '') ? [] : $this->memory->remember($log, fn (): array => $this->chunksTaught($class));
        }
        $versions = $this->chunks->versions(array_values(array_unique(array_merge(...array_values($taught)))));
        foreach ($taught as $id => $chunks) {
            $of = array_map(static fn (int $chunk): string => $chunk.':'.($versions[$chunk] ?? ''), $chunks);
            sort($of);
            $this->chunkStates[$id] = hash('xxh128', implode(' ', $of));
        }
    }

    /** @return array{\Closure(): ClassRecord, Fingerprint} the record when it is asked for, and all that it follows from */
    private function recorded(SchoolClass $class): array
    {
        $id = (int) $class->getId();
        $fingerprint = Fingerprint::of('class-record')
            ->with('class', $id)
            ->with('log', $this->logs[$id] ?? '')
            ->with('state', $this->states[$id] ?? '')
            ->with('chunks', $this->chunkStates[$id] ?? '')
            ->with('policies', $class->handPolicies()->fingerprint())
            ->with('catalogue', $this->pieces->catalogue());

        return [
            fn (): ClassRecord => $this->memory->remember($fingerprint, fn (): ClassRecord => $this->reckoned($class)),
            $fingerprint,
        ];
    }

    /** @return list<int> ids of the chunks of all steps that were played */
    private function chunksTaught(SchoolClass $class): array
    {
        $chunks = [];
        foreach ($this->taught($class)[1] as $lesson) {
            foreach ($lesson->played() as $played) {
                $chunks[$played->step->chunk] = true;
            }
        }
        unset($chunks[0]);

        return array_keys($chunks);
    }

    /**
     * The lessons of a class with their logs: kept for the one class that was asked for last, since they are asked for twice in a row.
     *
     * @return array{list<Lesson>, list<TaughtLesson>} in the same order
     */
    private function taught(SchoolClass $class): array
    {
        $id = (int) $class->getId();
        if (!isset($this->taught[$id])) {
            $rows = $this->lessons->ofClass($class);
            $this->taught = [$id => [$rows, $this->taughtLessons->of($rows)]];
        }

        return $this->taught[$id];
    }

    private function reckoned(SchoolClass $class): ClassRecord
    {
        [$rows, $taught] = $this->taught($class);
        $asked = $warmUps = $ids = [];
        foreach ($taught as $index => $lesson) {
            foreach ($lesson->played() as $played) {
                $key = HeldSkills::key($lesson->id, $played);
                if (null !== $played->step->step->warmUp) {
                    $warmUps[(int) $rows[$index]->getPiece()->getId()][$key] = $played;
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

        return ClassRecord::of($taught, HeldSkills::of($held));
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

    /** @return list<Needs> of the pieces of a book that the class is told to have played */
    private function needsOfPast(SchoolClass $class): array
    {
        $past = $class->past();
        if ('' === $past->book) {
            return [];
        }

        $policies = $class->handPolicies();
        $key = $past->book.' '.$past->upTo.' '.json_encode($policies->fingerprint(), \JSON_THROW_ON_ERROR);

        return $this->ofBooks[$key] ??= iterator_to_array(
            $this->needs->of($this->library->upTo($past->book, $past->upTo), $policies)[0],
            false,
        );
    }

    /**
     * What a span of time changed.
     *
     * @param string $before Y-m-d, the day before it
     * @param string $to     Y-m-d, its last day
     */
    public function gainBetween(SchoolClass $class, string $before, string $to): LessonGain
    {
        $fingerprint = Fingerprint::of('gain')
            ->with('skills', $this->stateOf($class))
            ->with('thresholds', $this->thresholds())
            ->with('days', [$before, $to]);

        return $this->memory->remember(
            $fingerprint,
            fn (): LessonGain => LessonGain::of($this->of($class, $before), $this->of($class, $to)),
        );
    }

    /** What a lesson changed: against what would be if it had not been. */
    public function gainOf(Lesson $lesson): LessonGain
    {
        $class = $lesson->getClass();
        $day = $lesson->getDay()->format('Y-m-d');
        $fingerprint = Fingerprint::of('lesson-gain')->with('skills', $this->stateOf($class))->with('lesson', (int) $lesson->getId())
            ->with('day', $day)
            ->with('thresholds', $this->thresholds());

        return $this->memory->remember(
            $fingerprint,
            fn (): LessonGain => LessonGain::of($this->without($class, $lesson, $day), $this->of($class, $day)),
        );
    }
}
