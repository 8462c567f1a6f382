<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Security\Core\User\EquatableInterface;
use Symfony\Component\Security\Core\User\PasswordAuthenticatedUserInterface;
use Symfony\Component\Security\Core\User\UserInterface;

/** A teacher's account. Found across programs by its e-mail address, since it is what tells the program. */
#[ORM\Entity]
#[ORM\Table(name: 'account')]
class User implements UserInterface, PasswordAuthenticatedUserInterface, EquatableInterface
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne(fetch: 'EAGER')]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Program $program;

    /** In its one form (EmailAddress); the column tells accents apart. */
    #[ORM\Column(length: EmailAddress::LONGEST, unique: true, options: ['collation' => 'utf8mb4_bin'])]
    private string $email;

    #[ORM\Column]
    private string $password = '';

    /** Vocabulary of this person (handbook 9); none: that of the program. */
    #[ORM\Column(length: 5, nullable: true)]
    private ?string $words = null;

    /** Grows when the password changes and when somebody signs out everywhere: sessions and keys of an earlier one are over. */
    #[ORM\Column(options: ['default' => 1])]
    private int $epoch = 1;

    public function __construct(Program $program, string $email)
    {
        $this->program = $program;
        $this->email = EmailAddress::normal($email);
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

    public function setEmail(string $email): void
    {
        $this->email = EmailAddress::normal($email);
    }

    public function getWords(): string
    {
        return $this->words ?? $this->program->getWords();
    }

    public function getOwnWords(): ?string
    {
        return $this->words;
    }

    public function setOwnWords(?string $words): void
    {
        $this->words = $words;
    }

    public function getEpoch(): int
    {
        return $this->epoch;
    }

    /** Ends every session and every key that was given out before. */
    public function beginEpoch(): void
    {
        ++$this->epoch;
    }

    public function isEqualTo(UserInterface $user): bool
    {
        return $user instanceof self && $user->id === $this->id && $user->epoch === $this->epoch;
    }

    /**
     * What a session keeps: who it is, and since when. No password, and nothing of the program.
     *
     * @return array{id: int|null, email: string, epoch: int}
     */
    public function __serialize(): array
    {
        return ['id' => $this->id, 'email' => $this->email, 'epoch' => $this->epoch];
    }

    /** @param array{id: int|null, email: string, epoch: int} $kept */
    public function __unserialize(array $kept): void
    {
        ['id' => $this->id, 'email' => $this->email, 'epoch' => $this->epoch] = $kept;
    }

    public function eraseCredentials(): void
    {
    }
}
