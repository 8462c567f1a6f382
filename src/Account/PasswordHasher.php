<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Shares\StillThere;
use Symfony\Component\PasswordHasher\Hasher\NativePasswordHasher;
use Symfony\Component\PasswordHasher\PasswordHasherInterface;

/** Hashes passwords, which is made to cost a server much: for somebody who still waits for it, and nobody else. */
final readonly class PasswordHasher implements PasswordHasherInterface
{
    private NativePasswordHasher $native;

    /** @param int $cost each one more doubles the time */
    public function __construct(private StillThere $stillThere, int $cost)
    {
        $this->native = new NativePasswordHasher(cost: $cost);
    }

    /** @throws NobodyWaits */
    public function hash(#[\SensitiveParameter] string $plainPassword): string
    {
        $this->ask('A password is hashed.');

        return $this->native->hash($plainPassword);
    }

    /** @throws NobodyWaits */
    public function verify(string $hashedPassword, #[\SensitiveParameter] string $plainPassword): bool
    {
        $this->ask('A password is tried.');

        return $this->native->verify($hashedPassword, $plainPassword);
    }

    public function needsRehash(string $hashedPassword): bool
    {
        return $this->native->needsRehash($hashedPassword);
    }

    private function ask(string $why): void
    {
        if (!$this->stillThere->tells($why)) {
            throw new NobodyWaits();
        }
    }
}
