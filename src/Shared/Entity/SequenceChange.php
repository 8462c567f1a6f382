<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/**
 * One change of a sequence, so that it can be undone and done again.
 *
 * @phpstan-import-type State from Step
 *
 * @phpstan-type Snapshot array{
 *     settings: array{
 *         goal: int, comfort: float|null, method: string, instruments: list<string>, slow: string, contact: string, cut: list<int>,
 *         skipped: list<string>,
 *     },
 *     steps: array<int, State>,
 * }
 */
#[ORM\Entity]
#[ORM\Index(columns: ['sequence_id', 'id'])]
class SequenceChange implements BelongsToProgram
{
    use ProgramRow;

    /** Changes of a sequence that can be undone. */
    public const LIMIT = 60;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Sequence $sequence;

    /** @var Snapshot how it was */
    #[ORM\Column(name: 'state_before', type: Types::JSON)]
    private array $before;

    /** @var Snapshot how it is since */
    #[ORM\Column(name: 'state_after', type: Types::JSON)]
    private array $after;

    #[ORM\Column]
    private bool $undone = false;

    /**
     * @param Snapshot $before
     * @param Snapshot $after
     */
    public function __construct(Sequence $sequence, array $before, array $after)
    {
        $this->sequence = $sequence;
        $this->before = $before;
        $this->after = $after;
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getSequence(): Sequence
    {
        return $this->sequence;
    }

    /** @return Snapshot how it was before, or is after */
    public function snapshot(bool $after): array
    {
        return $after ? $this->after : $this->before;
    }

    public function isUndone(): bool
    {
        return $this->undone;
    }

    public function setUndone(bool $undone): void
    {
        $this->undone = $undone;
    }
}
