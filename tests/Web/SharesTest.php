<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Shares\Kind;
use App\Shared\Shares\OfOneProgram;
use App\Shared\Shares\ServerConfiguration;
use App\Shared\Shares\Workers;
use App\Shared\Tenancy\CurrentProgram;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;
use Symfony\Component\HttpKernel\HttpKernelInterface;
use Symfony\Component\Routing\RouterInterface;

/** One table of shares: which address is of which kind, and what a kind, a client and a program have of the server. */
final class SharesTest extends WebCase
{
    private const IDLE = 'Idle';
    private const AT_WORK = 'Running';

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
        if (!apcu_enabled()) {
            self::markTestSkipped('The numbers of programs are kept by apcu, which is off on this console: -d apc.enable_cli=1');
        }
        $most = Kind::Heavy->share()->ofProgram;
        $program = (int) $this->teacher->getProgram()->getId();
        // One of them is this one, one is idle and one works for somebody else.
        $states = array_fill(0, $most - 1, self::AT_WORK);
        self::assertTrue($this->isTaken(Kind::Heavy, [...$states, self::IDLE, self::AT_WORK], [...array_fill(0, $most, $program), 999]));
        self::assertFalse($this->isTaken(Kind::Heavy, [...$states, self::AT_WORK], array_fill(0, $most, $program)));
        self::assertTrue($this->isTaken(Kind::Heavy, [...$states, self::AT_WORK], [...array_fill(0, $most - 1, $program), 999]));
    }

    public function testPagesOfAProgramThatIsAloneWaitForNobody(): void
    {
        if (!apcu_enabled()) {
            self::markTestSkipped('The numbers of programs are kept by apcu, which is off on this console: -d apc.enable_cli=1');
        }
        $program = (int) $this->teacher->getProgram()->getId();
        $all = array_fill(0, Kind::Pages->share()->workers, self::AT_WORK);
        $own = array_fill(0, \count($all), $program);
        apcu_delete('shares.seen');
        self::assertTrue($this->isTaken(Kind::Pages, $all, $own, underWay: 300), 'nobody else is here');
        (new Workers())->isShared(999, time());
        self::assertTrue($this->isTaken(Kind::Pages, $all, $own, underWay: 5), 'there is nothing to share');
        self::assertFalse($this->isTaken(Kind::Pages, $all, $own, underWay: 300));
    }

    /**
     * Whether a request is taken while other processes are in some state and work for some programs.
     *
     * @param list<string> $states
     * @param list<int>    $programs ids
     */
    private function isTaken(Kind $kind, array $states, array $programs, int $underWay = 0): bool
    {
        $processes = [];
        foreach ($states as $index => $state) {
            // Beyond all numbers of processes.
            $pid = 50_000_000 + $index;
            apcu_store('shares.worker.'.$pid, $programs[$index]);
            $processes[] = ['pid' => $pid, 'state' => $state];
        }
        $share = new OfOneProgram($this->service(CurrentProgram::class), new Workers(static fn (): array => ['procs' => $processes]));
        $request = new Request(server: [Kind::POOL => $kind->value, 'COIN_STAIR_UNDER_WAY' => (string) $underWay]);
        $event = new RequestEvent(self::bootedKernel(), $request, HttpKernelInterface::MAIN_REQUEST);
        try {
            $share->know($event);

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
