<?php

declare(strict_types=1);

namespace App\Shared\Entity;

/** What is done in the background. */
enum TaskKind: string
{
    /** The outlines of a book's pieces, from its index. */
    case BookIndex = 'book-index';
    /** The pieces of a file of many tunes. */
    case TuneBook = 'tune-book';
    /** Which skills the pieces of the library ask for. */
    case Library = 'library';
    /** A term report as a file. */
    case Report = 'report';
    /** A lesson that is taken out of the record, with its log. */
    case TakeOut = 'take-out';
}
