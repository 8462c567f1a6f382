<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use CoinStair\Core\Method\Method;
use CoinStair\Core\Score\Instrument;
use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A lesson sequence: the steps by which a class learns a piece. */
#[ORM\Entity]
class Sequence implements CanBePutAway
{
    use ProgramRow;
    use PutsAway;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne(fetch: 'EAGER')]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private SchoolClass $class;

    #[ORM\ManyToOne(fetch: 'EAGER')]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Piece $piece;

    /** Beats a minute that this sequence climbs to. */
    #[ORM\Column(type: Types::SMALLINT)]
    private int $goalTempo;

    /** Comfort tempo of every chunk before it is practised, as a teacher typed it; none: reckoned from the moves of each chunk. */
    #[ORM\Column(nullable: true)]
    private ?float $comfort;

    #[ORM\Column(length: 12, enumType: Method::class)]
    private Method $method = Method::Forward;

    /** @var list<string> instruments that decide what is comfortable; none: all of the class */
    #[ORM\Column]
    private array $instruments = [];

    /** @var Collection<int, Step> */
    #[ORM\OneToMany(targetEntity: Step::class, mappedBy: 'sequence', cascade: ['persist', 'remove'], orphanRemoval: true)]
    #[ORM\OrderBy(['place' => 'ASC', 'id' => 'ASC'])]
    private Collection $steps;

    #[ORM\Column]
    private \DateTimeImmutable $changedAt;

    #[ORM\Version, ORM\Column(type: 'integer')]
    private int $version = 1;

    public function __construct(SchoolClass $class, Piece $piece, int $goalTempo, ?float $comfort, \DateTimeImmutable $now)
    {
        $this->class = $class;
        $this->piece = $piece;
        $this->goalTempo = $goalTempo;
        $this->comfort = $comfort;
        $this->steps = new ArrayCollection();
        $this->changedAt = $now;
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getClass(): SchoolClass
    {
        return $this->class;
    }

    public function getPiece(): Piece
    {
        return $this->piece;
    }

    public function getGoalTempo(): int
    {
        return $this->goalTempo;
    }

    public function getComfort(): ?float
    {
        return $this->comfort;
    }

    public function aim(int $goalTempo, ?float $comfort): void
    {
        $this->goalTempo = $goalTempo;
        $this->comfort = $comfort;
    }

    public function getMethod(): Method
    {
        return $this->method;
    }

    public function setMethod(Method $method): void
    {
        $this->method = $method;
    }

    /** @return list<Instrument> that decide what is comfortable: those of the class, or those that a teacher chose among them */
    public function getInstruments(): array
    {
        $all = $this->class->instruments() ?: Instrument::strings();
        $chosen = array_values(
            array_filter($all, fn (Instrument $instrument): bool => \in_array($instrument->value, $this->instruments, true)),
        );

        return [] === $chosen ? $all : $chosen;
    }

    /** @param list<Instrument> $instruments */
    public function setInstruments(array $instruments): void
    {
        $this->instruments = array_map(static fn (Instrument $instrument): string => $instrument->value, $instruments);
    }

    /** @return list<Step> in their order */
    public function steps(): array
    {
        $steps = $this->steps->toArray();
        usort($steps, static fn (Step $a, Step $b): int => $a->getPlace() <=> $b->getPlace());

        return $steps;
    }

    public function step(int $id): ?Step
    {
        foreach ($this->steps as $step) {
            if ($step->getId() === $id) {
                return $step;
            }
        }

        return null;
    }

    public function add(Step $step): void
    {
        $places = $this->steps->map(static fn (Step $other): int => $other->getPlace())->toArray();
        $step->setPlace([] === $places ? 0 : max($places) + 1);
        $this->steps->add($step);
    }

    public function remove(Step $step): void
    {
        $this->steps->removeElement($step);
    }

    public function clear(): void
    {
        $this->steps->clear();
    }

    /**
     * Puts the steps in a new order; steps that are not named stay behind the others.
     *
     * @param list<int> $ids
     */
    public function reorder(array $ids): void
    {
        $rank = array_flip($ids);
        $steps = $this->steps->toArray();
        usort(
            $steps,
            static fn (Step $a, Step $b): int => [$rank[$a->getId()] ?? \PHP_INT_MAX, $a->getPlace()] <=> [
                $rank[$b->getId()] ?? \PHP_INT_MAX,
                $b->getPlace(),
            ],
        );
        foreach ($steps as $place => $step) {
            $step->setPlace($place);
        }
    }

    /** Marks a change of its steps, so that two people who edit at once are told. */
    public function touch(\DateTimeImmutable $now): void
    {
        $this->changedAt = $now;
    }

    public function getChangedAt(): \DateTimeImmutable
    {
        return $this->changedAt;
    }

    public function getVersion(): int
    {
        return $this->version;
    }
}
