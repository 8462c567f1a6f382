<?php

declare(strict_types=1);

namespace App\Tests;

use App\Lesson\Sequence\SequenceBuilder;
use App\Lesson\Teach\LessonLog;
use App\Lesson\Teach\LessonPlanner;
use App\Library\Entry\PieceImport;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\OwnSkill;
use App\Shared\Entity\Piece;
use App\Shared\Entity\RhythmPattern;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\User;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Skill\Family;
use CoinStair\Core\Skill\Skill;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Routing\Route;
use Symfony\Component\Routing\RouterInterface;
use Symfony\Component\Uid\Uuid;

/** A small program with a row of each kind, and a walk over all that is shown by addresses alone. */
trait WalksPages
{
    /** @return list<string> in ABC */
    private static function tunes(): array
    {
        return [
            "X:1\nT:Gate\nM:4/4\nL:1/4\nQ:1/4=84\nK:D\nD2A2|D4|A2D2|A4|D2A2|D4|A2D2|D4|]\n",
            "X:1\nT:Rope\nM:4/4\nL:1/4\nQ:1/4=92\nK:D\nDEFG|A2F2|GFED|E4|DEFG|A2F2|GEDE|D4|]\n",
            "X:1\nT:Walk\nM:3/4\nL:1/4\nQ:1/4=100\nK:G\nGAB|d2B|AGA|B3|GAB|d2B|AGF|G3|]\n",
        ];
    }

    /** As in a process of its own: what Doctrine made of a table for one program is not made anew for another. */
    private function begin(): void
    {
        $this->service(ManagerRegistry::class)->resetManager();
    }

    /**
     * A library of three tunes, a class, a lesson that was taught on the first of them and one that was begun.
     *
     * @return array<string, int> ids by kind of row
     */
    private function rows(User $teacher): array
    {
        $this->begin();
        $teacher = $this->entities()->find(User::class, $teacher->getId()) ?? self::fail('It was made just now.');
        $this->enter($teacher);
        $import = $this->service(PieceImport::class);
        $pieces = array_map(static fn (string $tune): Piece => $import->import($tune, 'tune.abc'), self::tunes());
        $class = $this->beginners();
        $this->entities()->persist(new OwnSkill(new Skill('own.one', 'One', 'One', Family::Fingers, ['' => 1], [], '', [], true)));
        $sequence = $this->service(SequenceBuilder::class)->build($class, $pieces[0], 84);
        $this->entities()->flush();
        $taught = $this->begun($sequence);
        $this->service(LessonLog::class)->add($taught, $this->coins($taught));
        $taught->end(new \DateTimeImmutable('2026-10-05 10:30'), 'Good.');
        $this->entities()->flush();
        $open = $this->begun($sequence);
        $pattern = new RhythmPattern('Two', 'B/ B/');
        $this->entities()->persist($pattern);
        $this->entities()->flush();
        $skill = $this->entities()->getRepository(OwnSkill::class)->findOneBy([]);
        $step = $sequence->steps()[0];
        $ids = array_map(intval(...), [
            'piece' => $pieces[0]->getId(),
            'last' => $pieces[2]->getId(),
            'class' => $class->getId(),
            'sequence' => $sequence->getId(),
            'step' => $step->getId(),
            'chunk' => $step->getChunk()?->getId(),
            'lesson' => $open->getId(),
            'pattern' => $pattern->getId(),
            'skill' => $skill?->getId(),
        ]);
        $this->work();

        return $ids;
    }

    private function begun(Sequence $sequence): Lesson
    {
        $lesson = $this->service(LessonPlanner::class)->begin($sequence, new \DateTimeImmutable('2026-10-05 10:00'));
        $this->entities()->persist($lesson);
        $this->entities()->flush();

        return $lesson;
    }

    /** @return list<LogEntry> three coins on the first step that is played */
    private function coins(Lesson $lesson): array
    {
        $step = $this->played($lesson)->id;

        return array_map(
            static fn (int $coin): LogEntry => new LogEntry(
                Uuid::v4()->toRfc4122(),
                $step,
                EntryKind::Coin,
                60,
                1_790_000_000_000 + $coin,
                $coin,
            ),
            [1, 2, 3],
        );
    }

    /**
     * All that is shown by addresses alone, as a teacher sees it.
     *
     * @param array<string, int> $ids
     *
     * @return array<string, string> what is told, by name of the route, without what is another at every visit
     */
    private function walk(User $teacher, array $ids): array
    {
        $this->begin();
        $this->browser->loginUser($teacher);
        $told = [];
        foreach ($this->service(RouterInterface::class)->getRouteCollection()->all() as $name => $route) {
            // Files of one's own, and pages that somebody sees who is not signed in.
            $isWalked = !\in_array($name, ['sign_in', 'new_password', 'health', 'lesson_log'], true);
            if (!$isWalked || !\in_array('GET', $route->getMethods(), true)) {
                continue;
            }
            $address = $this->address($route, $ids);
            $this->browser->request('GET', $address);
            self::assertLessThan(500, $this->browser->getResponse()->getStatusCode(), $address);
            $status = $this->browser->getResponse()->getStatusCode();
            $told[$name] = $status.(string) preg_replace(
                ['/(name="_(?:token|once)" value=|name="csrf-token" content=)"[^"]*"/', '/"key":"[^"]*"/', '/"now":\d+/'],
                '',
                // What goes wrong shows where in the test it went wrong.
                $status < 400 ? $this->body() : '',
            );
        }

        return $told;
    }

    /** @param array<string, int> $ids */
    private function address(Route $route, array $ids): string
    {
        $mapping = $route->getDefault('_route_mapping');
        $row = \is_array($mapping) ? $mapping['id'] ?? '' : '';
        $row = \is_array($row) ? current($row) : $row;
        $values = [
            '{id}' => (string) ($ids[\is_string($row) ? $row : ''] ?? 0),
            '.{format}' => str_starts_with($route->getPath(), '/classes/') ? '.csv' : '.abc',
            '{format}' => 'abc',
            '{player}' => 'P1',
            '{number}' => '1',
            '{code}' => 'open.bow.D',
            '{instrument}' => 'violin',
        ];

        return strtr($route->getPath(), $values)."?for=class-{$ids['class']}&instrument=violin&note=P1-m0-v1-0";
    }
}
