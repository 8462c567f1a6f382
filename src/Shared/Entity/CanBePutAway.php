<?php

declare(strict_types=1);

namespace App\Shared\Entity;

/** A row of the program that can be put away and brought back (PutsAway). */
interface CanBePutAway extends BelongsToProgram
{
    public function getId(): ?int;

    public function isPutAway(): bool;

    public function putAway(\DateTimeImmutable $at): void;

    public function bringBack(): void;
}
