<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Sequence\Mode;
use CoinStair\Core\Sequence\Step as CoreStep;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Stair;
use CoinStair\Core\Standing\Matter;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** One step of a lesson sequence (handbook 6). */
#[ORM\Entity]
class Step implements BelongsToProgram
{
    use ProgramRow;

    /** Longest prompt line. */
    public const PROMPT = 160;

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
    private ?Chunk $like = null;

    /** Rung of the ladder of a crossing. */
    #[ORM\Column(length: 12, nullable: true, enumType: Rung::class)]
    private ?Rung $rung = null;

    /** Played instead of the plain line. */
    #[ORM\ManyToOne]
    #[ORM\JoinColumn(onDelete: 'SET NULL')]
    private ?RhythmPattern $pattern = null;

    #[ORM\Column(length: 10, enumType: Mode::class)]
    private Mode $mode = Mode::Bow;

    /** @var list<int> beats a minute; none where nothing is played */
    #[ORM\Column]
    private array $treads;

    #[ORM\Column(length: 10, enumType: GoingOn::class)]
    private GoingOn $goingOn;

    #[ORM\Column(type: Types::SMALLINT)]
    private int $coins;

    #[ORM\Column(type: Types::SMALLINT)]
    private int $missesDown;

    /** How often the stair is climbed, by different players. */
    #[ORM\Column(type: Types::SMALLINT)]
    private int $turns = 1;

    /** A line for the class to see before it plays. */
    #[ORM\Column(length: self::PROMPT)]
    private string $prompt = '';

    public function __construct(Sequence $sequence, StepPurpose $purpose, ?Chunk $chunk, ?Stair $stair, CoinRule $rule)
    {
        $this->sequence = $sequence;
        $this->purpose = $purpose;
        $this->chunk = $chunk;
        $this->treads = $stair->treads ?? [];
        $this->goingOn = $rule->goingOn;
        $this->coins = $rule->count;
        $this->missesDown = $rule->missesDown;
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

    public function setLike(?Chunk $like): void
    {
        $this->like = $like;
    }

    public function getRung(): ?Rung
    {
        return $this->rung;
    }

    public function setRung(?Rung $rung): void
    {
        $this->rung = $rung;
    }

    public function getMode(): Mode
    {
        return $this->mode;
    }

    public function setMode(Mode $mode): void
    {
        $this->mode = $mode;
    }

    public function step(): CoreStep
    {
        return new CoreStep(
            $this->purpose,
            $this->stair(),
            $this->rule($this->sequence->getClass()->getTreadsBack()),
            $this->rung,
            $this->mode,
            $this->turns,
            $this->prompt,
            $this->pattern?->getFigure() ?? '',
        );
    }

    /** What it teaches, as the record of the class names it. */
    public function matter(): Matter
    {
        return Matter::of((string) $this->chunk?->getId(), $this->rung);
    }

    /** None where nothing is played. */
    public function stair(): ?Stair
    {
        return [] === $this->treads ? null : Stair::ofTreads($this->treads);
    }

    public function climb(Stair $stair): void
    {
        $this->treads = $stair->treads;
    }

    private function rule(int $treadsBack): CoinRule
    {
        return CoinRule::of($this->goingOn, $this->coins, $this->missesDown, $treadsBack);
    }

    public function getCoins(): int
    {
        return $this->coins;
    }

    public function setCoins(int $coins): void
    {
        $this->coins = $coins;
    }

    public function getGoingOn(): GoingOn
    {
        return $this->goingOn;
    }

    public function setGoingOn(GoingOn $goingOn): void
    {
        $this->goingOn = $goingOn;
    }

    public function getPattern(): ?RhythmPattern
    {
        return $this->pattern;
    }

    public function setPattern(?RhythmPattern $pattern): void
    {
        $this->pattern = $pattern;
    }

    public function getTurns(): int
    {
        return $this->turns;
    }

    public function setTurns(int $turns): void
    {
        $this->turns = $turns;
    }

    public function getPrompt(): string
    {
        return $this->prompt;
    }

    public function setPrompt(string $prompt): void
    {
        $this->prompt = $prompt;
    }
}
