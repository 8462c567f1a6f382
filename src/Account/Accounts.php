<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Entity\EmailAddress;
use App\Shared\Entity\Program;
use App\Shared\Entity\User;
use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;

final readonly class Accounts
{
    public function __construct(private EntityManagerInterface $entities, private UserPasswordHasherInterface $hasher)
    {
    }

    public function create(Program $program, string $email, string $password): User
    {
        $user = new User($program, $email);
        $user->setPassword($this->hasher->hashPassword($user, $password));
        $this->entities->persist($program);
        $this->entities->persist($user);
        $this->entities->flush();

        return $user;
    }

    public function find(string $email): ?User
    {
        return $this->entities->getRepository(User::class)->findOneBy(['email' => EmailAddress::normal($email)]);
    }

    /** @return bool false if another account has this address, also one that takes it in the same moment */
    public function changeEmail(User $user, string $email): bool
    {
        $holder = $this->find($email);
        if (null !== $holder && $holder !== $user) {
            return false;
        }
        $user->setEmail($email);
        try {
            $this->entities->flush();
        } catch (UniqueConstraintViolationException) {
            return false;
        }

        return true;
    }

    /** Ends every session and key that was given out under the old one. */
    public function setPassword(User $user, string $password): void
    {
        $user->setPassword($this->hasher->hashPassword($user, $password));
        $user->beginEpoch();
        $this->entities->flush();
    }

    public function count(): int
    {
        return $this->entities->getRepository(User::class)->count([]);
    }
}
