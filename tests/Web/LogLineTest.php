<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Web\LogLine;
use App\Shared\Web\RequestId;
use Monolog\Level;
use Monolog\LogRecord;
use PHPUnit\Framework\TestCase;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\RequestStack;

/**
 * What the log says of a failure: enough to find it, and nothing of anybody.
 *
 * @phpstan-type Line array{
 *     request: string, method: string, route: string, rows: array<string, int>, thrown: string, why: string, trace: list<string>,
 * }
 */
final class LogLineTest extends TestCase
{
    public function testAFailureIsOneLineOfJsonWithItsRequestItsRowsAndItsWay(): void
    {
        $request = Request::create('/pieces/6?search=Greta', 'POST', ['title' => 'Greta’s tune']);
        $request->attributes->add(['_route' => 'piece_cut_change', '_route_params' => ['id' => '6', 'code' => 'greta']]);
        $request->server->set('COIN_STAIR_REQUEST', str_repeat('ab', 16));
        $inside = self::thrown("Duplicate entry 'greta@example.org' for key 'email'");
        $line = $this->line($request, new \RuntimeException('outside', 0, $inside));
        self::assertStringEndsWith("}\n", $line);
        self::assertSame(1, substr_count($line, "\n"));
        self::assertStringNotContainsStringIgnoringCase('greta', $line, 'nothing that somebody typed or is called');
        $told = self::told($line);
        self::assertSame(str_repeat('ab', 16), $told['request']);
        self::assertSame(['POST', 'piece_cut_change', ['id' => 6]], [$told['method'], $told['route'], $told['rows']]);
        self::assertSame(\DomainException::class, $told['thrown'], 'the innermost reason');
        self::assertSame('Duplicate entry … for key …', $told['why']);
        self::assertStringStartsWith('tests/Web/LogLineTest.php:', $told['trace'][0]);
        self::assertStringContainsString('LogLineTest::thrown', $told['trace'][1]);
    }

    public function testWithoutARequestOrAnExceptionItSaysWhatThereIs(): void
    {
        $record = new LogRecord(new \DateTimeImmutable('2026-10-05 10:00:00+00:00'), 'app', Level::Error, "Nothing\nfor \"Greta\"");
        $line = (new LogLine(new RequestStack()))->formatBatch([$record]);
        self::assertSame('{"at":"2026-10-05T10:00:00.000Z","level":"ERROR","why":"Nothing for …"}'."\n", $line);
    }

    public function testWhatIsNoTextIsALineAllTheSame(): void
    {
        $line = $this->line(Request::create('/nowhere/greta'), new \RuntimeException("\xff\xfe broken \0 bytes"));
        $told = self::told($line);
        self::assertSame(['', []], [$told['route'], $told['rows']]);
        self::assertMatchesRegularExpression('/^[\da-f]{32}$/', $told['request']);
    }

    public function testEveryLineOfOneRequestBearsTheSameName(): void
    {
        $request = Request::create('/');
        self::assertSame(RequestId::of($request), RequestId::of($request));
        $request->server->set('COIN_STAIR_REQUEST', 'what a client would like');
        self::assertSame(RequestId::of($request), RequestId::of($request));
        self::assertMatchesRegularExpression('/^[\da-f]{32}$/', RequestId::of($request));
    }

    private function line(Request $request, \Throwable $thrown): string
    {
        $requests = new RequestStack();
        $requests->push($request);
        $record = new LogRecord(new \DateTimeImmutable(), 'app', Level::Error, 'Uncaught', ['exception' => $thrown]);

        return (new LogLine($requests))->format($record);
    }

    /** @return Line */
    private static function told(string $line): array
    {
        /** @var Line $told */
        $told = json_decode($line, true, 16, \JSON_THROW_ON_ERROR);

        return $told;
    }

    private static function thrown(string $message): \DomainException
    {
        return new \DomainException($message);
    }
}
