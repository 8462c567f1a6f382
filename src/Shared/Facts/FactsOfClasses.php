<?php

declare(strict_types=1);

namespace App\Shared\Facts;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\CutChange;
use App\Shared\Entity\SchoolClass;
use App\Shared\Looked\SkillsOfPieces;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\LessonRepository;
use App\Shared\Repository\SkillRepository;
use App\Shared\Tenancy\CurrentProgram;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use Doctrine\Bundle\DoctrineBundle\Attribute\AsDoctrineListener;
use Doctrine\ORM\Event\OnFlushEventArgs;
use Doctrine\ORM\Events;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\Service\ResetInterface;

/**
 * Loads the facts of classes: the same few queries for any number of them. What was looked up holds for one request, until something is
 * written.
 */
#[AsDoctrineListener(event: Events::onFlush)]
#[AsDoctrineListener(event: Events::postFlush)]
final class FactsOfClasses implements ResetInterface
{
    /** @var array<int, ClassFacts> by class id */
    private array $facts = [];
    /** @var array<int, string> states of their logs, by class id */
    private array $logs = [];
    /** @var array<int, string> states of what was said and set for them, by class id */
    private array $said = [];
    private ?string $catalogue = null;
    /** Nothing but a cut is being written: neither logs nor what was said change with it. */
    private bool $isCut = false;

    public function __construct(
        private readonly LessonRepository $lessons,
        private readonly TaughtLessons $taught,
        private readonly ChunkRepository $chunks,
        private readonly SkillsOfPieces $pieces,
        private readonly NeedsOfPast $past,
        private readonly SkillRepository $skills,
        private readonly CurrentProgram $program,
        private readonly ClockInterface $clock,
        private readonly Memory $memory,
    ) {
    }

    public function onFlush(OnFlushEventArgs $event): void
    {
        $work = $event->getObjectManager()->getUnitOfWork();
        $written = [
            ...$work->getScheduledEntityInsertions(),
            ...$work->getScheduledEntityUpdates(),
            ...$work->getScheduledEntityDeletions(),
        ];
        $others = array_filter($written, static fn (object $row): bool => !$row instanceof Chunk && !$row instanceof CutChange);
        $this->isCut = [] !== $written && [] === $others;
    }

    public function postFlush(): void
    {
        if ($this->isCut) {
            $this->facts = [];
        } else {
            $this->reset();
        }
    }

    public function reset(): void
    {
        $this->pieces->reset();
        $this->taught->reset();
        $this->past->reset();
        $this->facts = $this->logs = $this->said = [];
        $this->catalogue = null;
    }

    /** The state of the log of a class; empty where it was taught nothing. */
    public function log(SchoolClass $class): string
    {
        return $this->logs([$class])[(int) $class->getId()] ?? '';
    }

    /** The facts of a class, as of today. */
    public function of(SchoolClass $class): ClassFacts
    {
        $this->look([$class]);

        return $this->facts[(int) $class->getId()];
    }

    /**
     * Asks at once for the facts of some classes, before each of them is asked for.
     *
     * @param list<SchoolClass> $classes
     */
    public function look(array $classes): void
    {
        $asked = array_values(array_filter($classes, fn (SchoolClass $class): bool => !isset($this->facts[(int) $class->getId()])));
        if ([] === $asked) {
            return;
        }
        $program = $this->program->get();
        $today = $program->today($this->clock->now())->format('Y-m-d');
        $said = $this->said = self::states($this->said, $asked, $this->skills->states(...));
        $this->pieces->hasOwn(str_contains(implode(' ', $said), SkillRepository::OWN));
        $logs = $this->logs($asked);
        $matter = $this->matterStates($asked, $logs);
        $this->catalogue ??= hash('xxh128', json_encode($this->pieces->catalogue(), \JSON_THROW_ON_ERROR));
        foreach ($asked as $class) {
            $id = (int) $class->getId();
            $this->facts[$id] = new ClassFacts(
                $id,
                $logs[$id] ?? '',
                $matter[$id] ?? '',
                $said[$id] ?? '',
                // Warm-ups are written for the groups there are.
                ['policies' => $class->handPolicies()->fingerprint(), 'instruments' => $class->instruments()],
                $this->catalogue,
                [
                    'told' => $class->past(),
                    'needs' => hash('xxh128', serialize($this->past->of($class))),
                    'year' => $class->getYear(),
                ],
                $program->thresholds(),
                $today,
            );
        }
    }

    /**
     * @param list<SchoolClass> $classes
     *
     * @return array<int, string> states of their logs, by class id
     */
    private function logs(array $classes): array
    {
        return $this->logs = self::states($this->logs, $classes, $this->lessons->logs(...));
    }

    /**
     * @param array<int, string>                              $known   by class id
     * @param list<SchoolClass>                               $classes
     * @param \Closure(list<SchoolClass>): array<int, string> $load    of those that are not known
     *
     * @return array<int, string> of all of them; empty where there is nothing
     */
    private static function states(array $known, array $classes, \Closure $load): array
    {
        $new = array_values(array_filter($classes, static fn (SchoolClass $class): bool => !isset($known[(int) $class->getId()])));
        $ids = array_map(static fn (SchoolClass $class): int => (int) $class->getId(), $new);

        return $known + ([] === $new ? [] : $load($new)) + array_fill_keys($ids, '');
    }

    /** What tells one state of the chunks and pieces of some lessons from any other. */
    public function matterState(TaughtMatter $of): string
    {
        return self::stateOf($of, ...$this->chunks->versions(array_keys($of->chunks), array_keys($of->pieces)));
    }

    /**
     * The states of the chunks and pieces that some classes were taught: one query for all of them.
     *
     * @param list<SchoolClass>  $classes
     * @param array<int, string> $logs    states of their logs, by class id
     *
     * @return array<int, string> by class id
     */
    private function matterStates(array $classes, array $logs): array
    {
        $matter = $chunks = $pieces = [];
        foreach ($classes as $class) {
            $id = (int) $class->getId();
            $log = Fingerprint::of('matter-taught')->with('log', $logs[$id] ?? '')->with('class', $id);
            $matter[$id] = '' === ($logs[$id] ?? '')
                ? TaughtMatter::none()
                : $this->memory->remember($log, fn (): TaughtMatter => $this->taught->matter($class));
            $chunks += $matter[$id]->chunks;
            $pieces += $matter[$id]->pieces;
        }
        $versions = $this->chunks->versions(array_keys($chunks), array_keys($pieces));

        return array_map(static fn (TaughtMatter $of): string => self::stateOf($of, ...$versions), $matter);
    }

    /**
     * @param array<int, string> $chunks versions by id
     * @param array<int, string> $pieces versions by id
     */
    private static function stateOf(TaughtMatter $of, array $chunks, array $pieces): string
    {
        $states = [];
        foreach (['c' => [$of->chunks, $chunks], 'p' => [$of->pieces, $pieces]] as $kind => [$ids, $versions]) {
            ksort($ids);
            foreach (array_keys($ids) as $id) {
                $states[] = "$kind$id:".($versions[$id] ?? '');
            }
        }

        return hash('xxh128', implode(' ', $states));
    }
}
