<?php

declare(strict_types=1);

namespace App\Tests;

use App\Classroom\ClassView;
use App\Classroom\LogRow;
use App\Lesson\Teach\LessonPlanner;
use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\CoveredPieces;
use App\Shared\Facts\Skills;
use App\Shared\Facts\TaughtLessons;
use App\Shared\Plans\Prospects;
use App\Shared\Repository\LessonRepository;
use App\Shared\Repository\PieceRepository;
use App\Shared\Repository\SequenceRepository;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;

/** The page of a class. */
final class ClassTest extends WebCase
{
    public function testALessonThatBeginsWhileTheLogIsReadDoesNotShiftWhatIsToldOfTheOthers(): void
    {
        $lesson = $this->lesson();
        $this->earn($lesson, $this->played($lesson));
        $class = $lesson->getClass();
        $sequence = $lesson->getSequence();
        self::assertNotNull($sequence);
        $before = $this->view($class, static fn (): null => null);
        $meanwhile = $this->view($class, function () use ($sequence): void {
            $this->entities()->persist($this->service(LessonPlanner::class)->begin($sequence));
            $this->entities()->flush();
        });
        self::assertCount(1, $before);
        self::assertGreaterThan(0, $before[0]->coins);
        self::assertEquals($before, $meanwhile);
    }

    /**
     * @param \Closure(): mixed $meanwhile done after the rows of the log were read, before their sums are reckoned
     *
     * @return list<LogRow>
     */
    private function view(SchoolClass $class, \Closure $meanwhile): array
    {
        $memory = new class($meanwhile) implements Memory {
            /** @param \Closure(): mixed $meanwhile */
            public function __construct(private \Closure $meanwhile)
            {
            }

            public function remember(Fingerprint $fingerprint, \Closure $reckon): mixed
            {
                if ('lesson-sums' === $fingerprint->what) {
                    ($this->meanwhile)();
                }

                return $reckon();
            }
        };
        $view = new ClassView(
            $this->service(LessonRepository::class),
            $this->service(TaughtLessons::class),
            $this->service(SequenceRepository::class),
            $this->service(PieceRepository::class),
            $this->service(CoveredPieces::class),
            $this->service(Skills::class),
            $this->service(Prospects::class),
            $memory,
        );

        return $view->of($class, 1)->log;
    }
}
