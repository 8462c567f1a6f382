<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

use CoinStair\Core\Format\PieceDraft;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Score\RhythmPattern;

/** Reads the figure of a rhythm pattern as it is typed (handbook 2). */
final class PatternReader
{
    private const LONGEST = 200;

    /**
     * @param string $text ABC body of one figure, such as "B/ B/ B .B .B", with lengths in quarters
     *
     * @throws Refusal that says what is wrong
     */
    public static function read(string $text): RhythmPattern
    {
        $line = trim((string) preg_replace('/[|\s]+/', ' ', $text));
        if ('' === $line || mb_strlen($line) > self::LONGEST) {
            return RhythmPattern::of([]);
        }
        // Read in a measure that is as long as any figure: how many beats there are is the figure's own matter.
        $read = Reader::read(new Entry(EntryMode::Letters, $line, meter: '64/4', key: 'C'));
        foreach ($read->problems as $problem) {
            if (!$problem->notice->says(PieceDraft::UNEVEN)) {
                throw Refusal::told($problem->notice);
            }
        }
        $events = $read->piece?->parts[0]->events(0) ?? [];

        return RhythmPattern::of(array_values(array_filter($events, static fn (Event $event): bool => !$event->isGrace())));
    }
}
