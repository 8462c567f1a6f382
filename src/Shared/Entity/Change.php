<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use Doctrine\ORM\Mapping as ORM;

/** One change that can be undone and done again, with how it was before and how it is since. */
#[ORM\MappedSuperclass]
abstract class Change implements BelongsToProgram
{
    use ProgramRow;

    /**
     * The field that tells what was changed.
     *
     * @var string
     */
    public const OF = '';
    /**
     * Changes of one of them that can be undone.
     *
     * @var positive-int
     */
    public const LIMIT = 100;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\Column]
    private bool $undone = false;

    public function getId(): ?int
    {
        return $this->id;
    }

    /** What was changed. */
    abstract public function of(): BelongsToProgram;

    public function isUndone(): bool
    {
        return $this->undone;
    }

    public function setUndone(bool $undone): void
    {
        $this->undone = $undone;
    }
}
