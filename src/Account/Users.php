<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Entity\User;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use Symfony\Component\Security\Core\User\UserInterface;
use Symfony\Component\Security\Core\User\UserProviderInterface;

/**
 * Finds who signs in by their address in its one form, and exactly so; and who is signed in by their row.
 *
 * @implements UserProviderInterface<User>
 */
final readonly class Users implements UserProviderInterface
{
    public function __construct(private Accounts $accounts, private EntityManagerInterface $entities)
    {
    }

    public function loadUserByIdentifier(string $identifier): UserInterface
    {
        return $this->accounts->find($identifier) ?? throw new UserNotFoundException();
    }

    public function refreshUser(UserInterface $user): UserInterface
    {
        $id = $user instanceof User ? $user->getId() : null;

        return (null === $id ? null : $this->entities->find(User::class, $id)) ?? throw new UserNotFoundException();
    }

    public function supportsClass(string $class): bool
    {
        return User::class === $class;
    }
}
