<?php

declare(strict_types=1);

namespace App\Shared\Web;

use Monolog\Formatter\FormatterInterface;
use Monolog\LogRecord;
use Symfony\Component\HttpFoundation\RequestStack;

/** A failure as one short line of the log: the request, the innermost reason, and the place in the sources. */
final readonly class LogLine implements FormatterInterface
{
    private const LONGEST = 400;

    public function __construct(private RequestStack $requests)
    {
    }

    public function format(LogRecord $record): string
    {
        $request = $this->requests->getCurrentRequest();
        $asked = null === $request ? '-' : $request->getMethod().' '.$request->getPathInfo();

        return self::short("{$record->level->getName()} $asked ".self::reason($record))."\n";
    }

    public function formatBatch(array $records): string
    {
        return implode('', array_map($this->format(...), $records));
    }

    private static function reason(LogRecord $record): string
    {
        $thrown = $record->context['exception'] ?? null;
        if (!$thrown instanceof \Throwable) {
            return $record->message;
        }
        while (null !== $thrown->getPrevious()) {
            $thrown = $thrown->getPrevious();
        }
        $file = str_replace(\dirname(__DIR__, 3).'/', '', $thrown->getFile());

        return \sprintf('%s at %s:%d: %s', $thrown::class, $file, $thrown->getLine(), $thrown->getMessage());
    }

    private static function short(string $line): string
    {
        return mb_strimwidth((string) preg_replace('/[\x00-\x1f\x7f]+/', ' ', mb_scrub($line)), 0, self::LONGEST, '…');
    }
}
