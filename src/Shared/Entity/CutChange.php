<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use Doctrine\ORM\Mapping as ORM;

/**
 * One change of a piece's cut, so that it can be undone and done again.
 *
 * @phpstan-type State array{own: bool, removed: bool, edges: string}
 */
#[ORM\Entity]
#[ORM\Index(columns: ['piece_id', 'id'])]
class CutChange implements BelongsToProgram
{
    use ProgramRow;

    /** Changes of a piece that can be undone. */
    public const LIMIT = 100;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Piece $piece;

    /** @var array<int, array{State, State}> by chunk id: how it was, and how it is since */
    #[ORM\Column]
    private array $chunks;

    #[ORM\Column]
    private bool $undone = false;

    /** @param array<int, array{State, State}> $chunks by chunk id: how it was, and how it is since */
    public function __construct(Piece $piece, array $chunks)
    {
        $this->piece = $piece;
        $this->chunks = $chunks;
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getPiece(): Piece
    {
        return $this->piece;
    }

    /** @return array<int, array{State, State}> */
    public function getChunks(): array
    {
        return $this->chunks;
    }

    public function isUndone(): bool
    {
        return $this->undone;
    }

    public function setUndone(bool $undone): void
    {
        $this->undone = $undone;
    }
}
