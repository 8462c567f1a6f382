<?php

declare(strict_types=1);

namespace App\Library\Entry;

use App\Shared\Entity\Task;
use App\Shared\Entity\TaskKind;
use App\Shared\Repository\PieceRepository;
use App\Shared\Work\TaskWork;
use CoinStair\Core\Format\QuickEntry\BookIndex;
use CoinStair\Core\Format\ReadResult;
use Psr\Clock\ClockInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Contracts\Translation\TranslatorInterface;

/** Makes an outline of each piece of a book's index that the library does not have yet, numbered as in the book. */
final readonly class IndexWork implements TaskWork
{
    public const BOOK = 'book';
    public const INDEX = 'index';
    /** How many pieces of the index the book had when it was asked for. */
    public const THERE = 'there';

    public function __construct(
        private PieceRepository $library,
        private PieceImport $import,
        private UrlGeneratorInterface $addresses,
        private TranslatorInterface $translator,
        private ClockInterface $clock,
    ) {
    }

    public static function kind(): string
    {
        return TaskKind::BookIndex->value;
    }

    public function go(Task $task, float $until): void
    {
        $book = $task->asked(self::BOOK);
        $rows = BookIndex::read($task->asked(self::INDEX))->rows;
        $there = $this->library->numbers($book);
        $done = $task->getDone();
        do {
            $row = $rows[$done] ?? null;
            if (null !== $row && !isset($there[$row->number])) {
                $this->import->take(new ReadResult($row->piece, []), 'index.csv', $row->number.','.$row->piece->title, $book)
                    ->setNumberInBook($row->number);
            }
        } while (++$done < \count($rows) && microtime(true) < $until);
        $task->reach(min($done, \count($rows)), \count($rows), $this->clock->now());
        if ($done >= \count($rows)) {
            $had = (int) $task->asked(self::THERE);
            $task->finish([
                'to' => $this->addresses->generate('book', ['book' => $book]),
                'said' => $this->translator->trans('index.taken', ['count' => \count($rows) - $had, 'there' => $had]),
            ], $this->clock->now());
        }
    }
}
