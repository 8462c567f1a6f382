<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Lesson\ClassPolicies;
use CoinStair\Core\Lesson\FirstContact;
use CoinStair\Core\Lesson\Habit;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Progress\ClassPast;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Growth;
use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * A class: the unit of all records (handbook 7). No child's name is kept.
 *
 * @phpstan-import-type Choices from HandPolicies
 * @phpstan-import-type PastRow from ClassPast
 */
#[ORM\Entity]
class SchoolClass implements CanBePutAway
{
    use ProgramRow;
    use PutsAway;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\Column(length: 80)]
    #[Assert\NotBlank, Assert\Length(max: 80)]
    private string $name = '';

    /** Year of playing, 1 to 4. */
    #[ORM\Column(type: Types::SMALLINT)]
    #[Assert\Range(min: 1, max: 4)]
    private int $year = 1;

    /** Minutes of a lesson. */
    #[ORM\Column(type: Types::SMALLINT)]
    #[Assert\Range(min: 10, max: 180)]
    private int $minutes = 35;

    /** @var array<int, string> start of the lesson, by ISO weekday (1 Monday) */
    #[ORM\Column]
    private array $meetings = [];

    #[ORM\Column(length: 10, enumType: GoingOn::class)]
    private GoingOn $goingOn = GoingOn::InARow;

    #[ORM\Column(type: Types::SMALLINT)]
    #[Assert\Range(min: 1, max: 10)]
    private int $coins = 3;

    #[ORM\Column(type: Types::SMALLINT)]
    #[Assert\Range(min: 0, max: 10)]
    private int $missesDown = 2;

    #[ORM\Column(type: Types::SMALLINT)]
    #[Assert\Range(min: 0, max: 10)]
    private int $treadsBack = 2;

    /** Coins, or goes, that a tread below the top asks for. */
    #[ORM\Column(type: Types::SMALLINT, options: ['default' => 1])]
    #[Assert\Range(min: 1, max: 10)]
    private int $coinsBelow = 1;

    #[ORM\Column(length: 80)]
    private string $growth = 'likely';

    /** What is done about a group that would hold the rest back. */
    #[ORM\Column(length: 10, enumType: SlowGroup::class, options: ['default' => 'apart'])]
    private SlowGroup $slow = SlowGroup::Apart;

    /** How it meets what it plays for the first time. */
    #[ORM\Column(length: 10, enumType: FirstContact::class, options: ['default' => 'new'])]
    private FirstContact $contact = FirstContact::New;

    /** Each lesson opens with a hold check. */
    #[ORM\Column(options: ['default' => 1])]
    private bool $holdCheck = true;

    /** @var list<string>|null habits that its teacher leaves out; none where all are kept */
    #[ORM\Column(type: Types::JSON, nullable: true)]
    private ?array $leftOut = null;

    /** @var Choices|null what was chosen for both hands where it differs from the year's defaults */
    #[ORM\Column(type: Types::JSON, nullable: true)]
    private ?array $hands = null;

    /** @var PastRow|null its past before the first lesson here; none: what its year is presumed to know */
    #[ORM\Column(type: Types::JSON, nullable: true)]
    private ?array $past = null;

    /** @var Collection<int, InstrumentGroup> */
    #[ORM\OneToMany(targetEntity: InstrumentGroup::class, mappedBy: 'class', cascade: ['persist', 'remove'], orphanRemoval: true)]
    #[ORM\OrderBy(['id' => 'ASC'])]
    private Collection $groups;

    /** Changes of its groups: they are rows of their own, and have to move the version of the class with them. */
    #[ORM\Column(options: ['default' => 0])]
    private int $groupChanges = 0;

    #[ORM\Version, ORM\Column(type: 'integer')]
    private int $version = 1;

    public function __construct()
    {
        $this->groups = new ArrayCollection();
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function setName(?string $name): void
    {
        $this->name = (string) $name;
    }

    public function getYear(): int
    {
        return $this->year;
    }

    public function setYear(?int $year): void
    {
        $this->year = (int) $year;
    }

    public function getMinutes(): int
    {
        return $this->minutes;
    }

    public function setMinutes(?int $minutes): void
    {
        $this->minutes = (int) $minutes;
    }

    /** @return array<int, string> */
    public function getMeetings(): array
    {
        return $this->meetings;
    }

    /** @param array<int, string> $meetings */
    public function setMeetings(array $meetings): void
    {
        ksort($meetings);
        $this->meetings = $meetings;
    }

    /**
     * The days on which it meets from a day on.
     *
     * @return list<\DateTimeImmutable> as many as are asked for; none where nobody said when it meets
     */
    public function nextMeetings(\DateTimeImmutable $from, int $count): array
    {
        $days = [];
        for ($day = $from; [] !== $this->meetings && \count($days) < $count; $day = $day->modify('+1 day')) {
            if (isset($this->meetings[(int) $day->format('N')])) {
                $days[] = $day;
            }
        }

        return $days;
    }

    public function getGoingOn(): GoingOn
    {
        return $this->goingOn;
    }

    public function setGoingOn(GoingOn $goingOn): void
    {
        $this->goingOn = $goingOn;
    }

    public function getCoins(): int
    {
        return $this->coins;
    }

    public function setCoins(?int $coins): void
    {
        $this->coins = (int) $coins;
    }

    public function getMissesDown(): int
    {
        return $this->missesDown;
    }

    public function setMissesDown(?int $missesDown): void
    {
        $this->missesDown = (int) $missesDown;
    }

    public function getTreadsBack(): int
    {
        return $this->treadsBack;
    }

    public function setTreadsBack(?int $treadsBack): void
    {
        $this->treadsBack = (int) $treadsBack;
    }

    public function getCoinsBelow(): int
    {
        return $this->coinsBelow;
    }

    public function setCoinsBelow(?int $coinsBelow): void
    {
        $this->coinsBelow = (int) $coinsBelow;
    }

    public function getSlow(): SlowGroup
    {
        return $this->slow;
    }

    public function setSlow(SlowGroup $slow): void
    {
        $this->slow = $slow;
    }

    public function getContact(): FirstContact
    {
        return $this->contact;
    }

    public function setContact(FirstContact $contact): void
    {
        $this->contact = $contact;
    }

    public function isHoldCheck(): bool
    {
        return $this->holdCheck;
    }

    public function setHoldCheck(bool $holdCheck): void
    {
        $this->holdCheck = $holdCheck;
    }

    /** @return list<Habit> what its teacher does besides the stair */
    public function getHabits(): array
    {
        $leftOut = Habit::parse($this->leftOut ?? []);

        return array_values(array_filter(Habit::cases(), static fn (Habit $habit): bool => !\in_array($habit, $leftOut, true)));
    }

    /** @param list<Habit> $habits all others are left out */
    public function setHabits(array $habits): void
    {
        $leftOut = array_filter(Habit::cases(), static fn (Habit $habit): bool => !\in_array($habit, $habits, true));
        $this->leftOut = array_column($leftOut, 'value') ?: null;
    }

    public function getGrowth(): string
    {
        return $this->growth;
    }

    public function setGrowth(?string $growth): void
    {
        $this->growth = (string) $growth;
    }

    public function rule(): CoinRule
    {
        return CoinRule::of($this->goingOn, $this->coins, $this->missesDown, $this->treadsBack, $this->coinsBelow);
    }

    public function growth(): Growth
    {
        return Growth::parse($this->growth);
    }

    public function handPolicies(): HandPolicies
    {
        return HandPolicies::of($this->year, $this->hands ?? []);
    }

    /**
     * How it plays and goes on.
     *
     * @param HandPolicies|null $hands instead of its own, while somebody tries others
     */
    public function policies(?HandPolicies $hands = null): ClassPolicies
    {
        return ClassPolicies::of(
            $hands ?? $this->handPolicies(),
            $this->instruments(),
            $this->rule(),
            $this->growth(),
            $this->minutes,
            $this->program?->getMinutesLost() ?? 0,
        )->teaching($this->contact, $this->slow, $this->sizes(), $this->holdCheck, $this->getHabits());
    }

    public function setHandPolicies(HandPolicies $policies): void
    {
        $this->hands = $policies->choices() ?: null;
    }

    public function past(): ClassPast
    {
        return null === $this->past ? ClassPast::standard() : ClassPast::parse($this->past);
    }

    public function setPast(ClassPast $past): void
    {
        $this->past = $past->stored();
    }

    /** @return Collection<int, InstrumentGroup> */
    public function getGroups(): Collection
    {
        return $this->groups;
    }

    public function players(Instrument $instrument): int
    {
        foreach ($this->groups as $group) {
            if ($group->getInstrument() === $instrument) {
                return $group->getPlayers();
            }
        }

        return 0;
    }

    public function setPlayers(Instrument $instrument, int $players): void
    {
        if ($this->players($instrument) === $players) {
            return;
        }
        ++$this->groupChanges;
        foreach ($this->groups as $group) {
            if ($group->getInstrument() === $instrument) {
                if ($players > 0) {
                    $group->setPlayers($players);
                } else {
                    $this->groups->removeElement($group);
                }

                return;
            }
        }
        $this->groups->add(new InstrumentGroup($this, $instrument, $players));
    }

    /** @return list<Instrument> */
    public function instruments(): array
    {
        return array_values(array_map(static fn (InstrumentGroup $group): Instrument => $group->getInstrument(), $this->groups->toArray()));
    }

    /** @return array<string, int> players by instrument */
    private function sizes(): array
    {
        $sizes = [];
        foreach ($this->groups as $group) {
            $sizes[$group->getInstrument()->value] = $group->getPlayers();
        }

        return $sizes;
    }

    public function size(): int
    {
        return array_sum(array_map(static fn (InstrumentGroup $group): int => $group->getPlayers(), $this->groups->toArray()));
    }

    public function getVersion(): int
    {
        return $this->version;
    }
}
