<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Override as Setting;
use CoinStair\Core\Score\OverrideKind;
use Doctrine\ORM\Mapping as ORM;

/** A finger, string, direction or amount of bow that a teacher set of one note, for one class or for all. */
#[ORM\Entity]
#[ORM\Table(name: 'hand_override')]
#[ORM\Index(columns: ['piece_id', 'instrument'])]
class Override implements BelongsToProgram
{
    use ProgramRow;

    /** A piece holds at most so many. */
    public const LIMIT = 2000;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Piece $piece;

    /** None: for all classes. */
    #[ORM\ManyToOne]
    #[ORM\JoinColumn(onDelete: 'CASCADE')]
    private ?SchoolClass $class;

    #[ORM\Column(length: 8, enumType: Instrument::class)]
    private Instrument $instrument;

    /** Id of the event. */
    #[ORM\Column(length: 60)]
    private string $note;

    #[ORM\Column(length: 8)]
    private string $pitch;

    #[ORM\Column(length: 10, enumType: OverrideKind::class)]
    private OverrideKind $kind;

    #[ORM\Column(length: 10)]
    private string $value;

    public function __construct(Piece $piece, ?SchoolClass $class, Instrument $instrument, Setting $setting)
    {
        $this->piece = $piece;
        $this->class = $class;
        $this->instrument = $instrument;
        $this->note = $setting->note;
        $this->pitch = $setting->pitch;
        $this->kind = $setting->kind;
        $this->value = $setting->value;
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getPiece(): Piece
    {
        return $this->piece;
    }

    public function getClass(): ?SchoolClass
    {
        return $this->class;
    }

    public function getInstrument(): Instrument
    {
        return $this->instrument;
    }

    /** The same note in a newer state of the score. */
    public function move(string $note): void
    {
        $this->note = $note;
    }

    public function setting(): Setting
    {
        return Setting::of($this->note, $this->pitch, $this->kind, $this->value);
    }

    /**
     * It sets the same thing of the same note, for the same class or for all; a string or finger takes the place of both that stood there.
     */
    public function replaces(self $other): bool
    {
        return $this->note === $other->note
            && $this->class === $other->class
            && $this->instrument === $other->instrument
            && ($this->kind === $other->kind || ($this->setting()->isOfLeftHand() && $other->setting()->isOfLeftHand()));
    }
}
