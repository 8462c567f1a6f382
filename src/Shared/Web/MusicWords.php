<?php

declare(strict_types=1);

namespace App\Shared\Web;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\PlaceNames;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use Symfony\Contracts\Translation\TranslatorInterface;

/** What the core tells, in the program's words: notices, places by measure numbers, times as min:s. */
final class MusicWords
{
    /** @var \WeakMap<Piece, PlaceNames> a page names many places of one piece */
    private \WeakMap $names;

    public function __construct(private readonly TranslatorInterface $translator)
    {
        $this->names = new \WeakMap();
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
            $replace['{'.$name.'}'] = $value instanceof Notice ? $this->notice($value) : $value;
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
        return $this->names($piece)->chunk($chunk);
    }

    /** A place by measure and beat: "4", "4.3" where it stands inside the measure. */
    public function place(Piece $piece, Place $place): string
    {
        return $this->names($piece)->place($place);
    }

    /** "3", "3, the second beat". */
    public function said(Piece $piece, Place $place): string
    {
        return $this->names($piece)->said($place);
    }

    private function names(Piece $piece): PlaceNames
    {
        return $this->names[$piece] ??= PlaceNames::of($piece);
    }
}
