<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/** A word over the staff from which on something else holds: plucked or bowed, divided or together. */
enum PlayingWord: string
{
    case Pluck = 'pizz.';
    case Bow = 'arco';
    case Divisi = 'div.';
    case Unison = 'unis.';

    /** What printed words mean, or none if they are another remark. */
    public static function fromText(string $text): ?self
    {
        return match (trim(strtolower($text), " \t\n\r.")) {
            'pizz', 'pizzicato', 'pluck' => self::Pluck,
            'arco', 'bow' => self::Bow,
            'div', 'divisi' => self::Divisi,
            'unis', 'unison', 'unisono', 'a 2' => self::Unison,
            default => null,
        };
    }
}
