<?php

declare(strict_types=1);

namespace App\Demo;

use App\Account\Accounts;
use App\Lesson\Sequence\SequenceBuilder;
use App\Lesson\Teach\LessonLog;
use App\Lesson\Teach\LessonPlanner;
use App\Library\Entry\PieceImport;
use App\Shared\Entity\Piece;
use App\Shared\Entity\Program;
use App\Shared\Entity\RhythmPattern;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Plans\LessonSequences;
use App\Shared\Tenancy\CurrentProgram;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Score\Instrument;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Yaml\Yaml;

/**
 * Loads the demo scenario: its tunes, its classes, and half a term of lessons that a simulated class played.
 *
 * @phpstan-type ClassData array{
 *     name: string, year: int, minutes: int, meetings: array<int, string>, players: array<string, int>, lessons: int,
 *     pieces: list<array{tune: string, goal: int, method?: string}>, remark?: string, row?: non-empty-list<string>,
 * }
 * @phpstan-type Scenario array{
 *     program: string, timezone: string, email: string, password: string, book: string,
 *     patterns: list<array{name: string, figure: string}>, classes: list<ClassData>,
 * }
 */
final readonly class DemoData
{
    private const SEED = 20260907;

    public function __construct(
        private EntityManagerInterface $entities,
        private Accounts $accounts,
        private CurrentProgram $current,
        private PieceImport $import,
        private SequenceBuilder $sequences,
        private LessonSequences $plans,
        private LessonPlanner $planner,
        private LessonLog $log,
        private ClockInterface $clock,
        #[Autowire('%kernel.project_dir%/demo')] private string $folder,
    ) {
    }

    /** Address of the demo account. */
    public function email(): string
    {
        return $this->scenario()['email'];
    }

    public function password(): string
    {
        return $this->scenario()['password'];
    }

    public function load(): void
    {
        $scenario = $this->scenario();
        $program = new Program($scenario['program']);
        $program->setTimezone($scenario['timezone']);
        $this->accounts->create($program, $scenario['email'], $scenario['password']);
        $this->current->enter($program, $this->entities);
        foreach ($scenario['patterns'] as $pattern) {
            $this->entities->persist(new RhythmPattern($pattern['name'], $pattern['figure']));
        }
        $pieces = $this->pieces($scenario['book']);
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(self::SEED));
        foreach ($scenario['classes'] as $data) {
            $this->teach($this->class($data), $data, $pieces, new SimulatedClass($random));
        }
    }

    /** @return array<string, Piece> by file name without ending */
    private function pieces(string $book): array
    {
        $pieces = [];
        foreach (glob($this->folder.'/tunes/*') ?: [] as $file) {
            $piece = $this->import->import((string) file_get_contents($file), basename($file));
            $piece->setBook($book);
            $piece->setNumberInBook((string) (\count($pieces) + 1));
            $pieces[pathinfo($file, \PATHINFO_FILENAME)] = $piece;
        }
        $this->entities->flush();

        return $pieces;
    }

    /** @param ClassData $data */
    private function class(array $data): SchoolClass
    {
        $class = new SchoolClass();
        $class->setName($data['name']);
        $class->setYear($data['year']);
        $class->setMinutes($data['minutes']);
        $class->setMeetings($data['meetings']);
        foreach ($data['players'] as $instrument => $players) {
            $class->setPlayers(Instrument::from($instrument), $players);
        }
        $this->entities->persist($class);
        $this->entities->flush();

        return $class;
    }

    /**
     * @param ClassData            $data
     * @param array<string, Piece> $pieces
     */
    private function teach(SchoolClass $class, array $data, array $pieces, SimulatedClass $players): void
    {
        $days = $this->meetings($class, $data['lessons']);
        if (isset($data['row'])) {
            $row = $this->sequences->row($class, array_map(static fn (string $tune): Piece => $pieces[$tune], $data['row']));
            $this->entities->flush();
            $this->lesson($row, array_shift($days) ?? throw new \LogicException('A row needs a lesson.'), $players, '');
        }
        foreach ($data['pieces'] as $row) {
            $sequence = $this->sequences->build(
                $class,
                $pieces[$row['tune']],
                $row['goal'],
                Method::tryFrom($row['method'] ?? '') ?? Method::Forward,
            );
            $this->entities->flush();
            while ([] !== $days && null !== $this->plans->of($sequence)->next()) {
                $day = array_shift($days);
                $this->lesson($sequence, $day, $players, [] === $days ? $data['remark'] ?? '' : '');
            }
        }
    }

    private function lesson(Sequence $sequence, \DateTimeImmutable $start, SimulatedClass $players, string $remark): void
    {
        $lesson = $this->planner->begin($sequence, $start);
        $this->entities->persist($lesson);
        $this->entities->flush();
        $this->log->add($lesson, $players->play($lesson));
        $lesson->end($start->modify('+'.$sequence->getClass()->getMinutes().' minutes'), $remark);
        $this->entities->flush();
    }

    /**
     * The latest meetings of the class before today, in order.
     *
     * @return list<\DateTimeImmutable>
     */
    private function meetings(SchoolClass $class, int $count): array
    {
        $days = [];
        $day = $this->clock->now()->setTime(0, 0)->modify('-1 day');
        for (; \count($days) < $count; $day = $day->modify('-1 day')) {
            $time = $class->getMeetings()[(int) $day->format('N')] ?? null;
            if (null !== $time) {
                $days[] = new \DateTimeImmutable($day->format('Y-m-d').' '.$time, $day->getTimezone());
            }
        }

        return array_reverse($days);
    }

    /** @return Scenario */
    private function scenario(): array
    {
        /** @var Scenario $scenario */
        $scenario = Yaml::parseFile($this->folder.'/scenario.yaml');

        return $scenario;
    }
}
