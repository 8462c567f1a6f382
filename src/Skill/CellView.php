<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\ClassRecords;
use App\Shared\Facts\Skills;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\LessonRepository;
use App\Shared\Repository\SkillRepository;
use App\Shared\Web\MusicWords;
use CoinStair\Core\Progress\Evidence;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Skill\Skill;

/** Tells of one skill of one group all that is on record. */
final readonly class CellView
{
    private const LESSONS = 12;

    public function __construct(
        private ClassRecords $records,
        private Skills $skills,
        private SkillRepository $said,
        private LessonRepository $lessons,
        private ChunkRepository $chunks,
        private MusicWords $music,
    ) {
    }

    public function of(SchoolClass $class, Skill $skill, Instrument $instrument, ?Notice $problem = null, string $why = ''): CellPage
    {
        $evidence = array_reverse($this->records->of($class)->evidence($instrument, $skill->code));
        $catalogue = $this->skills->catalogue();

        return new CellPage(
            $class,
            $skill,
            $instrument,
            $this->skills->of($class)->of($instrument, $skill->code),
            $this->lessons(\array_slice($evidence, 0, self::LESSONS)),
            max(0, \count($evidence) - self::LESSONS),
            $this->said->saidOf($class, $skill->code, $instrument),
            array_values(
                array_filter(
                    array_map($catalogue->find(...), $skill->prerequisites),
                    static fn (?Skill $before): bool => true === $before?->appliesTo($instrument),
                ),
            ),
            $problem,
            $why,
        );
    }

    /**
     * @param list<Evidence> $evidence
     *
     * @return list<CellLesson>
     */
    private function lessons(array $evidence): array
    {
        $lessons = $chunks = $rows = [];
        foreach ($this->lessons->byIds(array_map(static fn (Evidence $one): int => (int) $one->lesson, $evidence)) as $lesson) {
            $lessons[(int) $lesson->getId()] = $lesson;
        }
        $ids = array_filter(array_map(static fn (Evidence $one): int => (int) $one->chunk, $evidence));
        foreach ($this->chunks->byIds(array_values($ids)) as $chunk) {
            $chunks[(int) $chunk->getId()] = $chunk;
        }
        foreach ($evidence as $one) {
            $lesson = $lessons[(int) $one->lesson] ?? null;
            $chunk = $chunks[(int) $one->chunk] ?? null;
            $piece = $chunk?->getPiece() ?? $lesson?->getPiece();
            if (null !== $lesson && null !== $piece) {
                $rows[] = new CellLesson(
                    $one,
                    (int) $lesson->getId(),
                    (int) $piece->getId(),
                    $piece->getTitle(),
                    null === $chunk ? '' : $this->music->measures($piece->score(), $chunk->chunk()),
                    $chunk?->chunk()->from->position,
                );
            }
        }

        return $rows;
    }
}
