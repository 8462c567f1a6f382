<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\LeftHand;

use CoinStair\Core\LeftHand\Fingering;
use CoinStair\Core\LeftHand\LineNote;
use CoinStair\Core\Score\Pitch;

/**
 * Lines of notes and their fingers as tests write them: l is low, h high, x stretched; a run names its string once, and its hand where it
 * is not the first.
 */
final class Lines
{
    private const LETTERS = ['low' => 'l', 'natural' => '', 'high' => 'h', 'stretched' => 'x'];

    /**
     * @param string $text pitches, with their beats after a colon where they are not one: "E4 A4:2 E4"
     *
     * @return list<LineNote>
     */
    public static function read(string $text): array
    {
        $notes = [];
        foreach (explode(' ', $text) as $index => $token) {
            [$pitch, $beats] = [...explode(':', $token), '1'];
            $notes[] = [$pitch, (int) $beats];
        }
        $line = [];
        foreach ($notes as $index => [$pitch, $beats]) {
            $repeated = ($notes[$index - 1][0] ?? '') === $pitch || ($notes[$index + 1][0] ?? '') === $pitch;
            $line[] = self::note($index, $pitch, long: $beats >= 2 || $repeated);
        }

        return $line;
    }

    public static function note(int $index, string $pitch, bool $long = false, ?int $finger = null, ?string $string = null): LineNote
    {
        return new LineNote("n$index", Pitch::parse($pitch), 0, $index, $index, 1, false, false, false, $long, $finger, $string);
    }

    public static function tell(Fingering $fingering): string
    {
        $tokens = [];
        $string = '';
        $position = 'I';
        foreach ($fingering->choices as $index => $choice) {
            if (null === $choice) {
                $tokens[] = '–';
                continue;
            }
            $name = $fingering->fingerboard->stringName($choice->string);
            if ($name !== $string) {
                $tokens[] = $name.':';
                $string = $name;
            }
            $hand = $fingering->hand($index);
            if (!$choice->isOpen() && null !== $hand && $hand->position !== $position) {
                $tokens[] = $position = $hand->position;
            }
            $tokens[] = self::LETTERS[$choice->placement->value].$choice->finger;
        }

        return implode(' ', $tokens);
    }
}
