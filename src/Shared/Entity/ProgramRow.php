<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use Doctrine\ORM\Mapping as ORM;

trait ProgramRow
{
    #[ORM\ManyToOne(targetEntity: Program::class)]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private ?Program $program = null;

    public function getProgram(): ?Program
    {
        return $this->program;
    }

    public function setProgram(Program $program): void
    {
        if (null !== $this->program && $this->program !== $program) {
            throw new \LogicException('A row never changes its program.');
        }
        $this->program = $program;
    }
}
