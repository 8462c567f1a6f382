<?php

declare(strict_types=1);

namespace App\Shared\Web;

use Monolog\Formatter\FormatterInterface;
use Monolog\LogRecord;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\RequestStack;

/**
 * A failure as one line of JSON: which request, of which rows, the innermost reason, and the way through the sources. Nothing that somebody
 * typed or is called stands in it: no value of a message, no argument, no field, no query.
 */
final readonly class LogLine implements FormatterInterface
{
    private const LONGEST = 400;
    private const FRAMES = 24;

    public function __construct(private RequestStack $requests)
    {
    }

    public function format(LogRecord $record): string
    {
        $thrown = $record->context['exception'] ?? null;
        $line = ['at' => $record->datetime->format('Y-m-d\TH:i:s.vp'), 'level' => $record->level->getName()]
            + $this->request()
            + ($thrown instanceof \Throwable ? self::thrown($thrown) : ['why' => self::plain($record->message)]);

        return json_encode($line, \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_INVALID_UTF8_SUBSTITUTE)."\n";
    }

    public function formatBatch(array $records): string
    {
        return implode('', array_map($this->format(...), $records));
    }

    /** @return array<string, mixed> */
    private function request(): array
    {
        $request = $this->requests->getMainRequest();
        if (null === $request) {
            return [];
        }
        $rows = array_filter((array) $request->attributes->get('_route_params'), is_numeric(...));

        return [
            'request' => RequestId::of($request),
            'method' => $request->getMethod(),
            'route' => self::route($request),
            'rows' => (object) array_map(intval(...), $rows),
        ];
    }

    /** Its name; where no route was found, nothing of the address is kept, since it may be anything. */
    private static function route(Request $request): string
    {
        $route = $request->attributes->get('_route');

        return \is_string($route) ? $route : '';
    }

    /** @return array{thrown: class-string, why: string, trace: list<string>} of the innermost reason */
    private static function thrown(\Throwable $thrown): array
    {
        while (null !== $thrown->getPrevious()) {
            $thrown = $thrown->getPrevious();
        }
        $trace = [self::place($thrown->getFile(), $thrown->getLine())];
        foreach (\array_slice($thrown->getTrace(), 0, self::FRAMES) as $frame) {
            $called = ($frame['class'] ?? '').($frame['type'] ?? '').$frame['function'];
            $trace[] = self::place($frame['file'] ?? '', $frame['line'] ?? 0).' '.$called;
        }

        return ['thrown' => $thrown::class, 'why' => self::plain($thrown->getMessage()), 'trace' => $trace];
    }

    private static function place(string $file, int $line): string
    {
        return str_replace(\dirname(__DIR__, 3).'/', '', $file).':'.$line;
    }

    /** A message without the values in it. */
    private static function plain(string $message): string
    {
        $values = ['/\'[^\']*\'|"[^"]*"|“[^”]*”/u', '/\S+@\S+/u', '/[\x00-\x1f\x7f]+/'];
        $plain = preg_replace($values, ['…', '…', ' '], mb_scrub($message));

        return mb_strimwidth((string) $plain, 0, self::LONGEST, '…');
    }
}
