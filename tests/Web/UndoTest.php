<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Entity\Change;
use App\Shared\Entity\CutChange;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SequenceChange;
use App\Shared\Undo\Changes;
use App\Shared\Undo\Turn;
use CoinStair\Core\Score\Refusal;
use PHPUnit\Framework\Attributes\DataProvider;

/** Undo and redo are the same of a cut and of a sequence: in their order, as many as are kept, each of one piece alone. */
final class UndoTest extends WebCase
{
    /** @return iterable<string, array{string, array{bool, int}|null}> what a button asks for; again, and the change that was seen */
    public static function turns(): iterable
    {
        yield 'undo' => ['undo 12', [false, 12]];
        yield 'redo' => ['redo 7', [true, 7]];
        yield 'none that was seen' => ['undo', [false, 0]];
        yield 'a number that is none' => ['undo twelve', [false, 0]];
        yield 'something else' => ['split', null];
        yield 'nothing' => ['', null];
    }

    /** @param array{bool, int}|null $expected */
    #[DataProvider('turns')]
    public function testWhatAButtonAsksFor(string $typed, ?array $expected): void
    {
        $turn = Turn::read($typed);
        self::assertSame($expected, null === $turn ? null : [$turn->again, $turn->seen]);
    }

    public function testTheLastIsUndoneFirstAndTheFirstOfThoseIsDoneAgain(): void
    {
        $piece = $this->piece();
        [$first, $second] = [$this->keep($piece), $this->keep($piece)];
        self::assertSame([$second->getId(), 0], $this->ends($piece));
        foreach ([$second, $first] as $change) {
            self::assertSame($change->getId(), $this->turned($piece, 'undo'));
        }
        self::assertSame([0, $first->getId()], $this->ends($piece));
        self::assertNull($this->turned($piece, 'undo'), 'nothing is left to be undone');
        self::assertSame($first->getId(), $this->turned($piece, 'redo'));
        self::assertSame([$first->getId(), $second->getId()], $this->ends($piece));
    }

    public function testWhatIsChangedAfterAnUndoTakesTheRedoAway(): void
    {
        $piece = $this->piece();
        $this->keep($piece);
        $this->turned($piece, 'undo');
        $now = $this->keep($piece);
        self::assertSame([$now->getId(), 0], $this->ends($piece));
    }

    public function testAChangeThatNobodySawIsNotTakenBack(): void
    {
        $piece = $this->piece();
        $seen = $this->keep($piece);
        $this->keep($piece);
        $this->expectException(Refusal::class);
        $this->expectExceptionMessage('It was changed.');
        $this->service(Changes::class)->next(CutChange::class, $piece, $this->turn('undo '.$seen->getId()), 'It was changed.');
    }

    public function testSoManyAreKeptAndTheOldestGoes(): void
    {
        $piece = $this->piece();
        $first = (int) $this->keep($piece)->getId();
        for ($more = 0; $more < CutChange::LIMIT; ++$more) {
            $this->keep($piece);
        }
        $this->entities()->clear();
        $rows = $this->entities()->getRepository(CutChange::class);
        self::assertSame(CutChange::LIMIT, $rows->count([]));
        self::assertNull($rows->find($first));
    }

    public function testWhatIsOfAnotherPieceStays(): void
    {
        [$piece, $other] = [$this->piece(), $this->piece()];
        $this->keep($piece);
        $kept = $this->keep($other);
        $this->service(Changes::class)->clear(CutChange::class, $piece);
        self::assertSame([0, 0], $this->ends($piece));
        self::assertSame([$kept->getId(), 0], $this->ends($other));
    }

    public function testASequenceIsTurnedByTheButtonsOfItsPage(): void
    {
        $sequence = $this->sequence();
        $page = '/sequences/'.$sequence->getId();
        $this->post("$page/aim", ['goal' => '100', 'comfort' => '63']);
        $this->browser->request('GET', $page);
        $undo = $this->browser->getCrawler()->filter('#turns-form button[value^="undo"]');
        $change = $this->entities()->getRepository(SequenceChange::class)->findOneBy([]);
        self::assertSame('undo '.$change?->getId(), $undo->attr('value'));
        self::assertSelectorExists('#turns-form button[value="redo 0"][disabled]');
        $this->post("$page/turn", ['do' => (string) $undo->attr('value')]);
        $this->browser->followRedirect();
        self::assertSame('84', $this->browser->getCrawler()->filter('[name=goal]')->attr('value'));
        self::assertSelectorExists('#turns-form button[value="redo '.$change?->getId().'"]');
        $this->post("$page/turn", ['do' => 'redo '.$change?->getId()]);
        $this->browser->followRedirect();
        self::assertSame('100', $this->browser->getCrawler()->filter('[name=goal]')->attr('value'));
    }

    private function keep(Piece $piece): Change
    {
        $change = new CutChange($piece, []);
        $this->service(Changes::class)->keep($change);
        $this->entities()->flush();

        return $change;
    }

    /** @return int|null id of the change that was turned */
    private function turned(Piece $piece, string $typed): ?int
    {
        $turn = $this->turn($typed);
        $change = $this->service(Changes::class)->next(CutChange::class, $piece, $turn, 'It was changed.');
        $change?->setUndone(!$turn->again);
        $this->entities()->flush();

        return $change?->getId();
    }

    private function turn(string $typed): Turn
    {
        return Turn::read($typed) ?? self::fail('It is a turn.');
    }

    /** @return array{int, int} */
    private function ends(Piece $piece): array
    {
        return $this->service(Changes::class)->ends(CutChange::class, $piece);
    }
}
