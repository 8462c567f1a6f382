<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

/** A tune of an ABC file that has many. */
final readonly class TuneOfBook
{
    /**
     * @param string $number as its X: line has it; empty where that has none
     * @param string $title  its first; empty where it has none
     * @param string $abc    all of it, with what the file says for all of its tunes
     */
    private function __construct(public string $number, public string $title, public string $abc)
    {
    }

    /**
     * @param non-empty-list<string> $lines of the tune, the X: line first
     * @param list<string>           $head  fields that hold for all tunes of the file
     */
    public static function of(array $lines, array $head): self
    {
        $number = trim((string) preg_replace('/%.*$/', '', substr($lines[0], 2)));
        $titles = array_values(array_filter($lines, static fn (string $line): bool => str_starts_with($line, 'T:')));

        return new self(
            1 === preg_match('/^\d{1,20}$/', $number) ? $number : '',
            mb_substr(trim(substr($titles[0] ?? '', 2)), 0, 200),
            implode("\n", [$lines[0], ...$head, ...\array_slice($lines, 1)]),
        );
    }
}
