<?php

declare(strict_types=1);

namespace App\Lesson\TakeOut;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\Task;
use App\Shared\Entity\TaskKind;
use App\Shared\Work\TaskWork;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Contracts\Translation\TranslatorInterface;

/** Takes a lesson out of the record, in the background: its log may be long. */
final readonly class TakeOutWork implements TaskWork
{
    public const LESSON = 'lesson';

    public function __construct(
        private TakeOut $takeOut,
        private EntityManagerInterface $entities,
        private UrlGeneratorInterface $addresses,
        private TranslatorInterface $translator,
        private ClockInterface $clock,
    ) {
    }

    public static function kind(): string
    {
        return TaskKind::TakeOut->value;
    }

    public function go(Task $task, float $until): void
    {
        $lesson = $this->entities->getRepository(Lesson::class)->find((int) $task->asked(self::LESSON));
        $size = $lesson?->getLogSize() ?? 0;
        $left = null === $lesson ? 0 : $this->takeOut->go($lesson, $until);
        $task->reach(max(0, $size - $left), $size, $this->clock->now());
        if (0 === $left) {
            $task->finish([
                'to' => $this->addresses->generate('put_away_list'),
                'said' => $this->translator->trans('The lesson is taken out, with all that was logged in it.'),
            ], $this->clock->now());
        }
    }
}
