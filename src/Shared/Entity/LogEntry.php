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
class LogEntry implements BelongsToProgram
{
    use ProgramRow;

    #[ORM\Id, ORM\Column(length: 36, options: ['fixed' => true])]
    private string $id;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Lesson $lesson;

    /** Id of the step in the lesson's plan. */
    #[ORM\Column(length: 20)]
    private string $step;

    #[ORM\Column(length: 10, enumType: EntryKind::class)]
    private EntryKind $kind;

    #[ORM\Column(type: Types::SMALLINT)]
    private int $tempo;

    /** Milliseconds since 1970 by the device's clock. */
    #[ORM\Column(name: 'made_at', type: Types::BIGINT)]
    private int $madeAt;

    #[ORM\Column(name: 'device_count')]
    private int $count;

    #[ORM\Column(length: 500)]
    private string $text;

    public function __construct(Lesson $lesson, Entry $entry)
    {
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
        return new Entry($this->id, $this->step, $this->kind, $this->tempo, $this->madeAt, $this->count, $this->text);
    }
}
