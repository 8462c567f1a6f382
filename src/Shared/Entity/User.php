<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Security\Core\User\PasswordAuthenticatedUserInterface;
use Symfony\Component\Security\Core\User\UserInterface;

/** A teacher's account. Found across programs by its e-mail address, since it is what tells the program. */
#[ORM\Entity]
#[ORM\Table(name: 'account')]
class User implements UserInterface, PasswordAuthenticatedUserInterface
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne(fetch: 'EAGER')]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Program $program;

    #[ORM\Column(length: 180, unique: true)]
    private string $email;

    #[ORM\Column]
    private string $password = '';

    public function __construct(Program $program, string $email)
    {
        $this->program = $program;
        $this->email = mb_strtolower(trim($email));
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getProgram(): Program
    {
        return $this->program;
    }

    /** @return non-empty-string */
    public function getUserIdentifier(): string
    {
        return '' === $this->email ? throw new \LogicException('An account has an e-mail address.') : $this->email;
    }

    public function getRoles(): array
    {
        return ['ROLE_TEACHER'];
    }

    public function getPassword(): string
    {
        return $this->password;
    }

    public function setPassword(string $hash): void
    {
        $this->password = $hash;
    }

    public function eraseCredentials(): void
    {
    }
}
