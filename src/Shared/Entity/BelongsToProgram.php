<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use App\Shared\Tenancy\ProgramFilter;

/** A row of one program. ProgramFilter hides it from all others; ProgramGuard gives it its program. */
interface BelongsToProgram
{
    public function getProgram(): ?Program;

    public function setProgram(Program $program): void;
}
