<?php

declare(strict_types=1);

namespace App\Report;

use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Task;
use App\Shared\Entity\TaskFile;
use App\Shared\Entity\TaskKind;
use App\Shared\Repository\ClassRepository;
use App\Shared\Work\TaskWork;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Contracts\Translation\TranslatorInterface;

/** The term reports of all classes of a program, a file for each. */
final readonly class ReportWork implements TaskWork
{
    public const FROM = 'from';
    public const TO = 'to';
    public const FORMAT = 'format';

    public function __construct(
        private ClassRepository $classes,
        private ReportFile $file,
        private EntityManagerInterface $entities,
        private UrlGeneratorInterface $addresses,
        private TranslatorInterface $translator,
        private ClockInterface $clock,
    ) {
    }

    public static function kind(): string
    {
        return TaskKind::Report->value;
    }

    public function go(Task $task, float $until): void
    {
        $classes = $this->classes->page(0, ClassRepository::LIMIT);
        $done = $task->getDone();
        do {
            $class = $classes[$done++] ?? null;
            if (null !== $class) {
                $this->entities->persist(new TaskFile($task, $this->named($class, $task, $done), $this->written($class, $task)));
            }
        } while ($done < \count($classes) && microtime(true) < $until);
        $task->reach(min($done, \count($classes)), \count($classes), $this->clock->now());
        if ($done >= \count($classes)) {
            $task->finish([
                'file' => $this->addresses->generate('task_file', ['id' => $task->getId()]),
                'said' => $this->translator->trans('report.ready', ['count' => \count($classes)]),
            ], $this->clock->now());
        }
    }

    /** Numbered, since two classes may have one name. */
    private function named(SchoolClass $class, Task $task, int $number): string
    {
        return \sprintf('%02d-%s', $number, ReportFile::name($class, $task->asked(self::FORMAT)));
    }

    private function written(SchoolClass $class, Task $task): string
    {
        return $this->file->write(
            $class,
            new \DateTimeImmutable($task->asked(self::FROM)),
            new \DateTimeImmutable($task->asked(self::TO)),
            $task->asked(self::FORMAT),
        );
    }
}
