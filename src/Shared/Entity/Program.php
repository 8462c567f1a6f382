<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use CoinStair\Core\Standing\Thresholds;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Validator\Constraints as Assert;

/** A string program: all that its teachers share. */
#[ORM\Entity]
class Program
{
    public const WORDS = ['en_US', 'en_GB'];

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\Column(length: 120)]
    #[Assert\NotBlank, Assert\Length(max: 120)]
    private string $name;

    /** Vocabulary (handbook 9). */
    #[ORM\Column(length: 5)]
    #[Assert\Choice(choices: self::WORDS)]
    private string $words = 'en_US';

    #[ORM\Column(length: 64)]
    #[Assert\Timezone]
    private string $timezone = 'UTC';

    /** Minutes of each lesson that go for unpacking, tuning and packing. */
    #[ORM\Column(type: Types::SMALLINT)]
    #[Assert\Range(min: 0, max: 60)]
    private int $minutesLost = 8;

    /** @var array<string, int>|null what was chosen of the thresholds of skills, by name; none for the standard ones */
    #[ORM\Column(type: Types::JSON, nullable: true)]
    private ?array $thresholds = null;

    #[ORM\Version, ORM\Column(type: 'integer')]
    private int $version = 1;

    public function __construct(string $name)
    {
        $this->name = $name;
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function setName(string $name): void
    {
        $this->name = $name;
    }

    public function getWords(): string
    {
        return $this->words;
    }

    public function setWords(string $words): void
    {
        $this->words = $words;
    }

    public function getTimezone(): string
    {
        return $this->timezone;
    }

    public function setTimezone(string $timezone): void
    {
        $this->timezone = $timezone;
    }

    public function getMinutesLost(): int
    {
        return $this->minutesLost;
    }

    public function setMinutesLost(int $minutesLost): void
    {
        $this->minutesLost = $minutesLost;
    }

    public function thresholds(): Thresholds
    {
        return Thresholds::of($this->thresholds ?? []);
    }

    public function setThresholds(Thresholds $thresholds): void
    {
        $this->thresholds = $thresholds->values();
    }

    public function getVersion(): int
    {
        return $this->version;
    }

    public function today(\DateTimeImmutable $now): \DateTimeImmutable
    {
        return $now->setTimezone(new \DateTimeZone($this->timezone))->setTime(0, 0);
    }
}
