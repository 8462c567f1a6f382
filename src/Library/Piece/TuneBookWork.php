<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Library\Entry\PieceImport;
use App\Shared\Entity\Task;
use App\Shared\Entity\TaskKind;
use App\Shared\Repository\PieceRepository;
use App\Shared\Work\TaskWork;
use CoinStair\Core\Format\Abc\TuneBook;
use CoinStair\Core\Format\Abc\TuneOfBook;
use CoinStair\Core\Format\UnreadableFile;
use Psr\Clock\ClockInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Contracts\Translation\TranslatorInterface;

/**
 * Makes pieces of a book of the tunes that were chosen from a file. A number that the book has already is not made twice: its outline
 * becomes the piece, with its chunks and all that was taught of it; a piece that has notes stays as it is.
 */
final readonly class TuneBookWork implements TaskWork
{
    public const BOOK = 'book';
    public const FILE = 'file';
    /** Positions of the chosen tunes in the file, with commas between them. */
    public const CHOSEN = 'chosen';

    public function __construct(
        private PieceRepository $library,
        private PieceImport $import,
        private NewerFile $newer,
        private UrlGeneratorInterface $addresses,
        private TranslatorInterface $translator,
        private ClockInterface $clock,
    ) {
    }

    public static function kind(): string
    {
        return TaskKind::TuneBook->value;
    }

    public function go(Task $task, float $until): void
    {
        $book = $task->asked(self::BOOK);
        $tunes = TuneBook::read($task->asked(self::FILE))->tunes;
        $chosen = array_map(intval(...), explode(',', $task->asked(self::CHOSEN)));
        $there = $this->library->numbers($book);
        $done = $task->getDone();
        do {
            $tune = $tunes[$chosen[$done] ?? -1] ?? null;
            if (null !== $tune) {
                $task->count($this->take($tune, $book, isset($there[$tune->number])));
                $there[$tune->number] = true;
            }
        } while (++$done < \count($chosen) && microtime(true) < $until);
        $task->reach(min($done, \count($chosen)), \count($chosen), $this->clock->now());
        if ($done >= \count($chosen)) {
            $counts = $task->counts() + ['new' => 0, 'renewed' => 0, 'there' => 0, 'unread' => 0];
            $task->finish([
                'to' => $this->addresses->generate('library', '' === $book ? ['sort' => '-changed'] : ['book' => $book]),
                'said' => $this->translator->trans('tunes.taken', $counts),
            ], $this->clock->now());
        }
    }

    /** @return string what came of it: new, renewed, there, or unread */
    private function take(TuneOfBook $tune, string $book, bool $isThere): string
    {
        $there = '' === $book || '' === $tune->number || !$isThere ? null : $this->library->inBook($book, $tune->number);
        try {
            if (null !== $there) {
                if (!$there->score()->isOutline()) {
                    return 'there';
                }
                $this->newer->read($there, $tune->abc, 'tune.abc');

                return 'renewed';
            }
            $piece = $this->import->import($tune->abc, 'tune.abc');
            $piece->setBook($book);
            $piece->setNumberInBook($tune->number);
        } catch (UnreadableFile) {
            return 'unread';
        }

        return 'new';
    }
}
