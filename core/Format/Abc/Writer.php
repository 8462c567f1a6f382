<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Clef;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Hairpin;
use CoinStair\Core\Score\Jump;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Marks;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Score\Tuplet;

/**
 * Writes ABC 2.1 (handbook 2). Pitches stand as they sound; several voices of a measure are joined by &.
 */
final class Writer
{
    private const MODES = [
        'major' => '',
        'minor' => 'm',
        'mixolydian' => ' mix',
        'dorian' => ' dor',
        'phrygian' => ' phr',
        'lydian' => ' lyd',
        'locrian' => ' loc',
    ];
    private const ACCIDENTALS = [-2 => '__', -1 => '_', 0 => '=', 1 => '^', 2 => '^^'];
    private const DECORATIONS = [
        'staccato' => '.',
        'tenuto' => '!tenuto!',
        'accent' => '!accent!',
        'marcato' => '!marcato!',
        'fermata' => '!fermata!',
    ];

    private readonly int $unit;
    /** the hairpin that is open */
    private Hairpin $hairpin = Hairpin::None;

    /** @param (\Closure(Event, Key, string): (string|null))|null $tones writes notes with their length in another way than by letters */
    private function __construct(private readonly Piece $piece, private readonly ?\Closure $tones = null)
    {
        $this->unit = Unit::common($piece);
    }

    public static function write(Piece $piece): string
    {
        return (new self($piece))->tune();
    }

    /**
     * The measures of one part as body text alone, with the unit that its lengths count: what quick entry shows and takes.
     *
     * @param (\Closure(Event, Key, string): (string|null))|null $tones notes written otherwise, from event, key and length; none for
     *                                                                  letters
     * @param bool                                               $signs with what all parts share: labels, rehearsal marks, jumps
     *
     * @return array{string, string} text and unit, such as "1/8"
     */
    public static function body(Piece $piece, Part $part, ?\Closure $tones = null, bool $signs = true): array
    {
        $writer = new self($piece, $tones);

        return [implode("\n", array_map(static fn (array $line): string => $line[0], $writer->lines($part, $signs))), $writer->unitText()];
    }

    private function tune(): string
    {
        $piece = $this->piece;
        $first = $piece->measures[0];
        $abc = "X:1\nT:".OneLine::of($piece->title)."\n";
        if ('' !== $piece->composer) {
            $abc .= 'C:'.OneLine::of($piece->composer)."\n";
        }
        $abc .= 'M:'.$first->meter->name()."\nL:".$this->unitText()."\n";
        $style = '' === $piece->style ? '' : '"'.strtr(OneLine::of($piece->style), '"', "'").'" ';
        if (null === $piece->goalTempo && '' !== $style) {
            $abc .= 'Q:'.trim($style)."\n";
        } elseif (null !== $piece->goalTempo) {
            $abc .= \sprintf(
                "Q:%s%s=%d%s\n",
                $style,
                Unit::fraction($piece->beatTicks, Ticks::PER_WHOLE, '/1'),
                $piece->goalTempo,
                null === $piece->goalTempoTo ? '' : ' "'.$piece->goalTempo.'-'.$piece->goalTempoTo.'"',
            );
        }
        $several = \count($piece->parts) > 1;
        $only = $piece->parts[0];
        if ($several || '' !== $only->name || Clef::Treble !== $only->clef) {
            foreach ($piece->parts as $index => $part) {
                $abc .= \sprintf(
                    "V:%d%s clef=%s\n",
                    $index + 1,
                    '' === $part->name ? '' : ' name="'.strtr($part->name, '"', "'").'"',
                    $part->clef->value,
                );
            }
        }
        $abc .= 'K:'.self::keyText($first->key)."\n";
        foreach ($piece->parts as $index => $part) {
            if ($several) {
                $abc .= 'V:'.($index + 1)."\n";
            }
            foreach ($this->lines($part, 0 === $index) as [$line, $words]) {
                $abc .= $line."\n".implode('', array_map(static fn (string $verse): string => 'w:'.$verse."\n", $words));
            }
        }

        return $abc;
    }

    /**
     * @return list<array{string, list<string>}> music and verses of each line
     */
    private function lines(Part $part, bool $signs): array
    {
        $lines = [];
        $line = '';
        $notes = [];
        $last = \count($this->piece->measures) - 1;
        $before = null;
        $number = '';
        foreach ($this->piece->measures as $position => $measure) {
            $next = $this->piece->measures[$position + 1] ?? null;
            if (0 === $position && $measure->repeatStart) {
                $line = '|: ';
            }
            if ([] !== $measure->endingStart) {
                $line .= '['.implode(',', $measure->endingStart).' ';
            }
            $line .= $this->changes($measure, $before, $signs, $number).$this->measure($part, $measure, $signs);
            array_push($notes, ...WordsLine::sung($part->events($position)));
            $line .= ' '.self::bar($measure, $next).' ';
            $number = 1 === preg_match('/^\d{1,6}$/', $measure->printed) ? (string) ((int) $measure->printed + 1) : '';
            $before = $measure;
            if ($measure->lineBreak || $position === $last) {
                $lines[] = [rtrim($line), WordsLine::verses($notes)];
                $line = '';
                $notes = [];
            }
        }

        return $lines;
    }

    /** Fields and signs at the start of a measure. */
    private function changes(Measure $measure, ?Measure $before, bool $signs, string $number): string
    {
        $text = '';
        if (null !== $before && !$before->meter->equals($measure->meter)) {
            $text .= '[M:'.$measure->meter->name().']';
        }
        if (null !== $before && !$before->key->equals($measure->key)) {
            $text .= '[K:'.self::keyText($measure->key).']';
        }
        if ($signs && '' !== $measure->printed && $measure->printed !== $number && ctype_digit($measure->printed)) {
            $text .= '[I:setbarnb '.$measure->printed.']';
        }
        if ($signs && '' !== $measure->rehearsal) {
            $text .= '[P:'.strtr(OneLine::of($measure->rehearsal), '[]', '()').']';
        }
        foreach ($signs ? $measure->jumps : [] as $jump) {
            $text .= match ($jump) {
                Jump::Segno => '!segno!',
                Jump::Coda => '!coda!',
                default => '',
            };
        }

        return '' === $text ? '' : $text.' ';
    }

    private function measure(Part $part, Measure $measure, bool $signs): string
    {
        $voices = [];
        foreach ($part->events($measure->position) as $event) {
            $voices[$event->voice][] = $event;
        }
        ksort($voices);
        $texts = [];
        foreach ($voices as $voice => $events) {
            $texts[] = $this->voice($events, $measure, 1 === $voice || [] === $texts);
        }
        $text = implode(' & ', $texts);
        foreach ($signs ? $measure->jumps : [] as $jump) {
            $text .= match ($jump) {
                Jump::Segno, Jump::Coda => '',
                Jump::ToCoda => ' !dacoda!',
                Jump::Fine => ' !fine!',
                Jump::DaCapo => ' !D.C.!',
                Jump::DaCapoAlFine => ' !D.C.alfine!',
                Jump::DaCapoAlCoda => ' !D.C.alcoda!',
                Jump::DalSegno => ' !D.S.!',
                Jump::DalSegnoAlFine => ' !D.S.alfine!',
                Jump::DalSegnoAlCoda => ' !D.S.alcoda!',
            };
        }

        return $text;
    }

    /** @param list<Event> $events of one voice in one measure */
    private function voice(array $events, Measure $measure, bool $beats): string
    {
        $text = '';
        $time = 0;
        $altered = [];
        $beat = max(1, $measure->meter->beatTicks());
        $grace = '';
        foreach (self::withTuplets($events) as [$event, $opening]) {
            if ($event->isGrace()) {
                $grace .= $this->pitches($event, $measure->key, $altered, true);
                continue;
            }
            if ($event->start > $time) {
                $text .= ' x'.Unit::fraction($event->start - $time, $this->unit);
            }
            $text .=
                ('' !== $text && (0 === $event->start % $beat || '' !== $opening || $event->length >= $beat) ? ' ' : '').
                $opening.
                ('' !== $opening && null !== $this->tones ? ' ' : '');
            $text .= ('' === $grace ? '' : '{'.$grace.'}').$this->event($event, $measure->key, $altered);
            $grace = '';
            $time = $event->end();
        }

        return $text.('' === $grace ? '' : '{'.$grace.'}');
    }

    /** @param array<string, int> $altered alterations that hold in the measure, by letter; changed */
    private function event(Event $event, Key $key, array &$altered): string
    {
        $marks = $event->marks;
        $text = '';
        foreach ($marks->words as $word) {
            $text .= '"^'.$word->value.'"';
        }
        $closing = $this->hairpin;
        $this->hairpin = Hairpin::None === $marks->hairpin ? $this->hairpin : $marks->hairpin;
        $text .= Hairpin::None === $marks->hairpin ? '' : '!'.$marks->hairpin->value.'(!';
        $text .= null === $marks->dynamic ? '' : '!'.$marks->dynamic->value.'!';
        foreach ($marks->articulations as $mark) {
            $text .= self::DECORATIONS[$mark->value];
        }
        $text .= $marks->lift ? '!breath!' : '';
        $text .= $marks->hairpinStop ? '!'.(Hairpin::Diminuendo === $closing ? 'diminuendo' : 'crescendo').')!' : '';
        $text .= match ($marks->bow) {
            BowMark::None => '',
            BowMark::Down => 'v',
            BowMark::Up => 'u',
        };
        $length = Unit::fraction(intdiv($event->length * $event->tuplet->actual, $event->tuplet->normal), $this->unit);
        $text = str_repeat('(', $event->slurStarts).$text;
        $text .= match (true) {
            $event->isRest() => 'z'.$length,
            default => (null === $this->tones ? null : ($this->tones)($event, $key, $length)) ??
                $this->pitches($event, $key, $altered, false).$length,
        };

        return $text.($event->tiedTo ? '-' : '').str_repeat(')', $event->slurStops);
    }

    /** @param array<string, int> $altered */
    private function pitches(Event $event, Key $key, array &$altered, bool $grace): string
    {
        $tones = [];
        foreach ($event->pitches as $index => $pitch) {
            $hand = $grace ? '' : self::hand($event->marks, $index);
            $holds = $altered[$pitch->letter] ?? $key->alteration($pitch->letter);
            $sign = $pitch->alteration === $holds ? '' : self::ACCIDENTALS[$pitch->alteration] ?? '';
            if ('' !== $sign) {
                $altered[$pitch->letter] = $pitch->alteration;
            }
            $tones[] = $hand.$sign.self::letter($pitch);
        }

        return 1 === \count($tones) ? $tones[0] : '['.implode('', $tones).']';
    }

    private static function hand(Marks $marks, int $index): string
    {
        return (isset($marks->strings[$index]) ? '"_sul '.$marks->strings[$index].'"' : '').
            (isset($marks->fingers[$index]) ? '!'.$marks->fingers[$index].'!' : '');
    }

    private static function letter(Pitch $pitch): string
    {
        return $pitch->octave >= 5
            ? strtolower($pitch->letter).str_repeat("'", $pitch->octave - 5)
            : $pitch->letter.str_repeat(',', 4 - $pitch->octave);
    }

    /**
     * The events of a voice, each with the sign of the tuplet that begins at it.
     *
     * @param list<Event> $events
     *
     * @return list<array{Event, string}>
     */
    private static function withTuplets(array $events): array
    {
        $rows = [];
        $left = 0;
        $before = Tuplet::none();
        foreach ($events as $index => $event) {
            $opening = '';
            if (!$event->isGrace()) {
                $left = $event->tuplet->equals($before) ? $left : 0;
                if (0 === $left && !$event->tuplet->isNone()) {
                    $left = self::run($events, $index);
                    $opening = \sprintf('(%d:%d:%d', $event->tuplet->actual, $event->tuplet->normal, $left);
                }
                $left = max(0, $left - 1);
                $before = $event->tuplet;
            }
            $rows[] = [$event, $opening];
        }

        return $rows;
    }

    /**
     * Notes of one tuplet from here on: at most as many as one sign can hold.
     *
     * @param list<Event> $events
     */
    private static function run(array $events, int $index): int
    {
        $count = 0;
        $tuplet = $events[$index]->tuplet;
        for ($at = $index; isset($events[$at]) && $count < 9; ++$at) {
            if ($events[$at]->isGrace()) {
                continue;
            }
            if (!$events[$at]->tuplet->equals($tuplet)) {
                break;
            }
            ++$count;
        }

        return $count;
    }

    /** The sign after a measure, with what begins at the next. */
    private static function bar(Measure $measure, ?Measure $next): string
    {
        $starts = null !== $next && $next->repeatStart;
        if ($measure->repeatTimes > 0) {
            return str_repeat(':', $measure->repeatTimes - 1).'|'.($starts ? ':' : '');
        }
        // A bracket that stops at a plain bar line cannot be said otherwise than by a double one.
        $style = BarStyle::Regular === $measure->end && $measure->endingStop ? BarStyle::Double : $measure->end;

        return match ($style) {
            BarStyle::Regular => $starts ? '|:' : '|',
            BarStyle::Double => $starts ? '|| |:' : '||',
            BarStyle::Final => $starts ? '|] |:' : '|]',
        };
    }

    /** A key as a K: field names it. */
    public static function keyText(Key $key): string
    {
        return strtr($key->tonic(), ['♯' => '#', '♭' => 'b']).self::MODES[$key->mode];
    }

    private function unitText(): string
    {
        return Unit::fraction($this->unit, Ticks::PER_WHOLE, '/1');
    }
}
