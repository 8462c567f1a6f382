<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Hands;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandsOnScore;
use CoinStair\Core\Hands\SpokenNote;
use CoinStair\Core\LeftHand\Candidate;
use CoinStair\Core\LeftHand\Placement;

/** A measure of the left hand in short words for tests: "D string, open, 1, low 2; A string, open". */
final class Spoken
{
    public static function fingers(BothHands $hands, int $measure): string
    {
        $told = '';
        $string = null;
        foreach (HandsOnScore::spoken($hands, 0, $measure + 1)[$measure] as $note) {
            $isNew = $note->string() !== $string;
            $told .= match (true) {
                null === $string => '',
                $isNew => '; ',
                default => ', ',
            };
            $told .= ($isNew && '' !== $note->string() ? $note->string().' string, ' : '').self::note($note);
            $string = $note->string();
        }

        return $told;
    }

    public static function letters(BothHands $hands, int $measure): string
    {
        $notes = HandsOnScore::spoken($hands, 0, $measure + 1)[$measure];

        return implode(' ', array_map(static fn (SpokenNote $note): string => implode('+', $note->letters), $notes));
    }

    public static function finger(Candidate $stop): string
    {
        $placement = Placement::Natural === $stop->placement ? '' : $stop->placement->value.' ';

        return $stop->isOpen() ? 'open' : $placement.$stop->finger;
    }

    private static function note(SpokenNote $note): string
    {
        $stops = [];
        foreach ($note->stops as $index => $stop) {
            $stops[] = self::finger($stop).($note->strings[$index] === $note->string() ? '' : ' on '.$note->strings[$index]);
        }

        return ('' === $note->position ? '' : $note->position.' position: ').
            ([] === $stops ? 'out of reach' : implode(' and ', $stops)).
            ($note->isSet ? ' (set)' : '');
    }
}
