<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

/** What good teachers do besides the stair; a class's teacher can leave out each (handbook 6). */
enum Habit: string
{
    /** a lesson opens with an open string that is heard, sung and matched */
    case TuneUp = 'tune-up';
    /** the class hears the piece before it plays any of it */
    case HearFirst = 'hear-first';
    /** a rhythm that is new is said and clapped before it is played */
    case SayRhythm = 'say-rhythm';
    /** what is safe is played by halves, by rows, by one and all, in turn */
    case InTurn = 'in-turn';
    /** in the last coins of a step there is something to listen for */
    case ListenFor = 'listen-for';
    /** whoever is ready early has a task */
    case QuickOnes = 'quick-ones';
    /** one sentence at the end says what was done, and what is for home */
    case SumUp = 'sum-up';

    /**
     * @param list<string> $values as they were stored; what is no such habit is left out
     *
     * @return list<self>
     */
    public static function parse(array $values): array
    {
        return array_values(array_filter(array_map(self::tryFrom(...), $values)));
    }
}
