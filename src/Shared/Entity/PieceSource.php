<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** The file or text from which a piece was read, kept as it came (handbook 2). */
#[ORM\Entity]
class PieceSource implements BelongsToProgram
{
    use ProgramRow;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\OneToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Piece $piece;

    #[ORM\Column(length: 255)]
    private string $fileName;

    /** @var string|resource gzip-packed */
    #[ORM\Column(type: Types::BLOB, length: 4_294_967_295)]
    private mixed $packed;

    public function __construct(Piece $piece, string $fileName, string $bytes)
    {
        $this->piece = $piece;
        $this->renew($fileName, $bytes);
    }

    public function renew(string $fileName, string $bytes): void
    {
        $this->fileName = mb_substr($fileName, 0, 255);
        $this->packed = (string) gzencode($bytes, 6);
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getPiece(): Piece
    {
        return $this->piece;
    }

    public function getFileName(): string
    {
        return $this->fileName;
    }

    public function bytes(): string
    {
        $packed = \is_resource($this->packed) ? stream_get_contents($this->packed, -1, 0) : $this->packed;

        return (string) gzdecode((string) $packed);
    }
}
