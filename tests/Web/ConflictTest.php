<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\CutChange;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Score\Instrument;
use Doctrine\DBAL\Driver\PDO\Exception as DriverException;
use Doctrine\DBAL\Exception\DeadlockException;
use Doctrine\DBAL\Exception\ForeignKeyConstraintViolationException;
use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
use Doctrine\ORM\Events;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\EventDispatcher\EventDispatcherInterface;
use Symfony\Component\HttpKernel\KernelEvents;

/** Two people at one thing: each is told, nothing that was typed is lost, and one action is one transaction. */
final class ConflictTest extends WebCase
{
    public function testWhoSavesInTheSameMomentIsToldAndKeepsWhatWasTyped(): void
    {
        $class = $this->schoolClass();
        $id = (int) $class->getId();
        $form = $this->browser->request('GET', "/classes/$id/edit")->filter('form.sheet')->form(['class[name]' => 'Mine']);
        $this->onFlush(1, fn () => $this->entities()->getConnection()->executeStatement(
            "UPDATE school_class SET name = 'Theirs', version = version + 1 WHERE id = ?",
            [$id],
        ));
        $this->browser->submit($form);
        self::assertStringContainsString('Somebody else changed this in the meantime', $this->body());
        self::assertInputValueSame('class[name]', 'Mine');
        self::assertSame('Theirs', $this->classes($id)->getName(), 'nothing was written over');
    }

    public function testADeadlockIsTriedAgain(): void
    {
        $piece = $this->piece();
        $this->onFlush(1, static fn () => throw self::deadlock());
        $this->post("/pieces/{$piece->getId()}/cut", ['do' => 'make', 'from' => 0, 'last' => 0]);
        self::assertResponseRedirects();
        $this->entities()->clear();
        $chunks = $this->entities()->getRepository(Chunk::class)->findBy(['removed' => false]);
        self::assertCount(1, $chunks, 'made once');
        self::assertSame($this->teacher->getProgram()->getId(), $chunks[0]->getProgram()?->getId());
    }

    public function testADeadlockThatTookTheSavepointsAlongIsTriedAgainAndReallyWritten(): void
    {
        $sequence = $this->sequence();
        $id = (int) $sequence->getId();
        $this->onFlush(1, function (): void {
            $this->entities()->getConnection()->executeStatement('RELEASE SAVEPOINT DOCTRINE_2');
            throw self::deadlock();
        });
        $step = ['version' => (string) $sequence->getVersion(), 'what' => 'break', 'prompt' => 'Once more'];
        $before = $this->rows('step');
        $this->post("/sequences/$id/steps", $step);
        self::assertResponseRedirects();
        self::assertSame($before + 1, $this->rows('step'));
        self::assertFalse($this->entities()->getConnection()->isTransactionActive(), 'nothing is left open that would take it back');
    }

    public function testTwoSkillsOfOneNameThatAreMadeAtOnceHaveCodesOfTheirOwn(): void
    {
        $fields = ['name' => 'Twice one', 'family' => 'fingers', 'rule' => 'at-least(2, finger(D, 1))'];
        $this->post('/skills/new', $fields);
        $own = $this->entities()->getConnection()->fetchAssociative('SELECT * FROM own_skill');
        self::assertIsArray($own);
        $this->entities()->getConnection()->delete('own_skill', ['id' => $own['id']]);
        $this->onceItFailed(fn () => $this->entities()->getConnection()->insert('own_skill', $own));
        $this->onFlush(1, static function (): void {
            throw new UniqueConstraintViolationException(DriverException::new(new \PDOException('Duplicate entry')), null);
        });
        $this->post('/skills/new', $fields);
        self::assertResponseRedirects('/skills/own.twice-one-2');
        self::assertSame(2, $this->rows('own_skill'));
    }

    public function testALessonOfWhatIsDeletedInTheSameMomentIsNotFound(): void
    {
        $sequence = $this->sequence();
        $piece = (int) $sequence->getPiece()->getId();
        $this->onceItFailed(fn () => $this->entities()->getConnection()->delete('piece', ['id' => $piece]));
        $this->onFlush(1, static function (): void {
            throw new ForeignKeyConstraintViolationException(DriverException::new(new \PDOException('Cannot add a child row')), null);
        });
        $this->post("/sequences/{$sequence->getId()}/lesson");
        self::assertResponseStatusCodeSame(404);
    }

    public function testWhatStaysLockedIsToldAndNothingIsWritten(): void
    {
        $piece = $this->piece();
        $this->onFlush(99, static fn () => throw self::deadlock());
        $this->post("/pieces/{$piece->getId()}/cut", ['do' => 'make', 'from' => 0, 'last' => 0]);
        self::assertResponseStatusCodeSame(409);
    }

    public function testACutThatIsBrokenOffLeavesNothing(): void
    {
        $piece = $this->piece();
        $flushes = 0;
        $this->onFlush(99, static function () use (&$flushes): void {
            if (0 === ++$flushes % 2) {
                throw self::deadlock();
            }
        });
        $this->post("/pieces/{$piece->getId()}/cut", ['do' => 'split', 'chunk' => $this->firstChunk($piece)]);
        self::assertResponseStatusCodeSame(409);
        self::assertSame(0, $this->rows('chunk'), 'no chunk that cannot be undone');
        self::assertSame(0, $this->rows('cut_change'));
    }

    public function testUndoTakesBackOnlyTheChangeThatWasSeen(): void
    {
        $piece = $this->piece();
        $address = "/pieces/{$piece->getId()}/cut";
        $this->post($address, ['do' => 'make', 'from' => 0, 'last' => 0]);
        $seen = $this->lastChange();
        $this->post($address, ['do' => 'make', 'from' => 1, 'last' => 1]);
        $this->post($address, ['do' => "undo $seen"], [], ['HTTP_HX_REQUEST' => 'true']);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('.error', 'nothing was taken back');
        $this->post($address, ['do' => 'undo '.$this->lastChange()], [], ['HTTP_HX_REQUEST' => 'true']);
        self::assertResponseIsSuccessful();
        self::assertSame(1, $this->entities()->getRepository(CutChange::class)->count(['undone' => true]));
    }

    public function testOtherNumbersOfPlayersMoveTheVersionOfTheClass(): void
    {
        $class = $this->schoolClass();
        $version = $class->getVersion();
        $class->setPlayers(Instrument::Violin, 9);
        $this->entities()->flush();
        self::assertGreaterThan($version, $class->getVersion());
        $class->setPlayers(Instrument::Violin, 9);
        $same = $class->getVersion();
        $this->entities()->flush();
        self::assertSame($same, $class->getVersion(), 'what is the same is no change');
        $id = (int) $class->getId();
        $form = $this->browser->request('GET', "/classes/$id/edit")->filter('form.sheet')->form(['version' => (string) $version]);
        $this->browser->submit($form);
        self::assertStringContainsString('Somebody else changed this in the meantime', $this->body());
    }

    /** Something happens at so many of the next flushes. */
    private function onFlush(int $times, \Closure $what): void
    {
        $listener = new class($times, $what) {
            public function __construct(private int $times, private readonly \Closure $what)
            {
            }

            public function onFlush(): void
            {
                if ($this->times-- > 0) {
                    ($this->what)();
                }
            }
        };
        $this->entities()->getEventManager()->addEventListener(Events::onFlush, $listener);
    }

    /** Somebody else does something when what was asked has failed, before it is tried again. */
    private function onceItFailed(\Closure $what): void
    {
        $this->service(EventDispatcherInterface::class)->addListener(KernelEvents::EXCEPTION, static function () use (&$what): void {
            $now = $what;
            $what = static fn (): null => null;
            $now();
        }, 17);
    }

    private static function deadlock(): DeadlockException
    {
        return new DeadlockException(DriverException::new(new \PDOException('Deadlock found')), null);
    }

    private function classes(int $id): SchoolClass
    {
        $this->service(ManagerRegistry::class)->resetManager();
        $this->enter($this->teacher);

        return $this->entities()->find(SchoolClass::class, $id) ?? throw new \LogicException('The class is gone.');
    }

    private function rows(string $table): int
    {
        $count = $this->entities()->getConnection()->fetchOne("SELECT COUNT(*) FROM $table");

        return is_numeric($count) ? (int) $count : -1;
    }

    private function lastChange(): int
    {
        $id = $this->entities()->getConnection()->fetchOne('SELECT MAX(id) FROM cut_change WHERE undone = 0');

        return is_numeric($id) ? (int) $id : 0;
    }

    private function firstChunk(Piece $piece): string
    {
        $this->browser->request('GET', "/pieces/{$piece->getId()}");

        return (string) $this->browser->getCrawler()->filter('#chunk-choice option')->attr('value');
    }
}
