<?php

declare(strict_types=1);

namespace App\Shared\Facts;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\SchoolClass;
use App\Shared\Looked\SkillsOfPieces;
use App\Shared\Repository\LessonRepository;
use App\Shared\Repository\SkillRepository;
use App\Shared\Tenancy\CurrentProgram;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Progress\Baseline;
use CoinStair\Core\Progress\ClassRecord;
use CoinStair\Core\Progress\ClassSkills;
use CoinStair\Core\Progress\LessonGain;
use CoinStair\Core\Progress\Said;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Standing\Thresholds;
use Psr\Clock\ClockInterface;

/**
 * Where classes stand with their skills: loads the rows that it follows from, and has the core tell.
 */
final readonly class Skills
{
    public function __construct(
        private FactsOfClasses $facts,
        private ClassRecords $records,
        private SkillsOfPieces $pieces,
        private NeedsOfPast $past,
        private SkillRepository $skills,
        private CurrentProgram $program,
        private ClockInterface $clock,
        private Memory $memory,
    ) {
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
        $this->facts->look($classes);
        $said = null;
        $found = [];
        foreach ($classes as $class) {
            if ([] !== $found && microtime(true) > $until) {
                break;
            }
            $reckon = function () use ($class, $classes, $day, &$said): ClassSkills {
                $said ??= $this->skills->said($classes);

                return $this->reckoned($class, $this->records->of($class), $said[(int) $class->getId()] ?? [], $day);
            };
            $found[(int) $class->getId()] = $this->memory->remember(
                Fingerprint::of('class-skills')->with('class', $this->facts->of($class)->on($day)),
                $reckon,
            );
        }

        return $found;
    }

    /** Where a class stands by all that is on record, whatever the day is. */
    public function onRecord(SchoolClass $class): ClassSkills
    {
        return $this->of($class, ClassFacts::END_OF_DAYS);
    }

    public function baseline(SchoolClass $class): Baseline
    {
        return $class->past()->baseline($this->catalogue(), $class->getYear(), $this->past->of($class));
    }

    /**
     * What a span of time changed.
     *
     * @param string $before Y-m-d, the day before it
     * @param string $to     Y-m-d, its last day
     */
    public function gainBetween(SchoolClass $class, string $before, string $to): LessonGain
    {
        $fingerprint = Fingerprint::of('gain')->with('class', $this->facts->of($class)->on($to))->with('before', $before);

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
        $fingerprint = Fingerprint::of('lesson-gain')
            ->with('class', $this->facts->of($class)->on($day))
            ->with('lesson', (int) $lesson->getId());

        return $this->memory->remember(
            $fingerprint,
            fn (): LessonGain => LessonGain::of($this->without($class, $lesson, $day), $this->of($class, $day)),
        );
    }

    /** Where a class would stand on a day if a lesson had not been. */
    private function without(SchoolClass $class, Lesson $lesson, string $day): ClassSkills
    {
        $record = $this->records->of($class)->without(LessonRepository::idOf($lesson));

        return $this->reckoned($class, $record, $this->skills->said([$class])[(int) $class->getId()] ?? [], $day);
    }

    /** @param list<Said> $said by its teachers */
    private function reckoned(SchoolClass $class, ClassRecord $record, array $said, string $day): ClassSkills
    {
        return ClassSkills::on(
            $day,
            $this->catalogue(),
            $class->instruments(),
            $record,
            $said,
            $this->baseline($class),
            $this->thresholds(),
        );
    }
}
