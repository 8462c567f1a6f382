<?php

declare(strict_types=1);

namespace App\Shared\Entity;

use CoinStair\Core\Format\QuickEntry\PatternReader;
use CoinStair\Core\Score\RhythmPattern as Pattern;
use Doctrine\ORM\Mapping as ORM;

/** A rhythm pattern that a program keeps (handbook 2). */
#[ORM\Entity]
class RhythmPattern implements BelongsToProgram
{
    use ProgramRow;

    /** A program keeps at most so many. */
    public const LIMIT = 100;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\Column(length: 60)]
    private string $name;

    #[ORM\Column(length: 200)]
    private string $figure;

    /** @throws \CoinStair\Core\Score\Refusal if the figure is no pattern */
    public function __construct(string $name, string $figure)
    {
        PatternReader::read($figure);
        $this->name = mb_substr(trim($name), 0, 60);
        $this->figure = trim($figure);
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function getFigure(): string
    {
        return $this->figure;
    }

    public function pattern(): Pattern
    {
        return PatternReader::read($this->figure);
    }
}
