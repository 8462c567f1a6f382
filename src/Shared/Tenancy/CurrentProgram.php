<?php

declare(strict_types=1);

namespace App\Shared\Tenancy;

use App\Shared\Entity\BelongsToProgram;
use App\Shared\Entity\Program;
use Doctrine\Bundle\DoctrineBundle\Attribute\AsDoctrineListener;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\Event\PrePersistEventArgs;
use Doctrine\ORM\Events;
use Symfony\Contracts\Service\ResetInterface;

/** The program that the request or command works for. Sets the filter, and stamps new rows. */
#[AsDoctrineListener(event: Events::prePersist)]
final class CurrentProgram implements ResetInterface
{
    private ?Program $program = null;

    public function reset(): void
    {
        $this->program = null;
    }

    public function enter(Program $program, EntityManagerInterface $entities): void
    {
        $this->program = $program;
        $entities
            ->getFilters()
            ->getFilter(ProgramFilter::NAME)
            ->setParameter(ProgramFilter::PARAMETER, (string) $program->getId(), Types::INTEGER);
    }

    /** @throws \LogicException if no program was entered */
    public function get(): Program
    {
        return $this->program ?? throw new \LogicException('No program was entered.');
    }

    /** Its id; none where no program was entered. */
    public function id(): ?int
    {
        return $this->program?->getId();
    }

    public function prePersist(PrePersistEventArgs $event): void
    {
        $row = $event->getObject();
        if (!$row instanceof BelongsToProgram) {
            return;
        }
        if (null === $row->getProgram()) {
            $row->setProgram($this->get());
        } elseif (null !== $this->program && $row->getProgram() !== $this->program) {
            throw new \LogicException('A row of another program is not written.');
        }
    }
}
