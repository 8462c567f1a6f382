<?php

declare(strict_types=1);

namespace App\Shared\Web;

use App\Shared\Entity\User;
use App\Shared\Tenancy\CurrentProgram;
use Doctrine\DBAL\Exception\RetryableException;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\OptimisticLockException;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;
use Symfony\Component\HttpKernel\HttpKernelInterface;
use Symfony\Component\HttpKernel\KernelEvents;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;

/**
 * Two people at one thing in the same moment. What was asked is done again from the start, on the rows as they are now: a deadlock is
 * over by then, and a form that was made of older rows is told so by its own version, with what was typed still in it. Nothing was
 * written before: one action is one transaction.
 */
#[AsEventListener(event: KernelEvents::EXCEPTION, priority: 16)]
final readonly class TryAgain
{
    private const TIMES = 3;
    private const TRIED = '_tried';

    public function __construct(
        private ManagerRegistry $doctrine,
        private EntityManagerInterface $entities,
        private CurrentProgram $program,
        private TokenStorageInterface $tokens,
    ) {
    }

    public function __invoke(ExceptionEvent $event): void
    {
        if (!self::isConflict($event->getThrowable())) {
            return;
        }
        $request = $event->getRequest();
        $tried = $request->attributes->getInt(self::TRIED);
        if ($tried >= self::TIMES) {
            $event->setThrowable(new ConflictHttpException('Somebody else changes this in the same moment.', $event->getThrowable()));

            return;
        }
        $this->beginAnew();
        $again = $request->duplicate(attributes: [self::TRIED => $tried + 1]);
        self::handOn($request, $again);
        $event->setResponse($event->getKernel()->handle($again, HttpKernelInterface::SUB_REQUEST));
        $event->allowCustomResponseCode();
    }

    private static function isConflict(\Throwable $thrown): bool
    {
        for ($one = $thrown; null !== $one; $one = $one->getPrevious()) {
            if ($one instanceof OptimisticLockException || $one instanceof RetryableException) {
                return true;
            }
        }

        return false;
    }

    /** What failed closed the entity manager: the rows of the program and of who is signed in are read again. */
    private function beginAnew(): void
    {
        if ($this->entities->isOpen()) {
            $this->entities->clear();
        } else {
            $this->doctrine->resetManager();
        }
        $token = $this->tokens->getToken();
        $user = $token?->getUser();
        if (!$user instanceof User || null === $token) {
            return;
        }
        $user = $this->entities->find(User::class, $user->getId());
        if (null !== $user) {
            $token->setUser($user);
            $this->program->enter($user->getProgram(), $this->entities);
        }
    }

    private static function handOn(Request $from, Request $to): void
    {
        if ($from->hasSession()) {
            $to->setSession($from->getSession());
        }
        $to->setLocale($from->getLocale());
    }
}
