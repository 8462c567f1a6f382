<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

use CoinStair\Core\LeftHand\FirstPosition;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Pitch;

/** A note by its string and finger, as quick entry writes it: "G1", "Dl2" (handbook 2). */
final readonly class FingerToken
{
    private const LETTERS = ['low' => 'l', 'natural' => 'n', 'high' => 'h', 'stretched' => 'x'];

    /** @param string $finger with the letter of its placement, where the key does not give it */
    private function __construct(public string $string, private string $finger)
    {
    }

    /** None if the pitch lies beyond first position. */
    public static function of(Instrument $instrument, Pitch $pitch, Key $key): ?self
    {
        $place = FirstPosition::find($instrument, $pitch);
        if (null === $place) {
            return null;
        }
        [$string, $finger, $placement] = $place;
        $byKey = FirstPosition::pitch($instrument, $string, $finger, null, $key)->midi() === $pitch->midi();

        return new self($string->letter, ($byKey || 0 === $finger ? '' : self::LETTERS[$placement->value]).$finger);
    }

    /** @param string|null $holding letter of the string that the note before was on: it need not be said again */
    public function text(?string $holding): string
    {
        return ($holding === $this->string ? '' : $this->string).$this->finger;
    }
}
