<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\Jump;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * Every place at which a phrase may end and the next begin, with what speaks for it (handbook 5): bar lines, the upbeats before them, and
 * notes after a rest of all parts. No place inside a slur, tie, tuplet or note is among them; an upbeat belongs to what follows.
 */
final readonly class Borders
{
    private const SECTION = 10.0;
    private const REPEAT = 9.0;
    private const REST = 8.0;
    private const LONG_NOTE = 6.0;
    private const SLUR = 5.0;
    private const LIKENESS = 4.0;
    private const LINE = 3.0;
    private const FOURTH = 6.0;
    private const SECOND = 3.0;
    /** Beats of a note that ends a phrase. */
    private const LONG_BEATS = 2;
    /** Measures after which a tune closes where nothing says otherwise, and others after which it may close itself, so often at least. */
    private const USUAL = 4;
    private const OWN = [3, 5, 6];
    private const OFTEN = 3;

    /**
     * @param list<Border>       $all    in order
     * @param array<int, Border> $before by the position of the measure that the border leads into
     * @param int                $period measures after which the tune closes
     */
    private function __construct(public array $all, private array $before, public int $period = self::USUAL)
    {
    }

    public static function of(Piece $piece, Likeness $likeness): self
    {
        return self::find($piece, $likeness, self::marks(...));
    }

    /** As the music says them, whatever the book marks. */
    public static function ofMusic(Piece $piece, Likeness $likeness): self
    {
        return self::find($piece, $likeness, static fn (): array => [false, false]);
    }

    /** @param \Closure(Piece, int): array{bool, bool} $marks what is marked at a position: a section, a repeat */
    private static function find(Piece $piece, Likeness $likeness, \Closure $marks): self
    {
        $seams = Seams::of($piece);
        $upbeat = \count($piece->measures) > 1 ? $piece->upbeat() : 0;
        $counted = self::counted($piece, $upbeat, $marks);
        $ends = self::measureEnds($piece, $seams);
        $period = self::period($counted, $seams, $ends);
        $first = $upbeat > 0 ? 1 : 0;
        $structure = static fn (int $to): float => self::structure($piece, $likeness, $counted, $period, $marks($piece, $to), $to, $first);
        $all = $before = [];
        foreach ($piece->measures as $position => $measure) {
            if (0 === $position && $upbeat > 0) {
                continue;
            }
            // An upbeat stands for the bar line behind it: one after a rest, or one like that of the piece.
            $offsets = $seams->restEnds($position);
            $mayLead = self::mayBegin($piece, $position + 1) && !$measure->isShort();
            $leads = $mayLead ? self::lead($seams, $offsets, $measure, $upbeat) : 0;
            if ($leads > 0 && !\in_array($leads, $offsets, true)) {
                $offsets[] = $leads;
                sort($offsets);
            }
            foreach ($offsets as $offset) {
                $seam = $offset > 0 ? $seams->inside($position, $offset) : null;
                if (null !== $seam && $offset === $leads) {
                    $bar = Place::of($position + 1);
                    $all[] = $before[$position + 1] = new Border(
                        Place::of($position, $offset),
                        self::end($seam, $ends) + $structure($position + 1),
                        $position + 1,
                        self::canBeHeard($seam) || !$seams->isOpen($bar) ? null : $bar,
                    );
                } elseif (null !== $seam && $seam->afterRest) {
                    $all[] = new Border(Place::of($position, $offset), self::end($seam, $ends));
                }
            }
            $next = $position + 1;
            if (!isset($before[$next]) && self::mayBegin($piece, $next) && $seams->isOpenAt($next) && !self::isUpbeat($piece, $position)) {
                $all[] = $before[$next] = new Border(
                    Place::of($next),
                    self::end($seams->before($next), $ends) + $structure($next),
                    $next,
                );
            }
        }

        return new self($all, $before, $period);
    }

    /** The border that leads into a measure: its bar line, or the upbeat before that; none where nothing may be cut. */
    public function into(int $position): ?Border
    {
        return $this->before[$position] ?? null;
    }

    /** No phrase begins with a last ending: it ends what came before, as the first does. */
    private static function mayBegin(Piece $piece, int $position): bool
    {
        $measure = $piece->measures[$position] ?? null;

        return null !== $measure && ([] === $measure->endingStart || \in_array(1, $measure->endingStart, true));
    }

    /** A short measure that leads into what follows: at the start, or after the measure that it completes. */
    private static function isUpbeat(Piece $piece, int $position): bool
    {
        $measure = $piece->measures[$position];
        $before = $piece->measures[$position - 1] ?? null;

        return $measure->isShort()
            && 2 * $measure->length <= $measure->meter->ticks()
            && (null === $before || ($before->isShort() && $before->length + $measure->length === $measure->meter->ticks()));
    }

    /**
     * Where an upbeat to the next measure begins: after the last rest in the second half, or as far from the end as that of the piece.
     *
     * @param list<int> $restEnds offsets, rising
     * @param int       $upbeat   length of that of the piece; 0 for none
     */
    private static function lead(Seams $seams, array $restEnds, Measure $measure, int $upbeat): int
    {
        foreach (array_reverse($restEnds) as $end) {
            if (
                $end < $measure->length
                && 2 * $end >= $measure->length
                && true === $seams->inside($measure->position, $end)?->afterRest
            ) {
                return $end;
            }
        }

        return $upbeat > 0 ? $measure->length - $upbeat : 0;
    }

    /** An upbeat that leads in after a rest, a long note or the end of a slur belongs to its measure also when that is taught alone. */
    private static function canBeHeard(Seam $seam): bool
    {
        return $seam->afterRest || $seam->afterSlur || $seam->afterBeats >= self::LONG_BEATS;
    }

    /** @return list<float> beats of the last note of each measure, rising; measures that end in rests are left out */
    private static function measureEnds(Piece $piece, Seams $seams): array
    {
        $ends = [];
        for ($position = 1; $position <= \count($piece->measures); ++$position) {
            $seam = $seams->before($position);
            if ($seam->afterBeats > 0) {
                $ends[] = $seam->afterBeats;
            }
        }
        sort($ends);

        return $ends;
    }

    /**
     * How the music before a border ends: the strongest of a rest in all parts, a long note, and a slur.
     *
     * @param list<float> $ends beats of the last note of each measure, rising
     */
    private static function end(Seam $seam, array $ends): float
    {
        return match (true) {
            $seam->afterRest => self::REST,
            $seam->afterBeats >= self::LONG_BEATS && self::isLonger($seam->afterBeats, $ends) => self::LONG_NOTE,
            $seam->afterSlur => self::SLUR,
            default => 0.0,
        };
    }

    /**
     * Longer than most others: where all measures end long, that says nothing.
     *
     * @param list<float> $ends rising
     */
    private static function isLonger(float $beats, array $ends): bool
    {
        // The half of the others that is shorter reaches up to here, for the note itself is one of them.
        return [] === $ends || $ends[intdiv(\count($ends) - 1, 2)] < $beats;
    }

    /**
     * What the book and the form say for a border into a measure.
     *
     * @param array<int, int>   $counted
     * @param array{bool, bool} $marked  a section, a repeat
     * @param int               $first   position of the first full measure
     */
    private static function structure(
        Piece $piece,
        Likeness $likeness,
        array $counted,
        int $period,
        array $marked,
        int $position,
        int $first,
    ): float {
        [$section, $repeat] = $marked;
        $bonus = ($section ? self::SECTION : 0.0) + ($repeat ? self::REPEAT : 0.0);
        $bonus += self::comesBack($likeness, $position, $first) ? self::LIKENESS : 0.0;
        $bonus += $piece->measures[$position - 1]->lineBreak ? self::LINE : 0.0;
        if (isset($counted[$position])) {
            $bonus += 0 === $counted[$position] % $period ? self::FOURTH : 0.0;
            $bonus += 0 === $period % 2 && 0 === $counted[$position] % 2 ? self::SECOND : 0.0;
        }

        return $bonus;
    }

    /** @return array{bool, bool} a rehearsal mark or double bar; a repeat sign or the end of an ending */
    private static function marks(Piece $piece, int $position): array
    {
        $before = $piece->measures[$position - 1];
        $measure = $piece->measures[$position];
        $inEndings = [] !== $measure->endingStart;

        return [
            '' !== $measure->rehearsal
                || (BarStyle::Regular !== $before->end && !$inEndings)
                || $measure->has(Jump::Segno)
                || $measure->has(Jump::Coda)
                || $before->has(Jump::ToCoda),
            $measure->repeatStart || (!$inEndings && ($before->repeatTimes > 0 || $before->endingStop)),
        ];
    }

    /**
     * Measures since the start of the piece or the last mark of the book; the upbeat and second halves of measures do not count.
     *
     * @param \Closure(Piece, int): array{bool, bool} $marks
     *
     * @return array<int, int> by position, where a counted measure begins
     */
    private static function counted(Piece $piece, int $upbeat, \Closure $marks): array
    {
        $counted = [];
        $numbers = MeasureNumbers::of($piece)->all();
        $count = 0;
        foreach ($numbers as $position => $number) {
            if ($position > 0 && [false, false] !== $marks($piece, $position)) {
                $count = 0;
            }
            if ('0' !== $number && !(0 === $position && $upbeat > 0) && $number !== ($numbers[$position - 1] ?? null)) {
                $counted[$position] = $count++;
            }
        }

        return $counted;
    }

    /**
     * The measures after which a tune closes by itself, by a long note or a rest: another number than four only where it does so each time
     * and often enough.
     *
     * @param array<int, int> $counted measures since the last mark, by position
     * @param list<float>     $ends    beats of the last note of each measure, rising
     */
    private static function period(array $counted, Seams $seams, array $ends): int
    {
        foreach (self::OWN as $period) {
            $closes = $misses = 0;
            foreach ($counted as $position => $count) {
                if ($position > 0 && $count > 0) {
                    $isClosed = self::end($seams->before($position), $ends) >= self::LONG_NOTE;
                    $closes += $isClosed && 0 === $count % $period ? 1 : 0;
                    $misses += $isClosed === (0 === $count % $period) ? 0 : 1;
                }
            }
            // The last of them ends the piece.
            if ($closes + 1 >= self::OFTEN && 0 === $misses) {
                return $period;
            }
        }

        return self::USUAL;
    }

    /** Something begins here that was there before, and did not just go on from there. */
    private static function comesBack(Likeness $likeness, int $position, int $first): bool
    {
        if ($likeness->isSilent($position) || self::isEcho($likeness, $position)) {
            return false;
        }
        foreach ($likeness->likes[$position] as $like) {
            if (LikenessKind::Same === $like->kind) {
                return $like->of <= $first || ($likeness->classes[$like->of - 1] ?? -1) !== ($likeness->classes[$position - 1] ?? -1);
            }
        }

        return false;
    }

    /** A measure or pair of measures that is played again at once stays with it. */
    private static function isEcho(Likeness $likeness, int $position): bool
    {
        $classes = $likeness->classes;
        $same = static fn (int $one, int $other): bool => isset($classes[$one], $classes[$other]) && $classes[$one] === $classes[$other];

        return $same($position, $position - 1) || ($same($position, $position - 2) && $same($position + 1, $position - 1));
    }
}
