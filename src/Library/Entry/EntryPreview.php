<?php

declare(strict_types=1);

namespace App\Library\Entry;

use App\Shared\Web\Notation;
use CoinStair\Core\Format\QuickEntry\Entry;
use CoinStair\Core\Format\QuickEntry\EntryResult;
use CoinStair\Core\Format\QuickEntry\Example;
use CoinStair\Core\Format\QuickEntry\MeasureCount;
use CoinStair\Core\Format\QuickEntry\Problem;
use CoinStair\Core\Format\QuickEntry\Reader;
use CoinStair\Core\Score\Piece;

/**
 * What is shown under a line while it is typed.
 *
 * @phpstan-type Piecewise array{text: string, wrong: bool}
 */
final readonly class EntryPreview
{
    /** Measures that are engraved and counted. */
    public const SHOWN = 200;

    /**
     * @param list<string>          $numbers of the measures
     * @param list<list<Piecewise>> $echo    the typed lines, cut where problems begin and end
     * @param string                $xml     MusicXML to be engraved; none where no notes were read
     * @param string                $example a line that could be typed, where nothing is typed yet; then it is what is engraved
     */
    private function __construct(
        public EntryResult $result,
        public array $numbers,
        public array $echo,
        public string $xml,
        public string $example = '',
    ) {
    }

    /** Of a line that is typed; of an example while it is empty. */
    public static function ofEntry(Entry $entry): self
    {
        $example = '' === trim($entry->text) ? Example::line($entry) : '';
        if ('' === $example) {
            return self::of(Reader::read($entry), $entry->text);
        }

        return new self(Reader::read($entry), [], [], self::xml(Reader::read($entry->with($example))->piece, null), $example);
    }

    /** @param list<string>|null $numbers of the measures, where the line stands inside a piece */
    public static function of(EntryResult $result, string $typed, ?array $numbers = null): self
    {
        return new self(
            $result,
            $numbers ?? array_map(static fn (MeasureCount $count): string => $count->number, $result->counts),
            self::echo($typed, $result->problems),
            self::xml($result->piece, $numbers),
        );
    }

    /** @param list<string>|null $numbers */
    private static function xml(?Piece $piece, ?array $numbers): string
    {
        return null === $piece ? '' : Notation::ofMeasures($piece, 0, min(self::SHOWN, \count($piece->measures)), null, $numbers);
    }

    /**
     * The typed lines, cut where problems begin and end.
     *
     * @param list<Problem> $problems
     *
     * @return list<list<Piecewise>>
     */
    private static function echo(string $typed, array $problems): array
    {
        $lines = [];
        foreach (explode("\n", strtr($typed, ["\r\n" => "\n", "\r" => "\n"])) as $index => $line) {
            $pieces = [];
            $at = 0;
            foreach ($problems as $problem) {
                $start = $problem->column - 1;
                if ($problem->line !== $index + 1 || $start < $at) {
                    continue;
                }
                if ($start > $at) {
                    $pieces[] = ['text' => mb_substr($line, $at, $start - $at), 'wrong' => false];
                }
                $pieces[] = ['text' => mb_substr($line, $start, $problem->length), 'wrong' => true];
                $at = $start + $problem->length;
            }
            $pieces[] = ['text' => mb_substr($line, $at), 'wrong' => false];
            $lines[] = $pieces;
        }

        return $lines;
    }
}
