<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Entity\Override;
use App\Shared\Entity\OwnSkill;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Task;
use App\Shared\Facts\FactsOfClasses;
use App\Shared\Looked\LibraryDetection;
use App\Shared\Looked\LibraryNeeds;
use App\Shared\Looked\LookedAt;
use App\Shared\Repository\PieceRepository;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Override as Setting;
use CoinStair\Core\Score\OverrideKind;
use CoinStair\Core\Skill\Family;
use CoinStair\Core\Skill\Needs;
use CoinStair\Core\Skill\Skill;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\HttpFoundation\Response;

/** A library is looked through in the background when something changes from which its skills follow, and pages read what was found. */
final class LibraryLookTest extends WebCase
{
    private Piece $piece;
    private SchoolClass $players;

    protected function setUp(): void
    {
        parent::setUp();
        $this->piece = $this->piece();
        $this->players = $this->beginners();
        $this->look();
    }

    public function testWhatWasLookedThroughIsKnown(): void
    {
        self::assertTrue($this->isKnown());
        self::assertSame([], $this->entities()->getRepository(Task::class)->findAll(), 'what nobody goes on from is not listed');
        self::assertTrue($this->needs()->has(Instrument::Violin, 'open.bow.D'));
        self::assertSame(0, $this->work(), 'nothing is left to do');
    }

    /** @return iterable<string, array{\Closure(self): void}> */
    public static function changes(): iterable
    {
        yield 'a rule of its own' => [static fn (self $of) => $of->entities()->persist($of->skill('slur(2+)'))];
        yield 'another goal' => [static fn (self $of) => $of->piece->setGoalTempo(132)];
        yield 'another note' => [static fn (self $of) => $of->correct()];
        yield 'a finger that was set' => [static fn (self $of) => $of->set(null)];
        yield 'a finger that was set for the class' => [static fn (self $of) => $of->set($of->players)];
        yield 'hands of another year' => [static fn (self $of) => $of->players->setYear(3)];
    }

    /** @param \Closure(self): void $change */
    #[DataProvider('changes')]
    public function testAfterEachChangeItIsLookedThroughAgain(\Closure $change): void
    {
        $change($this);
        $this->entities()->flush();
        self::assertFalse($this->isKnown(), 'what was found is seen to be old');
        $this->look();
        self::assertTrue($this->isKnown());
        self::assertNotEmpty($this->needs()->first['violin']);
    }

    public function testAnotherRuleIsHeldAgainstTheFactsThatAreThere(): void
    {
        $facts = $this->column('facts_of');
        $skill = $this->skill('finger(D, 0)');
        $this->entities()->persist($skill);
        $this->entities()->flush();
        $this->look();
        self::assertSame($facts, $this->column('facts_of'), 'no finger was looked for again');
        self::assertTrue($this->needs()->has(Instrument::Violin, 'own.one'));
        $this->browser->request('GET', '/skills/own.one');
        self::assertSelectorTextContains('.found-sum', 'found in 1 of 1 piece');
    }

    public function testHandsInWhichNobodyPlaysAnyMoreAreForgotten(): void
    {
        $usual = $this->column('played');
        foreach (['long', 'crossing'] as $choice) {
            $this->players->setHandPolicies(HandPolicies::of(1, ['openStrings' => $choice]));
            $this->entities()->flush();
            $this->look();
            self::assertContains($usual[0], $this->column('played'), 'those of a year are kept');
            self::assertCount(2, $this->column('played'), $choice);
        }
        $this->entities()->remove($this->piece);
        $this->entities()->flush();
        self::assertCount(0, $this->column('played'));
    }

    public function testAPageThatReadsWhileItIsLookedThroughSaysSo(): void
    {
        $this->piece->setGoalTempo(132);
        $this->entities()->flush();
        $this->browser->request('GET', '/blank');
        foreach (["/classes/{$this->players->getId()}/next", "/pieces/{$this->piece->getId()}/ready"] as $address) {
            $this->browser->request('GET', $address);
            self::assertSelectorTextContains('.looking', 'One piece is still being looked through');
        }
        $this->work();
        $this->browser->request('GET', "/classes/{$this->players->getId()}/next");
        self::assertSelectorNotExists('.looking');
        self::assertSame(Response::HTTP_OK, $this->browser->getResponse()->getStatusCode());
    }

    private function look(): void
    {
        $this->work();
        $this->piece = $this->entities()->find(Piece::class, $this->piece->getId()) ?? self::fail('It is there.');
        $this->players = $this->entities()->find(SchoolClass::class, $this->players->getId()) ?? self::fail('It is there.');
    }

    private function isKnown(): bool
    {
        // As in a request of its own.
        $this->service(FactsOfClasses::class)->reset();
        $hands = $this->service(LibraryDetection::class)->hands($this->players->handPolicies(), $this->players);
        $row = $this->service(PieceRepository::class)->outlines()[0];

        return isset($this->service(LookedAt::class)->known($hands->allPlayed())[$hands->needsOf($row)]);
    }

    private function needs(): Needs
    {
        $rows = $this->service(PieceRepository::class)->outlines();
        [$needs, $left] = $this->service(LibraryNeeds::class)->of($rows, $this->players->handPolicies(), $this->players);
        self::assertSame(0, $left);

        return iterator_to_array($needs)[(int) $this->piece->getId()];
    }

    /** @return list<mixed> of what was found, in all hands */
    private function column(string $name): array
    {
        return $this->entities()->getConnection()->fetchFirstColumn("SELECT $name FROM piece_skills");
    }

    private function skill(string $rule): OwnSkill
    {
        return new OwnSkill(new Skill('own.one', 'One', 'One', Family::Fingers, ['' => 1], [], $rule, [], true));
    }

    private function set(?SchoolClass $class): void
    {
        $finger = Setting::of('P1-m0-v1-0', 'D4', OverrideKind::Direction, 'up');
        $this->entities()->persist(new Override($this->piece, $class, Instrument::Violin, $finger));
    }

    private function correct(): void
    {
        $other = ScoreFile::read(str_replace('D4|A2D2', 'E4|A2D2', self::TUNE))->piece;
        $this->piece->rewrite($other, []);
    }
}
