<?php

declare(strict_types=1);

namespace App\Tests;

use App\Lesson\Sequence\SequenceBuilder;
use App\Lesson\Teach\Corrections;
use App\Lesson\Teach\LessonLog;
use App\Lesson\Teach\LessonPlanner;
use App\Library\Cut\Command\CutCommand;
use App\Library\Cut\CutEditor;
use App\Library\Cut\CutQuery;
use App\Library\Cut\CutView;
use App\Library\Entry\PieceImport;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\Override;
use App\Shared\Entity\OwnSkill;
use App\Shared\Entity\Piece;
use App\Shared\Entity\Program;
use App\Shared\Entity\SaidState;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Repository\ClassRepository;
use CoinStair\Core\Chunk\Cut;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Progress\Said;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Override as Setting;
use CoinStair\Core\Score\OverrideKind;
use CoinStair\Core\Skill\Family;
use CoinStair\Core\Skill\Skill;
use Symfony\Component\HttpFoundation\InputBag;
use Symfony\Component\Uid\Uuid;

/** A small program, and what a teacher changes in it. */
trait ChangesRows
{
    /** @return array<string, int> a class with two groups that was taught one of two pieces, by kind of row */
    private function rows(): array
    {
        $import = $this->service(PieceImport::class);
        $pieces = [$import->import(self::FIRST, 'gate.abc'), $import->import(self::SECOND, 'rope.abc')];
        $pieces[1]->setBook('Lanterns');
        $pieces[1]->setNumberInBook('1');
        $class = $this->beginners();
        $class->setPlayers(Instrument::Cello, 3);
        $this->entities()->flush();
        $sequence = $this->service(SequenceBuilder::class)->build($class, $pieces[0], 96);
        $this->entities()->flush();
        $this->ids = array_map(intval(...), [
            'class' => $class->getId(),
            'piece' => $pieces[0]->getId(),
            'second' => $pieces[1]->getId(),
            'sequence' => $sequence->getId(),
        ]);
        $this->ids['lesson'] = $this->teach('2026-10-05');
        $this->work();

        return $this->ids;
    }

    /** A lesson in which three coins are earned on each step. */
    private function teach(string $day, ?Sequence $sequence = null): int
    {
        $sequence ??= $this->find(Sequence::class);
        $lesson = $this->service(LessonPlanner::class)->begin($sequence, new \DateTimeImmutable("$day 10:00"));
        $this->entities()->persist($lesson);
        $this->entities()->flush();
        foreach ($lesson->steps() as $step) {
            $this->coins($lesson, $step->id, 3);
        }
        $lesson->end(new \DateTimeImmutable("$day 10:30"), '');
        $this->entities()->flush();

        return (int) $lesson->getId();
    }

    /** The class learns the second piece, up to its goal. */
    private function teachSecond(): void
    {
        $second = $this->entities()->find(Piece::class, $this->ids['second']) ?? self::fail('It is there.');
        $sequence = $this->service(SequenceBuilder::class)->build($this->find(SchoolClass::class), $second, 92);
        $this->entities()->flush();
        foreach (['06', '07', '08', '09', '12', '13'] as $day) {
            $this->teach("2026-10-$day", $sequence);
        }
    }

    private function coins(Lesson $lesson, string $step, int $coins): void
    {
        $at = 1000 * $lesson->getStartedAt()->getTimestamp();
        $entries = [];
        for ($coin = 1; $coin <= $coins; ++$coin) {
            $entries[] = new LogEntry(Uuid::v4()->toRfc4122(), $step, EntryKind::Coin, 96, $at + $coin, $coin);
        }
        $this->service(LessonLog::class)->add($lesson, $entries);
    }

    private function earnOn(int $more): void
    {
        $lesson = $this->find(Lesson::class);
        $this->coins($lesson, $this->played($lesson)->id, 3 * $more);
    }

    private function correct(string $what, string $about = ''): void
    {
        $lesson = $this->find(Lesson::class);
        $step = $this->played($lesson)->id;
        $this->service(Corrections::class)->make($lesson, $this->teacher, $what, '' === $about ? $step : $about);
    }

    private function say(string $code, State $state): void
    {
        $said = new Said($code, Instrument::Violin, $state, '2026-10-06');
        $this->entities()->persist(new SaidState($this->find(SchoolClass::class), $said, $this->teacher, new \DateTimeImmutable()));
    }

    private function set(?SchoolClass $class, string $note, OverrideKind $kind, string $value): void
    {
        $setting = Setting::of($note, 'P1-m0-v1-0' === $note ? 'D4' : 'F#4', $kind, $value);
        $this->entities()->persist(new Override($this->find(Piece::class), $class, Instrument::Violin, $setting));
    }

    private function split(Piece $piece): void
    {
        /** @var InputBag<string> $for */
        $for = new InputBag(['for' => 'class-'.$this->ids['class']]);
        $cut = $this->service(CutView::class)->load($piece, CutQuery::of($for, $piece, $this->service(ClassRepository::class)));
        $edges = $cut->plan()->phrases()[0]->edges();
        $split = static fn (Cut $cut, int $number): Cut => $cut->split($number);
        $this->service(CutEditor::class)->change($cut, new CutCommand($edges, $split));
    }

    private function ownSkill(string $code, string $name): OwnSkill
    {
        return new OwnSkill(new Skill($code, $name, $name, Family::Fingers, ['' => 1], [], 'finger(D, 2)', [], true));
    }

    /** @return list<int> ids of its steps, the last first */
    private static function reversed(Sequence $sequence): array
    {
        return array_map(static fn ($step): int => (int) $step->getId(), array_reverse($sequence->steps()));
    }

    private static function last(Sequence $sequence): \App\Shared\Entity\Step
    {
        $steps = $sequence->steps();

        return end($steps) ?: self::fail('It has steps.');
    }

    private function program(): Program
    {
        return $this->teacher->getProgram();
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T the row of this kind that the test is about
     */
    private function find(string $class): object
    {
        $ids = [
            SchoolClass::class => $this->ids['class'],
            Piece::class => $this->ids['piece'],
            Sequence::class => $this->ids['sequence'],
            Lesson::class => $this->ids['lesson'] ?? 0,
        ];

        return $this->entities()->find($class, $ids[$class] ?? 0) ?? self::fail("No $class.");
    }
}
