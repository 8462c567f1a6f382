<?php

declare(strict_types=1);

namespace CoinStair\Core\Log;

use CoinStair\Core\Stair\StairMachine;

/** What a lesson log can say. */
enum EntryKind: string
{
    /** a step was opened */
    case Begin = 'begin';
    /** a clean repetition */
    case Coin = 'coin';
    case Miss = 'miss';
    /** the teacher's word: one tread up or down */
    case Up = 'up';
    case Down = 'down';
    /** takes back the coin, miss, up or down named by its text */
    case Undo = 'undo';
    /** the teacher says that the step is done */
    case Done = 'done';
    case Note = 'note';
    /** a round before the stair was played, in the mode named by its text */
    case Round = 'round';
    /** a group plays another version of the step from now on: "viola half"; "written" for as it is written */
    case Version = 'version';
    /** said afterwards: the step was not done, whatever was logged before; its last tread is still to be earned */
    case NotDone = 'not-done';
    /** said afterwards: the lesson was on the day named by its text, as Y-m-d */
    case Day = 'day';
    /** said afterwards: the step was played by the instruments named by its text, with commas; by all where it is empty */
    case Group = 'group';
    /** said afterwards: the lesson was with another class than the one named by its text, and stands with that other one now */
    case Moved = 'moved';
    /** said afterwards: the lesson was by another of the sequences that this class has on the piece, and stands with that one now */
    case Ordered = 'ordered';
    /** the lesson was held without the screen, and its log written down afterwards from what was remembered */
    case Written = 'written';
    /** said afterwards: this lesson was none, and nothing of it counts any more; or it was one all the same */
    case Out = 'out';
    case Back = 'back';

    /** The state of a stair to which it leads from one of its states; the same where it does not move the stair. */
    public function next(StairMachine $machine, int $state): int
    {
        $from = $machine->states[$state];

        return match ($this) {
            self::Coin => $from->onCoin,
            self::Miss => $from->onMiss,
            self::Up => $from->onUp,
            self::Down => $from->onDown,
            default => $state,
        };
    }
}
