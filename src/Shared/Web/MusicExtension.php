<?php

declare(strict_types=1);

namespace App\Shared\Web;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Form\CountIn;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;
use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Extension\AbstractExtension;
use Twig\TwigFilter;
use Twig\TwigFunction;

/** How the field's quantities look on all pages: times as min:s, places by measure numbers, notices in the program's words. */
final class MusicExtension extends AbstractExtension
{
    /** @var \WeakMap<Piece, MeasureNumbers> a page names many places of one piece */
    private \WeakMap $numbers;

    public function __construct(private readonly TranslatorInterface $translator)
    {
        $this->numbers = new \WeakMap();
    }

    public function getFilters(): array
    {
        return [
            new TwigFilter('clock', self::clock(...)),
            new TwigFilter('notice', $this->notice(...)),
            new TwigFilter('told', $this->told(...)),
        ];
    }

    public function getFunctions(): array
    {
        return [new TwigFunction('measures', $this->measures(...))];
    }

    /** Seconds as min:s. */
    public static function clock(float|int $seconds): string
    {
        $whole = (int) round($seconds);

        return \sprintf('%s%d:%02d', $whole < 0 ? '−' : '', intdiv(abs($whole), 60), abs($whole) % 60);
    }

    public function notice(Notice $notice): string
    {
        $replace = [];
        foreach ($notice->parameters as $name => $value) {
            $replace['{'.$name.'}'] = $value;
        }

        return $this->translator->trans($notice->template, $replace);
    }

    /** What went wrong or well, for people: a refusal of the core, or a sentence of the page's own. */
    public function told(Notice|string $said): string
    {
        return $said instanceof Notice ? $this->notice($said) : $this->translator->trans($said);
    }

    /** The measures of a chunk: "5–8", "4.3–8.2" where an edge stands inside a measure. */
    public function measures(Piece $piece, Chunk $chunk): string
    {
        $numbers = $this->numbers[$piece] ??= MeasureNumbers::of($piece);
        $from = self::placeBy($piece, $numbers, $chunk->from);
        $last = $chunk->lastPosition();
        $to = $numbers->at($last);
        if ($chunk->to->offset > 0) {
            // The beat in which its last note lies.
            $beat = 1 + intdiv(max(0, CountIn::offsetInFullMeasure($piece, $chunk->to) - 1), $piece->beatTicks);
            if ($chunk->from->position === $last && $chunk->from->offset > ($beat - 1) * $piece->beatTicks) {
                return $from;
            }
            $to .= '.'.$beat;
        }

        // What ends with the bar line of the measure in which it begins is told by its beginning.
        return $from === $to || (0 === $chunk->to->offset && $chunk->from->position === $last && $chunk->from->offset > 0)
            ? $from
            : $from.'–'.$to;
    }

    /** A place by measure and beat: "4", "4.3" where it stands inside the measure. */
    public function place(Piece $piece, Place $place): string
    {
        return self::placeBy($piece, $this->numbers[$piece] ??= MeasureNumbers::of($piece), $place);
    }

    private static function placeBy(Piece $piece, MeasureNumbers $numbers, Place $place): string
    {
        $number = $numbers->at($place->position);

        return 0 === $place->offset
            ? $number
            : $number.'.'.Ticks::beats(CountIn::offsetInFullMeasure($piece, $place) + $piece->beatTicks, $piece->beatTicks);
    }
}
