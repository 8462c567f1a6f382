<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\FirstContact;
use CoinStair\Core\Lesson\OtherSequence;
use CoinStair\Core\Lesson\OwnStep;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Lesson\WarmUp;
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
    /** Grows with a release that plans otherwise, so that each page says so once. */
    private const RULES = 1;

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

    /** What is done about a group that would hold the rest back; none: as the class has it. */
    #[ORM\Column(length: 10, nullable: true, enumType: SlowGroup::class)]
    private ?SlowGroup $slow = null;

    /** How the class meets what it plays for the first time; none: as the class has it. */
    #[ORM\Column(length: 10, nullable: true, enumType: FirstContact::class)]
    private ?FirstContact $contact = null;

    /** @var list<int> chunks of the cut on which it was built, by id: later lessons and settings do not move its borders */
    #[ORM\Column(type: Types::JSON)]
    private array $cut = [];

    /** @var list<string> what a teacher took out of what lessons ask for by themselves, as OwnStep is stored */
    #[ORM\Column(type: Types::JSON)]
    private array $skipped = [];

    /** @var list<string> warm-ups that a teacher asked for in a lesson, as OwnStep is stored */
    #[ORM\Column(type: Types::JSON)]
    private array $asked = [];

    /** The rules by which its stairs were reckoned when a teacher last saw them. */
    #[ORM\Column(type: Types::SMALLINT, options: ['default' => 0])]
    private int $rules = self::RULES;

    /** @var list<int> pieces of a row of short ones, by id; none where it is one piece */
    #[ORM\Column(name: 'short_pieces', type: Types::JSON)]
    private array $pieces = [];

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

    public function getSlow(): SlowGroup
    {
        return $this->slow ?? $this->class->getSlow();
    }

    public function getContact(): FirstContact
    {
        return $this->contact ?? $this->class->getContact();
    }

    /** Sets what differs from how the class has it. */
    public function teachWith(SlowGroup $slow, FirstContact $contact): void
    {
        $this->slow = $slow === $this->class->getSlow() ? null : $slow;
        $this->contact = $contact === $this->class->getContact() ? null : $contact;
    }

    public function aimed(): Aim
    {
        return new Aim(
            $this->goalTempo,
            $this->getInstruments(),
            $this->getSlow(),
            $this->getContact(),
            $this->comfort,
            skipped: $this->skipped(),
            asked: OwnStep::parseAll($this->asked),
        );
    }

    /** @return list<int> ids of the chunks on whose borders it was built */
    public function getCut(): array
    {
        return $this->cut;
    }

    /** @param list<int> $chunks ids */
    public function setCut(array $chunks): void
    {
        $this->cut = $chunks;
    }

    /** @return list<OwnStep> what a teacher took out */
    public function skipped(): array
    {
        return OwnStep::parseAll($this->skipped);
    }

    /** Takes out something that a lesson asks for by itself; a second time brings it back. */
    public function skip(OwnStep $own): void
    {
        $stored = $own->stored();
        $this->skipped = \in_array($stored, $this->skipped, true)
            ? array_values(array_diff($this->skipped, [$stored]))
            : [...$this->skipped, $stored];
    }

    /** Asks for a warm-up in a lesson; that it was left out there counts no more. */
    public function askFor(int $lesson, WarmUp $warmUp): void
    {
        $stored = OwnStep::warmUp($lesson, $warmUp)->stored();
        $this->asked = array_values(array_unique([...$this->asked, $stored]));
        $this->skipped = array_values(array_diff($this->skipped, [$stored]));
    }

    /** @return list<int> ids of the pieces of a row of short ones; none where it is one piece */
    public function getPieces(): array
    {
        return $this->pieces;
    }

    /** That of its piece; of a row of short ones that of the first, and how many more there are. */
    public function title(): string
    {
        return $this->piece->getTitle().(\count($this->pieces) > 1 ? ' + '.(\count($this->pieces) - 1) : '');
    }

    /** Many short pieces, not one. */
    public function isRow(): bool
    {
        return [] !== $this->pieces;
    }

    /** @param list<int> $pieces ids */
    public function setPieces(array $pieces): void
    {
        $this->pieces = $pieces;
    }

    /** @return list<Step> in their order, without those that were taken out */
    public function steps(): array
    {
        $steps = $this->steps->filter(static fn (Step $step): bool => !$step->isRemoved())->toArray();
        usort($steps, static fn (Step $a, Step $b): int => $a->getPlace() <=> $b->getPlace());

        return $steps;
    }

    /** Its order, for a lesson that was planned by another one. */
    public function asOther(): OtherSequence
    {
        $keys = [];
        foreach ($this->steps() as $step) {
            $keys[(string) $step->getId()] = $step->key();
        }

        return new OtherSequence($keys);
    }

    /** @return list<Step> those that were taken out as well */
    public function allSteps(): array
    {
        return array_values($this->steps->toArray());
    }

    public function step(int $id): ?Step
    {
        foreach ($this->steps() as $step) {
            if ($step->getId() === $id) {
                return $step;
            }
        }

        return null;
    }

    public function add(Step $step): void
    {
        $places = array_map(static fn (Step $other): int => $other->getPlace(), $this->steps());
        $step->setPlace([] === $places ? 0 : max($places) + 1);
        $this->steps->add($step);
    }

    /** Takes all steps out. */
    public function clear(): void
    {
        foreach ($this->steps() as $step) {
            $step->setRemoved(true);
        }
    }

    /**
     * Puts the steps in a new order; steps that are not named stay behind the others.
     *
     * @param list<int> $ids
     */
    public function reorder(array $ids): void
    {
        $rank = array_flip($ids);
        $steps = $this->steps();
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

    /**
     * All of it that a teacher can change, but for its steps.
     *
     * @return array{
     *     goal: int, comfort: float|null, method: string, instruments: list<string>, slow: string, contact: string, cut: list<int>,
     *     skipped: list<string>, asked: list<string>,
     * }
     */
    public function settings(): array
    {
        return [
            'goal' => $this->goalTempo,
            'comfort' => $this->comfort,
            'method' => $this->method->value,
            'instruments' => $this->instruments,
            'slow' => $this->slow->value ?? '',
            'contact' => $this->contact->value ?? '',
            'cut' => $this->cut,
            'skipped' => $this->skipped,
            'asked' => $this->asked,
        ];
    }

    /**
     * @param array{
     *     goal: int, comfort: float|null, method: string, instruments: list<string>, slow: string, contact: string, cut: list<int>,
     *     skipped: list<string>, asked?: list<string>,
     * } $settings as settings() told them
     */
    public function restore(array $settings): void
    {
        $this->goalTempo = $settings['goal'];
        $this->comfort = $settings['comfort'];
        $this->method = Method::from($settings['method']);
        $this->instruments = $settings['instruments'];
        $this->slow = SlowGroup::tryFrom($settings['slow']);
        $this->contact = FirstContact::tryFrom($settings['contact']);
        $this->cut = $settings['cut'];
        $this->skipped = $settings['skipped'];
        $this->asked = $settings['asked'] ?? [];
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

    /** Its stairs are reckoned by other rules than those by which a teacher last saw them. */
    public function hasNewRules(): bool
    {
        return $this->rules < self::RULES && !$this->isRow();
    }

    /** A teacher has read what changed. */
    public function seeRules(): void
    {
        $this->rules = self::RULES;
    }

    public function getVersion(): int
    {
        return $this->version;
    }
}
