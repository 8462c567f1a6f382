<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Family;
use CoinStair\Core\Skill\Skill;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A skill that a program added to the catalogue (handbook 7): found by a rule, or said by hand. */
#[ORM\Entity]
#[ORM\UniqueConstraint(columns: ['program_id', 'code'])]
class OwnSkill implements BelongsToProgram, CanBePutAway
{
    use ProgramRow;
    use PutsAway;

    /** A program keeps at most so many. */
    public const LIMIT = 200;
    public const NAME = 80;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\Column(length: 60)]
    private string $code;

    #[ORM\Column(length: self::NAME)]
    private string $name;

    #[ORM\Column(length: 20, enumType: Family::class)]
    private Family $family;

    #[ORM\Column(type: Types::SMALLINT)]
    private int $year;

    /** @var list<string> codes */
    #[ORM\Column(type: Types::JSON)]
    private array $prerequisites;

    #[ORM\Column(length: 1000)]
    private string $rule;

    /** @var list<string> none for all that have what the rule names */
    #[ORM\Column(type: Types::JSON)]
    private array $instruments;

    #[ORM\Version, ORM\Column(type: 'integer')]
    private int $version = 1;

    public function __construct(Skill $skill)
    {
        $this->code = $skill->code;
        $this->change($skill);
    }

    /** All but its code, by which records know it. */
    public function change(Skill $skill): void
    {
        $this->name = $skill->name;
        $this->family = $skill->family;
        $this->year = $skill->year(Instrument::Other);
        $this->prerequisites = $skill->prerequisites;
        $this->rule = $skill->written;
        $this->instruments = array_map(static fn (Instrument $one): string => $one->value, $skill->only);
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getCode(): string
    {
        return $this->code;
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function getVersion(): int
    {
        return $this->version;
    }

    public function skill(): Skill
    {
        return Skill::own(
            $this->code,
            $this->name,
            $this->family,
            $this->year,
            $this->prerequisites,
            $this->rule,
            $this->instruments,
        );
    }
}
