<?php

declare(strict_types=1);

namespace App\Shared\Web;

use App\Shared\Entity\User;
use App\Shared\Tenancy\CurrentProgram;
use Doctrine\DBAL\Exception\DriverException;
use Doctrine\DBAL\Exception\ForeignKeyConstraintViolationException;
use Doctrine\DBAL\Exception\RetryableException;
use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
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
    /** What two make at once that is there once, and what one makes of a row that the other deletes, is seen when it is tried again. */
    private const CONFLICTS = [
        OptimisticLockException::class,
        RetryableException::class,
        UniqueConstraintViolationException::class,
        ForeignKeyConstraintViolationException::class,
    ];
    /** A row was changed since it was read; the transaction was rolled back by the database while savepoints of it were open. */
    private const CODES = [1020, 1305];

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
            foreach (self::CONFLICTS as $conflict) {
                if ($one instanceof $conflict) {
                    return true;
                }
            }
            if ($one instanceof DriverException && \in_array($one->getCode(), self::CODES, true)) {
                return true;
            }
        }

        return false;
    }

    /** What failed closed the entity manager: the rows of the program and of who is signed in are read again. */
    private function beginAnew(): void
    {
        $this->leaveTransaction();
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

    /**
     * A transaction that the database rolled back by itself has no savepoints any more, so Doctrine's way back out of it may fail half-way:
     * all that is done later would be within a transaction that nobody ends.
     */
    private function leaveTransaction(): void
    {
        $database = $this->entities->getConnection();
        try {
            while ($database->isTransactionActive()) {
                $database->rollBack();
            }
        } catch (DriverException) {
            $database->close();
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
