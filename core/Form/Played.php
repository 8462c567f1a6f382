<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\PlayingWord;

/**
 * What of a note changes the playing: pitches, ties, slurs, articulation, plucked or bowed; not its loudness, fingers or words that are
 * sung.
 */
final class Played
{
    private const ARTICULATIONS = [Articulation::Staccato, Articulation::Tenuto, Articulation::Accent, Articulation::Marcato];

    /** The same text for two events that are played the same. */
    public static function key(Event $event): string
    {
        if ($event->isRest()) {
            $played = 'z';
        } else {
            $played =
                ($event->tiedFrom ? '~' : '').
                ($event->tiedTo ? '-' : '').
                ($event->slurStarts > 0 ? '('.$event->slurStarts : '').
                ($event->slurStops > 0 ? ')'.$event->slurStops : '');
        }
        foreach ($event->pitches as $pitch) {
            $played .= $pitch->name();
        }
        if ($event->marks->isNone()) {
            return $played;
        }
        foreach (self::ARTICULATIONS as $mark) {
            $played .= $event->marks->has($mark) ? $mark->value[0] : '';
        }
        foreach ($event->marks->words as $word) {
            $played .= PlayingWord::Pluck === $word || PlayingWord::Bow === $word ? $word->value : '';
        }

        return $played;
    }
}
