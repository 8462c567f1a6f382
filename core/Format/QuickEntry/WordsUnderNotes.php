<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Score\Syllable;

/**
 * Own words under the notes, by which a class says a rhythm before it plays it (handbook 6): one syllable a note, `-` inside a word, `*`
 * for a note without one, `|` for the next measure. A note that is tied to has none.
 */
final class WordsUnderNotes
{
    /** The verse that is typed; those of a file's other verses stay. */
    private const VERSE = 1;
    private const LONGEST = 20_000;

    /** The words as they are typed; empty where there are none. */
    public static function text(Piece $piece, Part $part): string
    {
        $text = '';
        foreach ($piece->measures as $position => $measure) {
            $words = '';
            foreach (self::sung($part->events($position)) as $note) {
                $syllable = $note->marks->lyrics[self::VERSE] ?? null;
                $words .= null === $syllable || '' === $syllable->text
                    ? '* '
                    : strtr($syllable->text, [' ' => '~', '-' => '~', '|' => '', '*' => '']).($syllable->wordGoesOn ? '-' : ' ');
            }
            $text .= preg_replace('/(?:^| )(?:\* ?)+$/', ' ', $words).'|'.($measure->lineBreak ? "\n" : ' ');
        }

        return trim((string) preg_replace(['/[ \t]+/', '/^ /m', '/[\s|]+$/'], [' ', '', ''], $text));
    }

    /**
     * The piece with these words under a part.
     *
     * @throws Refusal if a measure has fewer notes than syllables, or there are more measures of words than of music
     */
    public static function under(Piece $piece, string $partId, string $text): Piece
    {
        $part = $piece->part($partId) ?? throw Refusal::because('There is no such part.');
        $segments = explode('|', mb_substr(trim($text), 0, self::LONGEST));
        if ('' === trim($segments[\count($segments) - 1])) {
            array_pop($segments);
        }
        if (\count($segments) > \count($piece->measures)) {
            throw Refusal::because('The words have more measures than the piece, which has {count}.', [
                'count' => (string) \count($piece->measures),
            ]);
        }
        $numbers = MeasureNumbers::of($piece);
        $measures = $part->measures;
        foreach ($measures as $position => $events) {
            $syllables = self::syllables($segments[$position] ?? '');
            $notes = self::sung($events);
            if (\count($syllables) > \count($notes)) {
                throw Refusal::because('Measure {number} has more syllables ({syllables}) than notes ({notes}) that are played anew.', [
                    'number' => $numbers->at($position),
                    'syllables' => (string) \count($syllables),
                    'notes' => (string) \count($notes),
                ]);
            }
            $said = array_combine(\array_slice(array_column($notes, 'id'), 0, \count($syllables)), $syllables);
            $measures[$position] = array_map(
                static fn (Event $event): Event => $event->marked($event->marks->said(self::VERSE, $said[$event->id] ?? null)),
                $events,
            );
        }
        $changed = $part->withMeasures($measures);

        return $piece->withParts(array_map(static fn (Part $one): Part => $one->id === $partId ? $changed : $one, $piece->parts));
    }

    /**
     * The notes of the first voice that words can stand under.
     *
     * @param list<Event> $events
     *
     * @return list<Event>
     */
    private static function sung(array $events): array
    {
        $voice = $events[0]->voice ?? 1;

        return array_values(
            array_filter(
                $events,
                static fn (Event $event): bool => $event->voice === $voice && !$event->isRest() && !$event->isGrace() && !$event->tiedFrom,
            ),
        );
    }

    /** @return list<Syllable|null> none for a note without one */
    private static function syllables(string $segment): array
    {
        preg_match_all('/([*_])|([^\s*_-]+)(-?)/u', $segment, $tokens, \PREG_SET_ORDER);

        return array_map(
            static fn (array $token): ?Syllable => '' !== ($token[1] ?? '')
                ? null
                : Syllable::of(strtr($token[2] ?? '', ['~' => ' ']), '-' === ($token[3] ?? '')),
            $tokens,
        );
    }
}
