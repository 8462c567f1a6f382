<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use CoinStair\Core\Score\Instrument;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** The violas of a class, and how many they are. */
#[ORM\Entity]
#[ORM\UniqueConstraint(columns: ['class_id', 'instrument'])]
class InstrumentGroup implements BelongsToProgram
{
    use ProgramRow;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne(inversedBy: 'groups')]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private SchoolClass $class;

    #[ORM\Column(length: 10, enumType: Instrument::class)]
    private Instrument $instrument;

    #[ORM\Column(type: Types::SMALLINT)]
    private int $players;

    public function __construct(SchoolClass $class, Instrument $instrument, int $players)
    {
        $this->class = $class;
        $this->instrument = $instrument;
        $this->players = $players;
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getClass(): SchoolClass
    {
        return $this->class;
    }

    public function getInstrument(): Instrument
    {
        return $this->instrument;
    }

    public function getPlayers(): int
    {
        return $this->players;
    }

    public function setPlayers(int $players): void
    {
        $this->players = $players;
    }
}
