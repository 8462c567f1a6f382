<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use CoinStair\Core\Score\Notice;
use Doctrine\ORM\Mapping as ORM;

/**
 * Something that is done in the background for a program: what was asked, how far it is, and what came of it. It is gone on with in short
 * turns, so that a long one of one program does not hold up those of the others.
 *
 * @phpstan-import-type Stored from Notice
 */
#[ORM\Entity]
#[ORM\UniqueConstraint(columns: ['program_id', 'subject'])]
#[ORM\Index(columns: ['program_id', 'id'])]
class Task implements BelongsToProgram
{
    use ProgramRow;

    public const NAME = 160;
    private const PROBLEM = 1000;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\Column(length: 20)]
    private TaskKind $kind;

    /** What it is about, for people: the name of a book, of a class. */
    #[ORM\Column(length: self::NAME)]
    private string $name;

    /** What it is about, while it is not over: the same is not begun twice. */
    #[ORM\Column(length: 64, nullable: true)]
    private ?string $subject;

    /** @var array<string, string> */
    #[ORM\Column]
    private array $asked;

    #[ORM\Column(length: 10)]
    private TaskState $state = TaskState::Waiting;

    #[ORM\Column]
    private int $done = 0;

    /** Of how many; 0 while nobody knows. */
    #[ORM\Column]
    private int $total = 0;

    /** @var array<string, string> what it made, for whoever goes on from there */
    #[ORM\Column]
    private array $made = [];

    /** Why it did not go well: a notice as it is stored, or a sentence of an earlier release. */
    #[ORM\Column(length: self::PROBLEM)]
    private string $problem = '';

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: true, onDelete: 'SET NULL')]
    private ?User $account;

    #[ORM\Column]
    private \DateTimeImmutable $begunAt;

    #[ORM\Column]
    private \DateTimeImmutable $changedAt;

    /** @param array<string, string> $asked */
    public function __construct(TaskKind $kind, string $name, string $subject, array $asked, ?User $account, \DateTimeImmutable $at)
    {
        $this->kind = $kind;
        $this->name = mb_substr($name, 0, self::NAME);
        $this->subject = '' === $subject ? null : $subject;
        $this->asked = $asked;
        $this->account = $account;
        $this->begunAt = $this->changedAt = $at;
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getKind(): TaskKind
    {
        return $this->kind;
    }

    public function getName(): string
    {
        return $this->name;
    }

    /** None where it may be begun as often as one likes, or it is over. */
    public function getSubject(): ?string
    {
        return $this->subject;
    }

    public function asked(string $what): string
    {
        return $this->asked[$what] ?? '';
    }

    public function getState(): TaskState
    {
        return $this->state;
    }

    public function getDone(): int
    {
        return $this->done;
    }

    public function getTotal(): int
    {
        return $this->total;
    }

    /** One more of what it makes, while it is under way. */
    public function count(string $what): void
    {
        $this->made[$what] = (string) (1 + (int) ($this->made[$what] ?? 0));
    }

    /** @return array<string, int> */
    public function counts(): array
    {
        return array_map(intval(...), $this->made);
    }

    /** @return array<string, string> */
    public function getMade(): array
    {
        return $this->made;
    }

    /** Why it did not go well; none where it did. */
    public function getProblem(): ?Notice
    {
        /** @var Stored|null $stored as fail() kept it */
        $stored = json_decode($this->problem, true);

        return match (true) {
            '' === $this->problem => null,
            \is_array($stored) => Notice::parse($stored),
            default => Notice::word($this->problem),
        };
    }

    public function getAccount(): ?User
    {
        return $this->account;
    }

    public function getBegunAt(): \DateTimeImmutable
    {
        return $this->begunAt;
    }

    public function getChangedAt(): \DateTimeImmutable
    {
        return $this->changedAt;
    }

    public function isOver(): bool
    {
        return $this->state->isOver();
    }

    /** It is so far. */
    public function reach(int $done, int $total, \DateTimeImmutable $at): void
    {
        $this->state = TaskState::Running;
        $this->done = $done;
        $this->total = max($done, $total);
        $this->changedAt = $at;
    }

    /** @param array<string, string> $made */
    public function finish(array $made, \DateTimeImmutable $at): void
    {
        $this->end(TaskState::Done, $at);
        $this->made = $made;
    }

    public function fail(Notice $problem, \DateTimeImmutable $at): void
    {
        $this->end(TaskState::Failed, $at);
        $stored = json_encode($problem->stored(), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);
        $this->problem = mb_strlen($stored) > self::PROBLEM ? mb_substr($problem->text(), 0, self::PROBLEM) : $stored;
    }

    /** Once more, from where it was when it failed. */
    public function retry(\DateTimeImmutable $at): void
    {
        $this->state = TaskState::Waiting;
        $this->problem = '';
        $this->changedAt = $at;
    }

    private function end(TaskState $state, \DateTimeImmutable $at): void
    {
        $this->state = $state;
        $this->subject = null;
        $this->changedAt = $at;
    }
}
