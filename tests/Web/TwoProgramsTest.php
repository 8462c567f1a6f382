<?php

declare(strict_types=1);

namespace App\Tests;

use App\Library\Entry\PieceImport;
use App\Shared\Entity\User;

/** Two programs with equal contents beside each other: what is kept of the one never shows in the other, nor what is gone in the same. */
final class TwoProgramsTest extends WebCase
{
    use WalksPages;

    private StoresInMemory $stores;

    protected function setUp(): void
    {
        parent::setUp();
        $this->stores = $this->service(StoresInMemory::class);
    }

    public function testEachPageOfProgramsWithEqualContentsIsAsIfTheOtherWereNotThere(): void
    {
        $teachers = [$this->teacher, $this->account('two@example.org')];
        $rows = array_map($this->rows(...), $teachers);
        self::assertNotEquals($rows[0], $rows[1], 'rows of their own');
        $alone = [];
        foreach ($teachers as $index => $teacher) {
            $this->stores->forget();
            $alone[$index] = $this->walk($teacher, $rows[$index]);
        }
        self::assertGreaterThan(40, \count($alone[0]));
        self::assertStringContainsString('/pieces/'.$rows[0]['last'], $alone[0]['what_next']);
        $this->stores->forget();
        foreach ([0, 1, 0, 1] as $index) {
            foreach ($this->walk($teachers[$index], $rows[$index]) as $name => $text) {
                self::assertSame($alone[$index][$name], $text, "$name of program $index");
            }
        }
    }

    public function testWhatIsKeptUnderEqualContentsIsEqual(): void
    {
        $teachers = [$this->teacher, $this->account('two@example.org')];
        $kept = [];
        foreach ($teachers as $index => $teacher) {
            $rows = $this->rows($teacher);
            $this->stores->forget();
            $this->walk($teacher, $rows);
            $kept[$index] = $this->stores->kept((int) $teacher->getProgram()->getId());
        }
        $both = array_intersect_key($kept[0], $kept[1]);
        self::assertGreaterThan(15, \count($both), 'what follows from contents alone has one name in both');
        self::assertSame([], array_keys(array_diff_assoc($both, $kept[1])), 'a result that holds an id names it in its key');
    }

    public function testAPieceThatIsDeletedAndReadAgainIsFoundAgain(): void
    {
        $rows = $this->rows($this->teacher);
        $this->browser->request('GET', "/classes/{$rows['class']}/next");
        $before = $this->next();
        self::assertCount(2, $before);
        $gone = $rows['last'];
        $this->post("/pieces/$gone/put-away");
        $this->post("/pieces/$gone/delete");
        self::assertResponseRedirects();
        $this->enter($this->entities()->find(User::class, $this->teacher->getId()) ?? self::fail('It was made just now.'));
        $again = (int) $this->service(PieceImport::class)->import(self::tunes()[2], 'walk.abc')->getId();
        $this->work();
        self::assertNotSame($gone, $again);
        $this->browser->request('GET', "/classes/{$rows['class']}/next");
        $after = array_map(static fn (int $id): int => $id === $gone ? $again : $id, $before);
        self::assertEqualsCanonicalizing($after, $this->next());
    }

    /** @return list<int> ids of the pieces that the page names next */
    private function next(): array
    {
        preg_match_all('~/pieces/(\d+)/ready~', $this->body(), $found);

        return array_values(array_unique(array_map(intval(...), $found[1])));
    }
}
