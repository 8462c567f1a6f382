<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Shared\Entity\Piece;
use App\Shared\Repository\PieceRepository;
use App\Shared\Web\Notation;

/** How the pieces of a list begin: as many at once as fit into a request. */
final readonly class Incipits
{
    /** Measures of all pieces that are read for one answer; a longer piece has no beginning in a list. */
    private const MEASURES = 1500;

    public function __construct(private PieceRepository $library)
    {
    }

    /**
     * @param list<int> $ids
     *
     * @return array<int, array{xml: string, text: string}|null> by id; none for outlines and for what is too long, left out what has to be
     *                                                           asked for again
     */
    public function of(array $ids): array
    {
        $begins = $read = [];
        $measures = 0;
        foreach ($this->library->outlines($ids) as $row) {
            if ($row['measures'] > self::MEASURES) {
                $begins[$row['id']] = null;
                continue;
            }
            $measures += $row['measures'];
            if ($measures > self::MEASURES) {
                break;
            }
            $read[] = $row['id'];
        }

        return $begins + array_map(
            static fn (Piece $piece): ?array => Notation::incipit($piece->score()),
            $this->library->byIds($read),
        );
    }
}
