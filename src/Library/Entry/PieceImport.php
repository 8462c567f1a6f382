<?php

declare(strict_types=1);

namespace App\Library\Entry;

use App\Shared\Entity\Piece;
use App\Shared\Entity\PieceSource;
use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\ReadResult;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Sequence\FirstLook;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;

/** Takes a file or text into the library, and keeps it as it came. */
final readonly class PieceImport
{
    public function __construct(
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
        private Memory $memory,
        private Limits $limits,
    ) {
    }

    /**
     * @throws UnreadableFile
     */
    public function import(string $bytes, string $fileName): Piece
    {
        return $this->take(ScoreFile::read($bytes, $this->limits), $fileName, $bytes);
    }

    /** Takes a piece that was read already, with what it was read from. Its page was reckoned before it is saved: it can be opened. */
    public function take(ReadResult $read, string $fileName, string $bytes, string $book = ''): Piece
    {
        $piece = new Piece($read, $this->clock->now());
        $piece->setBook(mb_substr($book, 0, 120));
        if ('?' === $piece->getTitle()) {
            $piece->setTitle(mb_substr(pathinfo($fileName, \PATHINFO_FILENAME), 0, 200) ?: '?');
        }
        FirstLook::at($read->piece, $piece->getGoalTempo(), $piece->getScoreHash(), $this->memory);
        $this->entities->persist($piece);
        $this->entities->persist(new PieceSource($piece, $fileName, $bytes));
        $this->entities->flush();

        return $piece;
    }
}
