<?php

declare(strict_types=1);

namespace App\Shared\Looked;

use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Task;
use App\Shared\Entity\TaskKind;
use App\Shared\Repository\ClassRepository;
use App\Shared\Repository\PieceRepository;
use App\Shared\Work\Tasks;
use App\Shared\Work\TaskWork;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Skill\Skill;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;

/**
 * Looks through a library in the background: for every class, or for a year of playing, each piece that was not looked at since it, a rule,
 * or the hands of the class changed.
 *
 * @phpstan-import-type Outline from LibraryNeeds
 */
final readonly class LibraryLook implements TaskWork
{
    private const YEAR = 'year';
    private const SUBJECT = 'library';

    public function __construct(
        private ClassRepository $classes,
        private PieceRepository $library,
        private LibraryDetection $detection,
        private LookedAt $lookedAt,
        private Tasks $tasks,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
    ) {
    }

    public static function kind(): string
    {
        return TaskKind::Library->value;
    }

    /** Has the library looked through for all classes; or for a year of playing, where no class is named. */
    public function ask(?HandPolicies $policies, ?SchoolClass $class): void
    {
        $year = self::year($policies, $class);
        try {
            $this->tasks->begin(TaskKind::Library, '', self::subject($year), [self::YEAR => $year]);
        } catch (Refusal) {
            // So much is under way that it is asked for again by the next page that misses it.
        }
    }

    /** It is being looked through for them: a page that reads what was found does not look as well. */
    public function isUnderWay(HandPolicies $policies, ?SchoolClass $class): bool
    {
        return null !== $this->tasks->under(self::subject(self::year($policies, $class)));
    }

    private static function year(?HandPolicies $policies, ?SchoolClass $class): string
    {
        return null === $class && null !== $policies ? (string) $policies->level : '';
    }

    private static function subject(string $year): string
    {
        return self::SUBJECT.('' === $year ? '' : '-'.$year);
    }

    public function go(Task $task, float $until): void
    {
        $year = $task->asked(self::YEAR);
        $all = '' === $year ? $this->handsOfClasses() : [$this->detection->hands(HandPolicies::ofLevel((int) $year), null)];
        $rows = $this->library->outlines();
        $known = $this->lookedAt->known(array_merge([], ...array_map(static fn (LibraryHands $one): array => $one->allPlayed(), $all)));
        $left = 0;
        $isTime = true;
        foreach ($all as $hands) {
            $missing = array_values(array_filter($rows, static fn (array $row): bool => !isset($known[$hands->needsOf($row)])));
            foreach (array_chunk($missing, LibraryDetection::AT_ONCE) as $some) {
                if ($isTime) {
                    $this->detection->look($hands, $some);
                } else {
                    $left += \count($some);
                }
                $isTime = $isTime && microtime(true) < $until;
            }
        }
        $total = \count($rows) * \count($all);
        $task->reach($total - $left, $total, $this->clock->now());
        if (0 === $left) {
            $this->finish($task, $all);
        }
    }

    /** @param list<LibraryHands> $all */
    private function finish(Task $task, array $all): void
    {
        if ('' === $task->asked(self::YEAR)) {
            $this->lookedAt->forgetOthers(array_merge(
                ...array_map(static fn (LibraryHands $one): array => $one->allPlayed(), [...$all, ...$this->handsOfYears()]),
            ));
        }
        $task->finish([], $this->clock->now());
        // Nobody goes on from there: what was looked for is on the pages that wanted it.
        $this->entities->remove($task);
    }

    /** @return list<LibraryHands> each once */
    private function handsOfClasses(): array
    {
        $all = [];
        for ($first = 0; [] !== ($classes = $this->classes->page($first, ClassRepository::LIMIT)); $first += ClassRepository::LIMIT) {
            foreach ($classes as $class) {
                $hands = $this->detection->hands($class->handPolicies(), $class);
                $all[implode(' ', $hands->allPlayed())] = $hands;
            }
        }

        return array_values($all);
    }

    /** @return list<LibraryHands> */
    private function handsOfYears(): array
    {
        return array_map(fn (int $year): LibraryHands => $this->detection->hands(HandPolicies::ofLevel($year), null), Skill::YEARS);
    }
}
