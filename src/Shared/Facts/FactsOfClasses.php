<?php

declare(strict_types=1);

namespace App\Shared\Facts;

use App\Shared\Entity\SchoolClass;
use App\Shared\Looked\SkillsOfPieces;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\LessonRepository;
use App\Shared\Repository\SkillRepository;
use App\Shared\Tenancy\CurrentProgram;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use Doctrine\Bundle\DoctrineBundle\Attribute\AsDoctrineListener;
use Doctrine\ORM\Events;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\Service\ResetInterface;

/**
 * Loads the facts of classes: the same few queries for any number of them. What was looked up holds for one request, until something is
 * written.
 */
#[AsDoctrineListener(event: Events::postFlush)]
final class FactsOfClasses implements ResetInterface
{
    /** @var array<int, ClassFacts> by class id */
    private array $facts = [];
    private ?string $catalogue = null;

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

    public function postFlush(): void
    {
        $this->reset();
    }

    public function reset(): void
    {
        $this->pieces->reset();
        $this->taught->reset();
        $this->past->reset();
        $this->facts = [];
        $this->catalogue = null;
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
        $said = $this->skills->states($asked);
        $this->pieces->hasOwn(str_contains(implode(' ', $said), SkillRepository::OWN));
        $logs = $this->lessons->logs($asked);
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
