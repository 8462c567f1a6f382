<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

use CoinStair\Core\Format\Abc\KeyField;
use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\Clef;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Marks;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Meter;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Tuplet;

/**
 * A piece with no notes at all (handbook 2): meter, number of measures, line breaks, sections, tempo. Whatever needs no notes works on it.
 */
final readonly class Outline
{
    public const MOST = 2000;

    /** @param list<Problem> $problems of the fields, whatever of them could be used */
    private function __construct(public ?Piece $piece, public array $problems)
    {
    }

    /**
     * @param string $pickup   beats of an upbeat before the first full measure, empty for none
     * @param string $lines    measures of each line of the book, such as "5 4 4 4"; the last goes on; empty for none
     * @param string $sections names and their first measures, such as "A 1, B 9, A 17"
     * @param string $tempo    beats a minute, or empty
     */
    public static function of(
        string $title,
        string $composer,
        string $meter,
        string $key,
        string $measures,
        string $pickup,
        string $lines,
        string $sections,
        string $tempo,
    ): self {
        $problems = [];
        $tell = static function (string $template, string $text) use (&$problems): void {
            $problems[] = new Problem(0, 0, 0, new Notice(0, 0, $template, ['text' => mb_substr($text, 0, 40)]));
        };
        $parsedMeter = self::meter($meter) ?? Meter::of(4, 4);
        if (null === self::meter($meter)) {
            $tell('The meter "{text}" is not understood; a meter such as 4/4 was expected.', $meter);
        }
        $parsedKey = self::key($key);
        if (null === $parsedKey) {
            $tell('The key "{text}" is not understood; one such as D, Gm or A mix was expected.', $key);
        }
        $count = ctype_digit(trim($measures)) ? (int) trim($measures) : 0;
        if ($count < 1 || $count > self::MOST) {
            $tell('The number of measures lies between 1 and 2000; "{text}" does not.', $measures);

            return new self(null, $problems);
        }
        $upbeat = '' === trim($pickup) ? 0 : (ctype_digit(trim($pickup)) ? (int) trim($pickup) * $parsedMeter->unitTicks() : -1);
        if ($upbeat < 0 || $upbeat >= $parsedMeter->ticks()) {
            $tell('An upbeat has fewer beats than a measure; "{text}" was given.', $pickup);
            $upbeat = 0;
        }
        if ('' !== trim($tempo) && 1 !== preg_match('/^\d{2,3}$/', trim($tempo))) {
            $tell('The tempo "{text}" is no number of beats a minute.', $tempo);
            $tempo = '';
        }
        $piece = self::piece(
            $title,
            $composer,
            $parsedMeter,
            $parsedKey ?? Key::of(0),
            $count,
            $upbeat,
            self::breaks($lines, $tell),
            '' === trim($tempo) ? null : (int) trim($tempo),
        );

        return new self(self::withSections($piece, $sections, $tell), $problems);
    }

    private static function meter(string $text): ?Meter
    {
        try {
            return 1 === preg_match('~^\s*(\d{1,2})\s*/\s*(\d{1,2})\s*$~', $text, $match)
                ? Meter::of((int) $match[1], (int) $match[2])
                : null;
        } catch (\InvalidArgumentException) {
            return null;
        }
    }

    private static function key(string $text): ?Key
    {
        try {
            return KeyField::parse(trim($text));
        } catch (\InvalidArgumentException) {
            return null;
        }
    }

    /**
     * @param \Closure(string, string): void $tell
     *
     * @return list<int> measures of each line
     */
    private static function breaks(string $lines, \Closure $tell): array
    {
        $lengths = [];
        foreach (preg_split('/[\s,;]+/', trim($lines), -1, \PREG_SPLIT_NO_EMPTY) ?: [] as $length) {
            if (!ctype_digit($length) || 0 === (int) $length) {
                $tell('A line of the book holds a number of measures; "{text}" is none.', $length);
                continue;
            }
            $lengths[] = (int) $length;
        }

        return $lengths;
    }

    /** @param list<int> $lines */
    private static function piece(
        string $title,
        string $composer,
        Meter $meter,
        Key $key,
        int $count,
        int $upbeat,
        array $lines,
        ?int $tempo,
    ): Piece {
        $measures = $events = [];
        $total = $count + ($upbeat > 0 ? 1 : 0);
        $left = array_shift($lines) ?? 0;
        $length = $left;
        for ($position = 0; $position < $total; ++$position) {
            $ticks = $upbeat > 0 && 0 === $position ? $upbeat : $meter->ticks();
            $last = $position === $total - 1;
            $break = 0 !== $length && 0 === --$left;
            if ($break) {
                $length = $left = array_shift($lines) ?? $length;
            }
            $measures[] = new Measure(
                $position,
                '',
                $meter,
                $key,
                $ticks,
                end: $last ? BarStyle::Final : BarStyle::Regular,
                lineBreak: $break && !$last,
            );
            $events[] = [new Event("P1-m$position-v1-0", 1, 0, $ticks, [], Tuplet::none(), false, false, 0, 0, Marks::none())];
        }

        return new Piece(
            $title,
            $composer,
            $measures,
            [new Part('P1', '', Instrument::Other, Clef::Treble, $events)],
            $tempo,
            $meter->beatTicks(),
        );
    }

    /** @param \Closure(string, string): void $tell */
    private static function withSections(Piece $piece, string $sections, \Closure $tell): Piece
    {
        $numbers = MeasureNumbers::of($piece);
        $measures = $piece->measures;
        foreach (preg_split('/[,;\n]+/', $sections, -1, \PREG_SPLIT_NO_EMPTY) ?: [] as $section) {
            if ('' === trim($section)) {
                continue;
            }
            $position = 1 === preg_match('/^\s*(.{1,20}?)\s+(\d{1,4})\s*$/u', $section, $match) ? $numbers->find($match[2]) : null;
            if (null === $position) {
                $tell(
                    'A section is a name and its first measure, such as "B 9"; "{text}" is not, or there is no such measure.',
                    trim($section),
                );
                continue;
            }
            $measures[$position] = $measures[$position]->rehearsed($match[1] ?? '');
        }

        return $piece->withMeasures(array_values($measures));
    }
}
