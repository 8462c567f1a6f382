<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use Doctrine\ORM\Mapping as ORM;

/** What can be put away and brought back: out of the lists, still in the record (handbook 11). */
trait PutsAway
{
    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $putAwayAt = null;

    public function isPutAway(): bool
    {
        return null !== $this->putAwayAt;
    }

    public function putAway(\DateTimeImmutable $at): void
    {
        $this->putAwayAt ??= $at;
    }

    public function bringBack(): void
    {
        $this->putAwayAt = null;
    }
}
