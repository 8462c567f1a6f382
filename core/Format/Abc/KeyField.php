<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

use CoinStair\Core\Score\Key;

/** The value of a K: field. */
final class KeyField
{
    private const MODES = [
        '' => 'major',
        'm' => 'minor',
        'maj' => 'major',
        'ion' => 'major',
        'min' => 'minor',
        'aeo' => 'minor',
        'mix' => 'mixolydian',
        'dor' => 'dorian',
        'phr' => 'phrygian',
        'lyd' => 'lydian',
        'loc' => 'locrian',
    ];

    /**
     * @return Key|null none if the field names no key (only a clef, say)
     *
     * @throws \InvalidArgumentException for a key with more than seven signs
     */
    public static function parse(string $value): ?Key
    {
        if (1 === preg_match('/^\s*(none\b|$)/i', $value)) {
            return Key::of(0);
        }
        if (
            1 !== preg_match('/^\s*([A-G])([#b]?)\s*(m(?![a-z])|maj|min|ion|aeo|mix|dor|phr|lyd|loc)?[a-z]*(?![a-z=])/i', $value, $match)
            || !ctype_upper($match[1])
        ) {
            return null;
        }
        $mode = strtolower($match[3] ?? '');

        return Key::onTonic($match[1].$match[2], self::MODES[$mode]);
    }
}
