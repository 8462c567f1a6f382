<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use Doctrine\ORM\Mapping as ORM;

/** A link by which somebody sets a new password: it works once, and for a time. Only a hash of it is kept. */
#[ORM\Entity]
class PasswordLink
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne(fetch: 'EAGER')]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private User $account;

    #[ORM\Column(length: 64, unique: true, options: ['fixed' => true])]
    private string $hash;

    #[ORM\Column]
    private \DateTimeImmutable $expiresAt;

    public function __construct(User $account, string $secret, \DateTimeImmutable $expiresAt)
    {
        $this->account = $account;
        $this->hash = self::hash($secret);
        $this->expiresAt = $expiresAt;
    }

    public static function hash(string $secret): string
    {
        return hash('sha256', $secret);
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getAccount(): User
    {
        return $this->account;
    }

    public function isOf(string $secret): bool
    {
        return hash_equals($this->hash, self::hash($secret));
    }

    public function worksAt(\DateTimeImmutable $now): bool
    {
        return $now < $this->expiresAt;
    }
}
