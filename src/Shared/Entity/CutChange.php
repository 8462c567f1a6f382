<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use Doctrine\ORM\Mapping as ORM;

/**
 * One change of a piece's cut.
 *
 * @phpstan-type State array{own: bool, removed: bool, edges: string}
 */
#[ORM\Entity]
#[ORM\Index(columns: ['piece_id', 'id'])]
class CutChange extends Change
{
    public const OF = 'piece';

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Piece $piece;

    /** @var array<int, array{State, State}> by chunk id: how it was, and how it is since */
    #[ORM\Column]
    private array $chunks;

    /** @param array<int, array{State, State}> $chunks by chunk id: how it was, and how it is since */
    public function __construct(Piece $piece, array $chunks)
    {
        $this->piece = $piece;
        $this->chunks = $chunks;
    }

    public function of(): Piece
    {
        return $this->piece;
    }

    /** @return array<int, State> by chunk id: how they were before, or are after */
    public function states(bool $after): array
    {
        return array_map(static fn (array $states): array => $states[$after ? 1 : 0], $this->chunks);
    }
}
