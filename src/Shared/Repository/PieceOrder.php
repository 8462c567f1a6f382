<?php

declare(strict_types=1);

namespace App\Shared\Repository;

/** Orders of the library; each can be turned round. */
enum PieceOrder: string
{
    case Book = 'book';
    case Title = 'title';
    case Key = 'key';
    case Meter = 'meter';
    case Measures = 'measures';
    case Parts = 'parts';
    case Goal = 'goal';
    case Length = 'length';
    case Added = 'added';

    /** @return non-empty-list<string> fields of a piece p by which it is ordered, the books' own order after them */
    public function fields(): array
    {
        // What stands in no book comes after the books.
        $book = ["CASE WHEN p.book = '' THEN 1 ELSE 0 END", 'p.book', 'LENGTH(p.numberInBook)', 'p.numberInBook', 'p.title', 'p.id'];

        return match ($this) {
            self::Book => $book,
            self::Title => ['p.title', ...$book],
            self::Key => ['p.keyName', 'p.keyMode', ...$book],
            self::Meter => ['p.meter', ...$book],
            self::Measures => ['p.measures', ...$book],
            self::Parts => ['p.parts', ...$book],
            self::Goal => ['p.goalTempo', ...$book],
            self::Length => ['p.beats / p.goalTempo', ...$book],
            // Pieces get their numbers as they come.
            self::Added => ['p.id'],
        };
    }
}
