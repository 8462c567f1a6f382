<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry as Entry;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A line of a lesson's log. Written once under an id that the device made; never changed. */
#[ORM\Entity(readOnly: true)]
#[ORM\Index(columns: ['lesson_id', 'made_at'])]
#[ORM\UniqueConstraint(columns: ['lesson_id', 'position'])]
class LogEntry implements BelongsToProgram
{
    use ProgramRow;

    #[ORM\Id, ORM\Column(length: 36, options: ['fixed' => true])]
    private string $id;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Lesson $lesson;

    /** Its number in the log of its lesson, from 1, in the order in which the server took it. */
    #[ORM\Column]
    private int $position;

    /** Id of the step in the lesson's plan; empty for what is said of the whole lesson. */
    #[ORM\Column(length: 20)]
    private string $step;

    #[ORM\Column(length: 10, enumType: EntryKind::class)]
    private EntryKind $kind;

    #[ORM\Column(type: Types::SMALLINT)]
    private int $tempo;

    /** Milliseconds since 1970 by the device's clock, not before the lesson began nor after the server took it. */
    #[ORM\Column(name: 'made_at', type: Types::BIGINT)]
    private int $madeAt;

    #[ORM\Column(name: 'device_count')]
    private int $count;

    #[ORM\Column(length: 500)]
    private string $text;

    /** The device that wrote it; empty for the server itself. */
    #[ORM\Column(length: 36, options: ['default' => ''])]
    private string $device;

    /** It came when the lesson had been accepted. */
    #[ORM\Column(options: ['default' => false])]
    private bool $late;

    /** Who corrected the record by it; none for what was logged in the lesson. */
    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: true, onDelete: 'SET NULL')]
    private ?User $account;

    #[ORM\Column(options: ['default' => false])]
    private bool $afterwards;

    public function __construct(Lesson $lesson, int $position, Entry $entry, bool $late = false, ?User $account = null)
    {
        $this->position = $position;
        $this->device = $entry->device;
        $this->late = $late;
        $this->account = $account;
        $this->afterwards = $entry->afterwards;
        $this->lesson = $lesson;
        $this->id = $entry->id;
        $this->step = $entry->step;
        $this->kind = $entry->kind;
        $this->tempo = $entry->tempo;
        $this->madeAt = $entry->at;
        $this->count = $entry->count;
        $this->text = $entry->text;
    }

    public function getId(): string
    {
        return $this->id;
    }

    public function getLesson(): Lesson
    {
        return $this->lesson;
    }

    public function entry(): Entry
    {
        return new Entry(
            $this->id,
            $this->step,
            $this->kind,
            $this->tempo,
            $this->madeAt,
            $this->count,
            $this->text,
            $this->device,
            $this->afterwards,
        );
    }

    public function getPosition(): int
    {
        return $this->position;
    }

    /** When it was made, by the server's clock where the server made it. */
    public function getAt(): \DateTimeImmutable
    {
        $zone = new \DateTimeZone($this->program?->getTimezone() ?? 'UTC');

        return (new \DateTimeImmutable('@'.intdiv($this->madeAt, 1000)))->setTimezone($zone);
    }

    public function isLate(): bool
    {
        return $this->late;
    }

    public function getAccount(): ?User
    {
        return $this->account;
    }
}
