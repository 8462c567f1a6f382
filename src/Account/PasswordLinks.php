<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Entity\PasswordLink;
use App\Shared\Entity\User;
use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;

/** Links by which somebody sets a new password: each works once, within two hours. */
final readonly class PasswordLinks
{
    private const WORKS_FOR = '2 hours';

    public function __construct(private EntityManagerInterface $entities, private Accounts $accounts, private ClockInterface $clock)
    {
    }

    /** @return string the secret of the link; it is kept nowhere */
    public function make(User $account): string
    {
        $secret = rtrim(strtr(base64_encode(random_bytes(32)), '+/', '-_'), '=');
        $this->entities->persist(new PasswordLink($account, $secret, $this->clock->now()->modify('+'.self::WORKS_FOR)));
        $this->entities->flush();

        return $secret;
    }

    public function accountOf(string $secret): ?User
    {
        return $this->find($secret)?->getAccount();
    }

    /** Sets the password, and ends this link and all others of its account. */
    public function use(string $secret, string $password): void
    {
        $this->entities->wrapInTransaction(function () use ($secret, $password): void {
            $link = $this->find($secret);
            if (null === $link) {
                return;
            }
            $account = $link->getAccount();
            $this->entities->lock($account, LockMode::PESSIMISTIC_WRITE);
            $this->accounts->setPassword($account, $password);
            $this->entities
                ->createQuery('DELETE FROM '.PasswordLink::class.' l WHERE l.account = :account')
                ->execute(['account' => $account]);
        });
    }

    private function find(string $secret): ?PasswordLink
    {
        $link = $this->entities->getRepository(PasswordLink::class)->findOneBy(['hash' => PasswordLink::hash($secret)]);

        return null !== $link && $link->isOf($secret) && $link->worksAt($this->clock->now()) ? $link : null;
    }
}
