<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

use CoinStair\Core\Score\Syllable;

/** Words under notes. */
final readonly class Words
{
    private const VERSES = 9;
    private const TOKENS = '/\||[*_]|-|(?:\\\\-|[^\s|*_\-])+/u';

    public function __construct(private Tune $tune)
    {
    }

    /** Under the latest line of notes: one syllable a note, as far as both go. */
    public function under(string $value, int $column): void
    {
        $voice = $this->tune->voice();
        if (++$voice->verses > self::VERSES) {
            $this->tune->tellOnce('verses', $column, 'Verses after the ninth are left out.');

            return;
        }
        $notes = $voice->lineNotes;
        $at = 0;
        $goesOn = null;
        preg_match_all(self::TOKENS, $value, $match);
        foreach ($match[0] as $token) {
            if ('-' === $token && null !== $goesOn) {
                // A hyphen right after a syllable says that the word goes on; each further one stands for a note.
                $goesOn->lyrics[$voice->verses] = Syllable::of(($goesOn->lyrics[$voice->verses] ?? Syllable::of(''))->text, true);
                $goesOn = null;
                continue;
            }
            if ('|' === $token) {
                $measure = $notes[max(0, $at - 1)][1] ?? 0;
                while (isset($notes[$at]) && $notes[$at][1] <= $measure) {
                    ++$at;
                }
                continue;
            }
            if (!isset($notes[$at])) {
                $this->tune->notice($column, 'There are more syllables than notes in the line above.');

                return;
            }
            $goesOn = null;
            if (!\in_array($token, ['*', '_', '-'], true)) {
                $goesOn = $notes[$at][0];
                $goesOn->lyrics[$voice->verses] = Syllable::of(strtr($token, ['\\-' => '-', '~' => ' ']));
            }
            ++$at;
        }
    }
}
