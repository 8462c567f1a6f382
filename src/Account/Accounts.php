<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Entity\Program;
use App\Shared\Entity\User;
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

    public function count(): int
    {
        return $this->entities->getRepository(User::class)->count([]);
    }
}
