<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use CoinStair\Core\Chunk\Chunk as CoreChunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Score\Place;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A chunk of a piece. Removed ones are kept, since logs speak of them. */
#[ORM\Entity]
class Chunk implements BelongsToProgram
{
    use ProgramRow;

    /** Longest prompt line. */
    public const PROMPT = 160;

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

    /** A line for the class to see before it learns this chunk, in the teacher's own words: kept for other classes and years. */
    #[ORM\Column(length: self::PROMPT, options: ['default' => ''])]
    private string $prompt = '';

    #[ORM\Version, ORM\Column(type: 'integer')]
    private int $version = 1;

    public function __construct(Piece $piece, CoreChunk $chunk, bool $own)
    {
        $this->piece = $piece;
        $this->own = $own;
        $this->cut($chunk);
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

    /** Its music; of one that does not fit its piece the whole. */
    public function chunk(): CoreChunk
    {
        $score = $this->piece->score();

        return $this->fits() ? CoreChunk::of($score, $this->kind, $this->from(), $this->to(), $this->lands) : CoreChunk::whole($score);
    }

    /** It lies within the measures of its piece. */
    public function fits(): bool
    {
        $score = $this->piece->score();

        return $this->from()->isBefore($this->to()) && $score->holds($this->from()) && $score->holds($this->to());
    }

    /** Of its music nothing is left: it is no longer taught, and what the log says of it is said of the whole. */
    public function putAside(): void
    {
        $this->cut(CoreChunk::whole($this->piece->score()));
        $this->removed = true;
    }

    public function cut(CoreChunk $chunk): void
    {
        $this->kind = $chunk->kind;
        $this->fromPosition = $chunk->from->position;
        $this->fromOffset = $chunk->from->offset;
        $this->toPosition = $chunk->to->position;
        $this->toOffset = $chunk->to->offset;
        $this->lands = $chunk->lands;
    }

    /** Tells this cut of its score from any other. */
    public function edges(): string
    {
        return json_encode(
            [$this->kind, $this->fromPosition, $this->fromOffset, $this->toPosition, $this->toOffset, $this->lands],
            \JSON_THROW_ON_ERROR,
        );
    }

    /** Gives it the kind and place that edges() told. */
    public function cutAsTold(string $edges): void
    {
        /** @var array{string, int, int, int, int, bool} $told */
        $told = json_decode($edges, true, 4, \JSON_THROW_ON_ERROR);
        [$kind, $this->fromPosition, $this->fromOffset, $this->toPosition, $this->toOffset, $this->lands] = $told;
        $this->kind = ChunkKind::from($kind);
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

    public function getPrompt(): string
    {
        return $this->prompt;
    }

    public function setPrompt(string $prompt): void
    {
        $this->prompt = $prompt;
    }

    public function getVersion(): int
    {
        return $this->version;
    }

    private function from(): Place
    {
        return Place::of($this->fromPosition, $this->fromOffset);
    }

    private function to(): Place
    {
        return Place::of($this->toPosition, $this->toOffset);
    }
}
