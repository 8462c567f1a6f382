<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A file that a task made, to be taken along; several of one task go into one archive. */
#[ORM\Entity]
#[ORM\UniqueConstraint(columns: ['task_id', 'name'])]
class TaskFile implements BelongsToProgram
{
    use ProgramRow;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Task $task;

    #[ORM\Column(length: 160)]
    private string $name;

    /** @var string|resource */
    #[ORM\Column(type: Types::BLOB, length: 4_294_967_295)]
    private mixed $content;

    public function __construct(Task $task, string $name, string $content)
    {
        $this->task = $task;
        $this->name = mb_substr($name, 0, 160);
        $this->content = $content;
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getTask(): Task
    {
        return $this->task;
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function content(): string
    {
        return (string) (\is_resource($this->content) ? stream_get_contents($this->content, -1, 0) : $this->content);
    }
}
