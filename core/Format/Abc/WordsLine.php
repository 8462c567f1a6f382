<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Syllable;

/** Writes words under notes (w:). */
final class WordsLine
{
    /**
     * @param list<Event> $events
     *
     * @return list<Event> the notes of the first voice that words can stand under
     */
    public static function sung(array $events): array
    {
        $voice = $events[0]->voice ?? 1;

        return array_values(
            array_filter($events, static fn (Event $event): bool => $event->voice === $voice && !$event->isRest() && !$event->isGrace()),
        );
    }

    /**
     * @param list<Event> $notes
     *
     * @return list<string> one text a verse
     */
    public static function verses(array $notes): array
    {
        $count = max([
            0,
            ...array_map(static fn (Event $note): int => [] === $note->marks->lyrics ? 0 : max(array_keys($note->marks->lyrics)), $notes),
        ]);
        $verses = [];
        for ($verse = 1; $verse <= $count; ++$verse) {
            $text = '';
            foreach ($notes as $note) {
                $syllable = $note->marks->lyrics[$verse] ?? null;
                $text .= null === $syllable ? '* ' : self::syllable($syllable);
            }
            $verses[] = (string) preg_replace('/( ?\*)+$/', '', rtrim($text));
        }

        return $verses;
    }

    private static function syllable(Syllable $syllable): string
    {
        return strtr(OneLine::of($syllable->text), [' ' => '~', '-' => '\\-', '*' => '', '_' => '', '|' => '']).
            ($syllable->wordGoesOn ? '-' : '').
            ' ';
    }
}
