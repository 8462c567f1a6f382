<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use CoinStair\Core\Progress\Said;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Score\Instrument;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** Where a teacher said that a group of a class stands with a skill: who, when and why. Taken back, never changed or deleted. */
#[ORM\Entity]
#[ORM\Index(columns: ['class_id', 'code', 'instrument'])]
class SaidState implements BelongsToProgram
{
    use ProgramRow;

    /** A class keeps at most so many that count. */
    public const LIMIT = 2000;
    public const WHY = 300;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private SchoolClass $class;

    #[ORM\Column(length: 60)]
    private string $code;

    #[ORM\Column(length: 8, enumType: Instrument::class)]
    private Instrument $instrument;

    #[ORM\Column(length: 12, enumType: State::class)]
    private State $state;

    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    private \DateTimeImmutable $day;

    #[ORM\Column(length: self::WHY)]
    private string $why;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(onDelete: 'SET NULL')]
    private ?User $account;

    #[ORM\Column]
    private \DateTimeImmutable $madeAt;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $takenBackAt = null;

    public function __construct(SchoolClass $class, Said $said, ?User $account, \DateTimeImmutable $madeAt)
    {
        $this->class = $class;
        $this->code = $said->code;
        $this->instrument = $said->instrument;
        $this->state = $said->state;
        $this->day = new \DateTimeImmutable($said->day);
        $this->why = mb_substr(trim($said->why), 0, self::WHY);
        $this->account = $account;
        $this->madeAt = $madeAt;
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getClass(): SchoolClass
    {
        return $this->class;
    }

    public function getCode(): string
    {
        return $this->code;
    }

    public function getInstrument(): Instrument
    {
        return $this->instrument;
    }

    public function getState(): State
    {
        return $this->state;
    }

    public function getDay(): \DateTimeImmutable
    {
        return $this->day;
    }

    public function getWhy(): string
    {
        return $this->why;
    }

    /** The address of who said it; empty for an account that is gone. */
    public function getWho(): string
    {
        return $this->account?->getUserIdentifier() ?? '';
    }

    public function getMadeAt(): \DateTimeImmutable
    {
        return $this->madeAt;
    }

    public function isTakenBack(): bool
    {
        return null !== $this->takenBackAt;
    }

    public function takeBack(\DateTimeImmutable $at): void
    {
        $this->takenBackAt ??= $at;
    }

    public function said(): Said
    {
        return new Said(
            $this->code,
            $this->instrument,
            $this->state,
            $this->day->format('Y-m-d'),
            $this->getWho(),
            $this->why,
            (int) $this->id,
        );
    }
}
