<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;

/**
 * Types what is played on a keyboard into a line, as a teacher would type it: spelled by the key, with a sign only where one is needed,
 * a bar line where a measure is full, and no blank inside a beat, so that flags become beams (handbook 2).
 */
final readonly class PlayedNotes
{
    /** Characters behind which a note stands at once: the start of a slur, broken rhythm, bows and dots. */
    private const LEADS_ON = '/(?:[(<>]|(?:^|[\s|(])[uv.]+)$/';

    /**
     * @param string      $text    the line with what was played in it
     * @param int         $caret   behind it, in characters
     * @param Notice|null $refused why something of it could not be typed
     */
    private function __construct(public string $text, public int $caret, public ?Notice $refused)
    {
    }

    /**
     * @param int             $caret  characters of the line that stand before what is played
     * @param list<list<int>> $played keys of the keyboard that were pressed together, one after the other; 60 is middle C
     */
    public static function type(Entry $entry, int $caret, array $played): self
    {
        $before = mb_substr($entry->text, 0, max(0, $caret));
        $after = mb_substr($entry->text, max(0, $caret));
        $refused = null;
        foreach ($played as $keys) {
            $keys = array_values(array_unique(array_filter($keys, static fn (int $key): bool => $key >= 0 && $key <= 127)));
            sort($keys);
            if ([] === $keys) {
                continue;
            }
            $typed = self::note($entry->with($before), $keys);
            if ($typed instanceof Notice) {
                $refused ??= $typed;
                continue;
            }
            $before .= $typed;
        }
        $apart = '' === $after || 1 === preg_match('/^[\s)\-]/', $after) || $before.$after === $entry->text ? '' : ' ';

        return new self($before.$apart.$after, mb_strlen($before), $refused);
    }

    /**
     * What is typed behind a line for a note or chord.
     *
     * @param non-empty-list<int> $keys rising
     */
    private static function note(Entry $before, array $keys): string|Notice
    {
        $read = Reader::read($before)->piece;
        $key = self::keyAt($before, $read);
        $pitches = array_map($key->spell(...), $keys);
        if (EntryMode::Fingers === $before->mode) {
            $token = self::finger($before, $pitches, $key);

            return $token instanceof Notice ? $token : self::lead($before, $read, $token).$token;
        }
        // An earlier sign in the measure, a tie, or the sign of another note of the chord may say otherwise than the key.
        $none = array_fill(0, \count($keys), false);
        $lead = self::lead($before, $read, self::letters($pitches, $none));
        $heard = self::heard($before->with($before->text.$lead.self::letters($pitches, $none)));
        $some = array_map(static fn (int $key, int $at): bool => ($heard[$at] ?? null) !== $key, $keys, array_keys($keys));
        $typed = self::letters($pitches, $some);
        if ($some !== $none && self::heard($before->with($before->text.$lead.$typed)) !== $keys) {
            $typed = self::letters($pitches, array_fill(0, \count($keys), true));
        }

        return $lead.$typed;
    }

    /** @return list<int> keys of the last note or chord of a line, as it is read */
    private static function heard(Entry $entry): array
    {
        return array_map(static fn (Pitch $pitch): int => $pitch->midi(), self::last(Reader::read($entry)->piece)->pitches ?? []);
    }

    private static function keyAt(Entry $entry, ?Piece $read): Key
    {
        $measures = $read->measures ?? [];

        return [] === $measures ? Reader::key($entry->key) ?? Key::of(0) : $measures[\count($measures) - 1]->key;
    }

    /** What stands between a line and its next note: a bar line, a blank, or nothing. */
    private static function lead(Entry $before, ?Piece $read, string $token): string
    {
        $text = $before->text;
        if ('' === trim($text) || null === $read || 1 === preg_match(self::LEADS_ON, $text)) {
            return '';
        }
        $blank = 1 === preg_match('/\s$/', $text) ? '' : ' ';
        $next = Reader::read($before->with($text.' '.$token))->piece;
        $measure = $read->measures[\count($read->measures) - 1];
        $goesOn = null !== $next && \count($next->measures) === \count($read->measures);
        if (!$goesOn) {
            return $blank;
        }
        if ($measure->length >= $measure->meter->ticks()) {
            return $blank.'| ';
        }
        $last = self::last($next);
        $short = null !== $last && $last->length < $read->beatTicks;
        $inBeat = null !== $last && 0 !== $last->start % $read->beatTicks;

        return EntryMode::Letters === $before->mode && $short && $inBeat ? '' : $blank;
    }

    private static function last(?Piece $piece): ?Event
    {
        $measures = $piece->parts[0]->measures ?? [];
        $events = [] === $measures ? [] : $measures[\count($measures) - 1];

        return [] === $events ? null : $events[\count($events) - 1];
    }

    /**
     * @param non-empty-list<Pitch> $pitches
     * @param array<bool>           $signed  which of them have their sign
     */
    private static function letters(array $pitches, array $signed): string
    {
        $tokens = array_map(
            static fn (Pitch $pitch, bool $sign): string => $sign
                ? FingerLine::abcPitch($pitch)
                : ltrim(FingerLine::abcPitch($pitch), '^_='),
            $pitches,
            $signed,
        );

        return 1 === \count($tokens) ? $tokens[0] : '['.implode('', $tokens).']';
    }

    /** @param non-empty-list<Pitch> $pitches */
    private static function finger(Entry $before, array $pitches, Key $key): string|Notice
    {
        if (\count($pitches) > 1) {
            return new Notice(0, 0, 'A chord cannot be typed in strings and fingers; type it in letters.');
        }
        $token = FingerToken::of($before->instrument, $pitches[0], $key);
        if (null === $token) {
            return new Notice(0, 0, '{note} lies beyond the first position of the {instrument}; type it in letters.', [
                'note' => $pitches[0]->name(),
                'instrument' => Notice::word($before->instrument->value),
            ]);
        }

        return $token->text(self::held($before, $key));
    }

    /** The letter of the string that holds on at the end of a line. */
    private static function held(Entry $before, Key $key): ?string
    {
        $string = null;
        foreach (explode("\n", $before->text) as $index => $line) {
            [, , , $string] = FingerLine::translate($line, $index + 1, $before->instrument, $key, $string);
        }

        return $string?->letter;
    }
}
