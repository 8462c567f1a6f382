<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use CoinStair\Core\Lesson\OtherSequence;
use CoinStair\Core\Lesson\TaughtStep;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/**
 * A lesson as it was begun: its plan is a copy, so that later changes of the sequence do not rewrite what was taught.
 *
 * @phpstan-import-type Stored from TaughtStep
 */
#[ORM\Entity]
#[ORM\Index(columns: ['class_id', 'day'])]
class Lesson implements CanBePutAway
{
    use ProgramRow;
    use PutsAway;

    public const LONGEST_REMARK = 1000;
    /** Of several people, one after the other. */
    public const LONGEST_REMARKS = 4000;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private SchoolClass $class;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: true, onDelete: 'SET NULL')]
    private ?Sequence $sequence;

    #[ORM\ManyToOne(fetch: 'EAGER')]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Piece $piece;

    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    private \DateTimeImmutable $day;

    #[ORM\Column]
    private \DateTimeImmutable $startedAt;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $endedAt = null;

    /** @var list<Stored> as TaughtStep keeps its steps */
    #[ORM\Column]
    private array $plan;

    /** Entries that its log has: it only grows, so this tells one state of it from another. */
    #[ORM\Column(options: ['default' => 0])]
    private int $logSize = 0;

    /** Checksum of the ids of its entries. */
    #[ORM\Column(type: Types::BIGINT, options: ['default' => 0])]
    private int $logHash = 0;

    /** A word for next time. */
    #[ORM\Column(length: self::LONGEST_REMARKS)]
    private string $remark = '';

    /** @var list<int> pieces of a row of short ones, by id; none where it is one piece */
    #[ORM\Column(name: 'short_pieces', type: Types::JSON)]
    private array $pieces;

    /** @param list<TaughtStep> $steps */
    public function __construct(Sequence $sequence, \DateTimeImmutable $day, \DateTimeImmutable $startedAt, array $steps)
    {
        $this->class = $sequence->getClass();
        $this->sequence = $sequence;
        $this->piece = $sequence->getPiece();
        $this->pieces = $sequence->getPieces();
        $this->day = $day;
        $this->startedAt = $startedAt;
        $this->plan = array_map(static fn (TaughtStep $step): array => $step->stored(), $steps);
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getClass(): SchoolClass
    {
        return $this->class;
    }

    public function getSequence(): ?Sequence
    {
        return $this->sequence;
    }

    public function getPiece(): Piece
    {
        return $this->piece;
    }

    /** Many short pieces are played in it, not one. */
    public function isRow(): bool
    {
        return [] !== $this->pieces;
    }

    /** @return list<int> ids of a row of short pieces; none where it is one piece */
    public function getPieces(): array
    {
        return $this->pieces;
    }

    public function getDay(): \DateTimeImmutable
    {
        return $this->day;
    }

    public function moveTo(\DateTimeImmutable $day): void
    {
        $this->day = $day;
    }

    /** It was with another class, or by another sequence: its steps are those of that sequence, where there is one. */
    public function moveToSequence(SchoolClass $class, ?Sequence $sequence): void
    {
        $other = $sequence?->asOther() ?? new OtherSequence([]);
        $this->plan = array_map(static fn (TaughtStep $step): array => $step->stored(), $other->take($this->steps()));
        $this->class = $class;
        $this->sequence = $sequence;
    }

    public function getStartedAt(): \DateTimeImmutable
    {
        return $this->startedAt;
    }

    public function getEndedAt(): ?\DateTimeImmutable
    {
        return $this->endedAt;
    }

    public function isOpen(): bool
    {
        return null === $this->endedAt;
    }

    /** Accepts it. Done a second time, the first time holds; a second remark is added to the first. */
    public function end(\DateTimeImmutable $at, string $remark): void
    {
        $this->endedAt ??= $at;
        if ('' !== $remark && $remark !== $this->remark) {
            $this->remark = '' === $this->remark ? $remark : $this->remark."\n".$remark;
        }
    }

    /** @return list<TaughtStep> as the sequence stood when the lesson began */
    public function steps(): array
    {
        return array_map(TaughtStep::parse(...), $this->plan);
    }

    /** Beats a minute to which its sequence climbed when it began. */
    public function goalTempo(): int
    {
        foreach ($this->steps() as $step) {
            if ($step->goal() > 0) {
                return $step->goal();
            }
        }

        return $this->piece->getGoalTempo();
    }

    public function getLogSize(): int
    {
        return $this->logSize;
    }

    public function getLogHash(): int
    {
        return $this->logHash;
    }

    public function getRemark(): string
    {
        return $this->remark;
    }
}
