<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Entity\Program;
use App\Shared\Entity\User;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use Symfony\Component\Security\Http\Event\LoginFailureEvent;

/** An address that no account has takes as long to refuse as a wrong password: neither tells which addresses there are. */
#[AsEventListener]
final readonly class SameTime
{
    public function __construct(private UserPasswordHasherInterface $hasher)
    {
    }

    public function __invoke(LoginFailureEvent $event): void
    {
        for ($thrown = $event->getException(); null !== $thrown; $thrown = $thrown->getPrevious()) {
            if ($thrown instanceof UserNotFoundException) {
                // Making a hash costs what checking one costs.
                $this->hasher->hashPassword(new User(new Program(''), 'nobody@example.org'), 'no password at all');

                return;
            }
        }
    }
}
