<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Shares\Kind;
use App\Shared\Shares\OfOneProgram;
use App\Shared\Shares\Places;
use App\Shared\Shares\ServerConfiguration;
use App\Shared\Shares\StepBack;
use App\Shared\Tenancy\CurrentProgram;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;
use Symfony\Component\HttpKernel\HttpKernelInterface;
use Symfony\Component\Routing\RouterInterface;

/** One table of shares: which address is of which kind, and what a kind, a client and a program have of the server. */
final class SharesTest extends WebCase
{
    private string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir().'/coin-stair-places-'.bin2hex(random_bytes(6));
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove($this->folder);
        parent::tearDown();
    }

    public function testEachRouteOfTheTableIsThereAndTheWebServerFindsItByItsAddress(): void
    {
        $found = 0;
        foreach ($this->service(RouterInterface::class)->getRouteCollection()->all() as $name => $route) {
            $address = strtr($route->getPath(), [
                '{id}' => '12',
                '{secret}' => str_repeat('a', 43),
                '{kind}' => 'pieces',
                '{code}' => 'open.bow.D',
                '.{format}' => str_contains($name, 'report') ? '.csv' : '.abc',
                '{format}' => 'abc',
            ]);
            foreach ($route->getMethods() as $method) {
                $kind = Kind::ofRoute($name, $method);
                self::assertSame($kind->value, $this->kindAtTheWebServer("$method $address"), "$method $name");
                $found += Kind::Pages === $kind ? 0 : 1;
            }
        }
        $named = array_sum(array_map(static fn (Kind $kind): int => \count($kind->routes()), Kind::cases()));
        self::assertSame($named, $found, 'no route of the table is unknown to the router');
    }

    /** @return iterable<string, array{string, string}> */
    public static function otherAddresses(): iterable
    {
        yield 'another method' => ['GET /library/new', 'pages'];
        yield 'more behind it' => ['POST /library/new/x', 'pages'];
        yield 'a line break behind it' => ["POST /library/new\n", 'pages'];
        yield 'more before it' => ['POST /index.php/library/new', 'pages'];
        yield 'an id that is too long' => ['GET /lessons/1234567890/log', 'pages'];
        yield 'the head alone' => ['HEAD /lessons/12/log', 'coins'];
    }

    #[DataProvider('otherAddresses')]
    public function testAnAddressOfAnotherShapeIsAPage(string $asked, string $kind): void
    {
        self::assertSame($kind, $this->kindAtTheWebServer($asked));
    }

    public function testAProcessAnswersItsKindAlone(): void
    {
        $this->browser->request('GET', '/library', server: [Kind::POOL => 'pages']);
        self::assertResponseIsSuccessful();
        foreach (['coins', 'heavy', 'sign-in'] as $pool) {
            $this->browser->request('GET', '/library', server: [Kind::POOL => $pool]);
            self::assertResponseStatusCodeSame(404, $pool);
        }
    }

    public function testAProgramThatHasItsShareIsToldToComeAgain(): void
    {
        $program = (int) $this->teacher->getProgram()->getId();
        $most = Kind::Heavy->share()->ofProgram;
        $others = [...$this->atWork(Kind::Heavy, $program, $most - 1), ...$this->atWork(Kind::Heavy, 999, 2)];
        $this->atWork(Kind::Pages, $program, 3);
        self::assertTrue($this->isTaken(Kind::Heavy));
        $last = $this->atWork(Kind::Heavy, $program, 1);
        self::assertFalse($this->isTaken(Kind::Heavy));
        $last[0]->leave();
        self::assertTrue($this->isTaken(Kind::Heavy));
        self::assertCount($most + 1, $others);
    }

    public function testAFewWaitForAMomentAndNoMore(): void
    {
        $share = Kind::Heavy->share();
        self::assertLessThan($share->workers, $share->ofProgram + $share->waiting, 'another program finds a process');
        $atWork = $this->atWork(Kind::Heavy, 7, $share->ofProgram);
        $began = microtime(true);
        self::assertFalse((new Places($this->folder))->waitFor(Kind::Heavy, 7, $share->ofProgram, 0), 'no seat');
        self::assertLessThan(0.5, microtime(true) - $began);
        self::assertFalse((new Places($this->folder, 0.6))->waitFor(Kind::Heavy, 7, $share->ofProgram, 1), 'nobody left');
        self::assertGreaterThan(0.5, microtime(true) - $began);
        $atWork[2]->leave();
        self::assertTrue((new Places($this->folder))->waitFor(Kind::Heavy, 7, $share->ofProgram, 1));
    }

    public function testPagesOfAProgramThatIsAloneWaitForNobody(): void
    {
        if (!apcu_enabled()) {
            self::markTestSkipped('Who was here is kept by apcu, which is off on this console: -d apc.enable_cli=1');
        }
        $program = (int) $this->teacher->getProgram()->getId();
        $others = $this->atWork(Kind::Pages, $program, Kind::Pages->share()->workers - 1);
        apcu_delete('shares.seen');
        self::assertTrue($this->isTaken(Kind::Pages, underWay: 300), 'nobody else is here');
        (new Places($this->folder))->isShared(999, time());
        self::assertTrue($this->isTaken(Kind::Pages, underWay: 5), 'there is nothing to share');
        self::assertFalse($this->isTaken(Kind::Pages, underWay: 300));
        self::assertNotSame([], $others);
    }

    public function testNobodyIsRefusedWhereNoPlaceCanBeWritten(): void
    {
        (new Filesystem())->dumpFile($this->folder, 'a file where a folder should be');
        self::assertTrue($this->isTaken(Kind::Heavy));
    }

    #[TestWith(['0-3', '1-3'])]
    #[TestWith(['0-1', '1'])]
    #[TestWith(['2-5,8', '3-5,8'])]
    #[TestWith(['0,2,4-6', '2,4-6'])]
    #[TestWith(['3', ''])]
    #[TestWith(['', ''])]
    public function testTheFirstOfSeveralProcessorsIsLeftToWhatIsQuick(string $allowed, string $others): void
    {
        self::assertSame($others, StepBack::withoutFirst($allowed));
    }

    /** @return list<Places> of as many processes that work for a program */
    private function atWork(Kind $kind, int $program, int $count): array
    {
        $processes = [];
        for ($process = 0; $process < $count; ++$process) {
            $processes[] = $places = new Places($this->folder);
            self::assertTrue($places->take($kind, $program, 100));
        }

        return $processes;
    }

    /** Whether a request of the teacher's program is taken now; it is over then. */
    private function isTaken(Kind $kind, int $underWay = 0): bool
    {
        $share = new OfOneProgram($this->service(CurrentProgram::class), new Places($this->folder));
        $request = new Request(server: [Kind::POOL => $kind->value, 'COIN_STAIR_UNDER_WAY' => (string) $underWay]);
        try {
            $share->know(new RequestEvent(self::bootedKernel(), $request, HttpKernelInterface::MAIN_REQUEST));
            $share->leave();

            return true;
        } catch (TooManyRequestsHttpException $refusal) {
            self::assertSame(OfOneProgram::RETRY_AFTER, $refusal->getHeaders()['Retry-After']);

            return false;
        }
    }

    /** As nginx finds it: the first expression that fits, else the default. */
    private function kindAtTheWebServer(string $asked): string
    {
        preg_match('/map .*?\{(.*?)\n\}/s', $this->service(ServerConfiguration::class)->zones(), $map);
        preg_match_all('/"~(.*)" ([\w-]+);/', $map[1] ?? '', $rows, \PREG_SET_ORDER);
        foreach ($rows as [, $expression, $kind]) {
            if (1 === preg_match('{'.$expression.'}', $asked)) {
                return $kind;
            }
        }

        return 'pages';
    }

    private static function bootedKernel(): HttpKernelInterface
    {
        return self::$kernel ?? self::bootKernel();
    }
}
