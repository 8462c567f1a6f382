<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Web\NoRoom;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\HttpKernelInterface;

/** A full disk is told as one, and nothing else is taken for it. */
final class NoRoomTest extends TestCase
{
    #[DataProvider('faults')]
    public function testWhatTheDatabaseSaysOfAFullDisk(\Throwable $thrown, bool $isFull): void
    {
        self::assertSame($isFull, NoRoom::isFull($thrown));
        $kernel = self::createStub(HttpKernelInterface::class);
        $event = new ExceptionEvent($kernel, new Request(), HttpKernelInterface::MAIN_REQUEST, $thrown);
        // What is told is for the log as well; here it would stand among the dots.
        $log = ini_set('error_log', '/dev/null');
        (new NoRoom())($event);
        ini_set('error_log', (string) $log);
        self::assertSame($isFull ? NoRoom::STATUS : null, $event->getResponse()?->getStatusCode());
        self::assertSame($isFull, $event->isPropagationStopped());
    }

    /** @return iterable<string, array{\Throwable, bool}> */
    public static function faults(): iterable
    {
        yield 'a file cannot be written' => [self::said(3, 'Error writing file'), true];
        yield 'the disk' => [self::said(1021, 'Disk full'), true];
        yield 'a table that cannot grow' => [self::said(1114, 'The table is full'), true];
        yield 'the engine, with the number of a full disk' => [self::said(1030, 'Got error 28 "No space left on device"'), true];
        yield 'the engine, with another number' => [self::said(1030, 'Got error 122 "Internal error"'), false];
        yield 'a deadlock' => [self::said(1213, 'Deadlock found'), false];
        yield 'a row that is there already' => [self::said(1062, 'Duplicate entry 28'), false];
        $between = new \LogicException('between', 0, self::said(1021, 'Disk full'));
        yield 'below two others' => [new \RuntimeException('above', 0, $between), true];
        yield 'not of the database' => [new \RuntimeException('No space left on device', 1021), false];
    }

    private static function said(int $code, string $message): \PDOException
    {
        $thrown = new \PDOException($message);
        $thrown->errorInfo = ['HY000', $code, $message];

        return $thrown;
    }
}
