<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use App\Shared\Tenancy\BelongsToProgram;
use App\Shared\Tenancy\ProgramRow;
use CoinStair\Core\Chunk\Chunk as Span;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Score\Place;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A chunk of a piece. Removed ones are kept, since logs speak of them. */
#[ORM\Entity]
class Chunk implements BelongsToProgram
{
    use ProgramRow;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne(fetch: 'EAGER')]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Piece $piece;

    #[ORM\Column(length: 10, enumType: ChunkKind::class)]
    private ChunkKind $kind;

    #[ORM\Column(type: Types::SMALLINT)]
    private int $fromPosition;

    /** Ticks. */
    #[ORM\Column]
    private int $fromOffset;

    #[ORM\Column(type: Types::SMALLINT)]
    private int $toPosition;

    #[ORM\Column]
    private int $toOffset;

    #[ORM\Column]
    private bool $lands;

    /** Part of the cut that a teacher works on; others were made by a sequence, such as joins. */
    #[ORM\Column]
    private bool $own;

    #[ORM\Column]
    private bool $removed = false;

    #[ORM\Version, ORM\Column(type: 'integer')]
    private int $version = 1;

    public function __construct(Piece $piece, Span $span, bool $own)
    {
        $this->piece = $piece;
        $this->own = $own;
        $this->cut($span);
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getPiece(): Piece
    {
        return $this->piece;
    }

    public function getKind(): ChunkKind
    {
        return $this->kind;
    }

    public function span(): Span
    {
        return Span::of($this->piece->score(), $this->kind, Place::of($this->fromPosition, $this->fromOffset), Place::of($this->toPosition, $this->toOffset), $this->lands);
    }

    public function cut(Span $span): void
    {
        $this->kind = $span->kind;
        $this->fromPosition = $span->from->position;
        $this->fromOffset = $span->from->offset;
        $this->toPosition = $span->to->position;
        $this->toOffset = $span->to->offset;
        $this->lands = $span->lands;
    }

    /** Tells this cut of this score from any other: the key of what is reckoned from it. */
    public function fingerprint(string $what): string
    {
        return $what.'.'.hash('xxh128', $this->piece->scoreText().$this->edges());
    }

    /** Tells this cut of its score from any other. */
    public function edges(): string
    {
        return json_encode([$this->kind, $this->fromPosition, $this->fromOffset, $this->toPosition, $this->toOffset, $this->lands], \JSON_THROW_ON_ERROR);
    }

    public function isOwn(): bool
    {
        return $this->own;
    }

    public function setOwn(bool $own): void
    {
        $this->own = $own;
    }

    public function isRemoved(): bool
    {
        return $this->removed;
    }

    public function setRemoved(bool $removed): void
    {
        $this->removed = $removed;
    }

    public function getVersion(): int
    {
        return $this->version;
    }
}
