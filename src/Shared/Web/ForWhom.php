<?php

declare(strict_types=1);

namespace App\Shared\Web;

use App\Shared\Entity\SchoolClass;
use App\Shared\Repository\ClassRepository;
use CoinStair\Core\Hands\HandPolicies;

/** For whom a page reckons, as its form names it: a class ("class-7"), or a year of playing where there is none ("year-2"). */
final readonly class ForWhom
{
    private const OF_CLASS = '/^class-(\d{1,9})$/';

    public function __construct(public ?SchoolClass $class, public int $year)
    {
    }

    /** None where nothing is named. The class of another program is not found: it is then as if nobody knew anything, in year 1. */
    public static function parse(string $for, ClassRepository $classes): ?self
    {
        return match (1) {
            preg_match(self::OF_CLASS, $for, $match) => self::class($classes->find((int) $match[1])),
            preg_match('/^year-([1-4])$/', $for, $match) => new self(null, (int) $match[1]),
            default => '' === $for ? null : new self(null, 1),
        };
    }

    /** The class that is named, of whichever program; none for a year. */
    public static function classIn(string $for): ?int
    {
        return 1 === preg_match(self::OF_CLASS, $for, $match) ? (int) $match[1] : null;
    }

    public static function class(?SchoolClass $class): self
    {
        return new self($class, $class?->getYear() ?? 1);
    }

    public function policies(): HandPolicies
    {
        return $this->class?->handPolicies() ?? HandPolicies::ofLevel($this->year);
    }

    public function name(): string
    {
        return null === $this->class ? 'year-'.$this->year : 'class-'.$this->class->getId();
    }
}
