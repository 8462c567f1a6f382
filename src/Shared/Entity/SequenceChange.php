<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/**
 * One change of a sequence.
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
class SequenceChange extends Change
{
    public const OF = 'sequence';
    public const LIMIT = 60;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Sequence $sequence;

    /** @var Snapshot how it was */
    #[ORM\Column(name: 'state_before', type: Types::JSON)]
    private array $before;

    /** @var Snapshot how it is since */
    #[ORM\Column(name: 'state_after', type: Types::JSON)]
    private array $after;

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

    public function of(): Sequence
    {
        return $this->sequence;
    }

    /** @return Snapshot how it was before, or is after */
    public function snapshot(bool $after): array
    {
        return $after ? $this->after : $this->before;
    }
}
