<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use Doctrine\ORM\Mapping as ORM;

/** What somebody is typing and has not added to the library yet; one of each kind for each account. */
#[ORM\Entity]
#[ORM\UniqueConstraint(columns: ['user_id', 'kind'])]
class Draft implements BelongsToProgram
{
    use ProgramRow;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private User $user;

    #[ORM\Column(length: 20)]
    private string $kind;

    /** @var array<string, string> */
    #[ORM\Column]
    private array $fields = [];

    #[ORM\Column]
    private \DateTimeImmutable $changedAt;

    public function __construct(User $user, string $kind, \DateTimeImmutable $at)
    {
        $this->user = $user;
        $this->kind = $kind;
        $this->changedAt = $at;
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getUser(): User
    {
        return $this->user;
    }

    public function getKind(): string
    {
        return $this->kind;
    }

    /** @return array<string, string> */
    public function getFields(): array
    {
        return $this->fields;
    }

    /** @param array<string, string> $fields */
    public function keep(array $fields, \DateTimeImmutable $at): void
    {
        $this->fields = $fields;
        $this->changedAt = $at;
    }

    public function getChangedAt(): \DateTimeImmutable
    {
        return $this->changedAt;
    }
}
