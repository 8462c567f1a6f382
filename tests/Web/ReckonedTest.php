<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Reckoned\Reckoned;
use App\Shared\Reckoned\StoresOnDisk;
use App\Shared\Reckoned\Sweep;
use App\Shared\Tenancy\CurrentProgram;
use CoinStair\Core\Memory\Fingerprint;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Filesystem\Filesystem;

/** What was reckoned is remembered for one instance and one version of the core, and takes a bounded room. */
final class ReckonedTest extends WebCase
{
    private string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir().'/reckoned-'.bin2hex(random_bytes(6));
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove($this->folder);
        parent::tearDown();
    }

    public function testAResultIsReckonedOnce(): void
    {
        self::assertSame([1, 1], $this->twice('one home', 'core 1'));
    }

    /** @return iterable<string, array{string, string}> secret of the instance, version of the core */
    public static function others(): iterable
    {
        yield 'another home of the same checkout' => ['another home', 'core 1'];
        yield 'another version of the core' => ['one home', 'core 2'];
    }

    #[DataProvider('others')]
    public function testAnotherReckonsForItself(string $secret, string $core): void
    {
        self::assertSame([1, 2], $this->twice($secret, $core));
    }

    public function testTheOldestResultsGoUntilThereIsRoom(): void
    {
        $this->keep('program-1', 10);
        self::assertSame(1000, (new Sweep($this->folder, 1000))->sweep(), 'as much as there may be');
        self::assertSame(600, (new Sweep($this->folder, 800))->sweep());
        self::assertFileExists($this->folder.'/program-1/a/6');
        self::assertFileDoesNotExist($this->folder.'/program-1/a/7');
    }

    public function testAProgramThatKeepsMuchTakesTheRoomOfNoOther(): void
    {
        $this->keep('program-1', 1);
        $this->keep('program-2', 100);
        $this->keep('program-3', 20);
        $this->keep('program-4', 3);
        $this->keep('@', 5);
        // Of 10,000 bytes the small ones leave 7,600 to the large one, which keeps three quarters of it.
        self::assertSame(100 + 5700 + 2000 + 300, (new Sweep($this->folder, 10_000))->sweep());
        self::assertFileExists($this->folder.'/program-1/a/1');
        self::assertFileExists($this->folder.'/program-3/a/20');
        self::assertFileExists($this->folder.'/program-2/a/57');
        self::assertFileDoesNotExist($this->folder.'/program-2/a/58');
        self::assertFileDoesNotExist($this->folder.'/@/a/1', 'of a former release');
    }

    public function testThereIsNothingToSweepBeforeTheFirstResult(): void
    {
        self::assertSame(0, (new Sweep($this->folder, 1))->sweep());
    }

    public function testAnotherProgramReckonsForItself(): void
    {
        $stores = new StoresOnDisk($this->folder);
        foreach ([1, 2, 1] as $program) {
            $kept[] = $stores->of($program)->get('minutes', static fn (): int => $program);
        }
        self::assertSame([1, 2, 1], $kept);
    }

    /** So many results of a program, of 100 bytes each, the second older than the first and so on. */
    private function keep(string $program, int $count): void
    {
        mkdir("$this->folder/$program/a", recursive: true);
        mkdir("$this->folder/$program/locks");
        touch("$this->folder/$program/locks/1");
        foreach (range(1, $count) as $age) {
            $file = "$this->folder/$program/a/$age";
            file_put_contents($file, str_repeat('x', 100));
            touch($file, 2_000_000_000 - $age);
        }
    }

    /** @return array{int, int} the result of one home and core, and after it that of the given ones, in one folder */
    private function twice(string $secret, string $core): array
    {
        $count = 0;
        $reckon = static function () use (&$count): int {
            return ++$count;
        };
        $fingerprint = Fingerprint::of('minutes')->with('score', 'abc');
        $program = $this->service(CurrentProgram::class);
        $stores = new StoresOnDisk($this->folder);

        return [
            (new Reckoned($stores, $program, 'one home', 'core 1'))->remember($fingerprint, $reckon),
            (new Reckoned($stores, $program, $secret, $core))->remember($fingerprint, $reckon),
        ];
    }
}
