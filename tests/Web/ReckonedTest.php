<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Reckoned\Reckoned;
use App\Shared\Reckoned\Sweep;
use CoinStair\Core\Memory\Fingerprint;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Cache\Adapter\FilesystemAdapter;
use Symfony\Component\Filesystem\Filesystem;

/** What was reckoned is remembered for one instance and one version of the core, and takes a bounded room. */
final class ReckonedTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/reckoned-'.bin2hex(random_bytes(6));
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove($this->folder);
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
        mkdir($this->folder.'/a', recursive: true);
        foreach (range(1, 10) as $age) {
            $file = $this->folder.'/a/'.$age;
            file_put_contents($file, str_repeat('x', 100));
            touch($file, 2_000_000_000 - $age);
        }
        self::assertSame(1000, (new Sweep($this->folder, 1000))->sweep(), 'as much as there may be');
        self::assertSame(600, (new Sweep($this->folder, 800))->sweep());
        self::assertFileExists($this->folder.'/a/6');
        self::assertFileDoesNotExist($this->folder.'/a/7');
    }

    public function testThereIsNothingToSweepBeforeTheFirstResult(): void
    {
        self::assertSame(0, (new Sweep($this->folder, 1))->sweep());
    }

    /** @return array{int, int} the result of one home and core, and after it that of the given ones, in one folder */
    private function twice(string $secret, string $core): array
    {
        $count = 0;
        $reckon = static function () use (&$count): int {
            return ++$count;
        };
        $fingerprint = Fingerprint::of('minutes')->with('score', 'abc');
        $cache = new FilesystemAdapter('', 0, $this->folder);

        return [
            (new Reckoned($cache, 'one home', 'core 1'))->remember($fingerprint, $reckon),
            (new Reckoned($cache, $secret, $core))->remember($fingerprint, $reckon),
        ];
    }
}
