<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Lesson\ByHand;
use CoinStair\Core\Lesson\OrderedStep;
use CoinStair\Core\Lesson\OtherSequence;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Method\TaughtChunk;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/**
 * One place in the order of a lesson sequence (handbook 6): what is taught there, and what the teacher set of it by hand. Its stair, its
 * minutes and its lesson are reckoned. One that was taken out is kept, since logs speak of it and it can be brought back.
 *
 * @phpstan-import-type Stored from ByHand
 *
 * @phpstan-type State array{place: int, removed: bool, prompt: string, kept: string, hand: Stored, pattern: int}
 */
#[ORM\Entity]
class Step implements BelongsToProgram
{
    use ProgramRow;

    /** Longest prompt line. */
    public const PROMPT = Chunk::PROMPT;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne(inversedBy: 'steps')]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Sequence $sequence;

    #[ORM\Column(type: Types::SMALLINT)]
    private int $place = 0;

    #[ORM\Column(length: 12, enumType: StepPurpose::class)]
    private StepPurpose $purpose;

    #[ORM\ManyToOne(fetch: 'EAGER')]
    #[ORM\JoinColumn(onDelete: 'CASCADE')]
    private ?Chunk $chunk;

    /** The chunk with the same notes that was taught before, where this one is found. */
    #[ORM\ManyToOne(fetch: 'EAGER')]
    #[ORM\JoinColumn(onDelete: 'SET NULL')]
    private ?Chunk $like;

    /** Rung of the ladder of a crossing. */
    #[ORM\Column(length: 12, nullable: true, enumType: Rung::class)]
    private ?Rung $rung;

    /** Played instead of the plain line. */
    #[ORM\ManyToOne]
    #[ORM\JoinColumn(onDelete: 'SET NULL')]
    private ?RhythmPattern $pattern = null;

    /** A line for the class to see before it plays, in the teacher's own words. */
    #[ORM\Column(length: self::PROMPT)]
    private string $prompt = '';

    /** @var Stored as ByHand keeps it */
    #[ORM\Column(type: Types::JSON)]
    private array $hand = [];

    #[ORM\Column(options: ['default' => 0])]
    private bool $removed = false;

    public function __construct(Sequence $sequence, StepPurpose $purpose, ?Chunk $chunk = null, ?Chunk $like = null, ?Rung $rung = null)
    {
        $this->sequence = $sequence;
        $this->purpose = $purpose;
        $this->chunk = $chunk;
        $this->like = $like;
        $this->rung = $rung;
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getSequence(): Sequence
    {
        return $this->sequence;
    }

    public function getPlace(): int
    {
        return $this->place;
    }

    public function setPlace(int $place): void
    {
        $this->place = $place;
    }

    public function getPurpose(): StepPurpose
    {
        return $this->purpose;
    }

    public function getChunk(): ?Chunk
    {
        return $this->chunk;
    }

    public function getLike(): ?Chunk
    {
        return $this->like;
    }

    public function getRung(): ?Rung
    {
        return $this->rung;
    }

    /** As the core takes it. */
    public function ordered(): OrderedStep
    {
        return null === $this->chunk
            ? OrderedStep::unplayed($this->purpose, (string) $this->id, $this->hand())
            : OrderedStep::of(
                new TaughtChunk($this->purpose, $this->chunk->chunk(), $this->like?->chunk(), $this->rung),
                (string) $this->id,
                $this->hand(),
            );
    }

    /** What was set of it by hand. */
    public function hand(): ByHand
    {
        return ByHand::parse($this->hand, $this->sequence->getClass()->rule(), $this->getPrompt(), $this->pattern?->getFigure() ?? '');
    }

    public function setHand(ByHand $hand): void
    {
        $this->hand = $hand->stored();
    }

    /** A teacher set something of it: other than who plays it, which a round has by itself. */
    public function isSetByHand(): bool
    {
        return [] !== array_diff_key($this->hand, ['who' => true]) || null !== $this->pattern || '' !== $this->prompt;
    }

    /** What it is of any order on the piece: the same for a step that does the same with the same chunk. */
    public function key(): string
    {
        return OtherSequence::key($this->purpose, (int) $this->chunk?->getId(), $this->rung);
    }

    public function getPattern(): ?RhythmPattern
    {
        return $this->pattern;
    }

    public function setPattern(?RhythmPattern $pattern): void
    {
        $this->pattern = $pattern;
    }

    public function getPrompt(): string
    {
        return $this->prompt;
    }

    /** What was written last for its chunk in any sequence: it can be taken over; no class is shown another one's words unasked. */
    public function offeredPrompt(): string
    {
        return '' === $this->prompt && StepPurpose::Learn === $this->purpose ? (string) $this->chunk?->getPrompt() : '';
    }

    public function setPrompt(string $prompt): void
    {
        $this->prompt = $prompt;
        if (StepPurpose::Learn === $this->purpose) {
            $this->chunk?->setPrompt($prompt);
        }
    }

    public function isRemoved(): bool
    {
        return $this->removed;
    }

    public function setRemoved(bool $removed): void
    {
        $this->removed = $removed;
    }

    /** @return State all of it that a teacher can change */
    public function state(): array
    {
        return [
            'place' => $this->place,
            'removed' => $this->removed,
            'prompt' => $this->prompt,
            'kept' => $this->chunk?->getPrompt() ?? '',
            'hand' => $this->hand,
            'pattern' => (int) $this->pattern?->getId(),
        ];
    }

    /**
     * Gives it a state that it had.
     *
     * @param State              $state
     * @param RhythmPattern|null $pattern the one that the state names, if it is still there
     */
    public function restore(array $state, ?RhythmPattern $pattern): void
    {
        $this->place = $state['place'];
        $this->removed = $state['removed'];
        if ($state['prompt'] !== $this->prompt) {
            $this->setPrompt($state['prompt']);
            $this->chunk?->setPrompt($state['kept']);
        }
        $this->hand = $state['hand'];
        $this->pattern = $pattern;
    }
}
