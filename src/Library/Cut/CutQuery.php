<?php

declare(strict_types=1);

namespace App\Library\Cut;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Repository\ClassRepository;
use App\Shared\Web\ForWhom;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Sequence\PieceForClass;
use Symfony\Component\HttpFoundation\InputBag;

/** For whom a piece is cut: a class or a year, the instruments that count, and the method. */
final readonly class CutQuery
{
    /** @param list<Instrument> $instruments that were named; none for want of a choice */
    private function __construct(
        public ?SchoolClass $class,
        public HandPolicies $policies,
        public array $instruments,
        public Method $method,
    ) {
    }

    /** @param InputBag<string> $query for (class-7 or year-2), instruments (names), method */
    public static function of(InputBag $query, Piece $piece, ClassRepository $classes): self
    {
        $for =
            ForWhom::parse($query->getString('for'), $classes) ?? ForWhom::class($classes->workingOn($piece));
        $own = $for->class?->instruments() ?: Instrument::strings();
        $asked = $query->all('instruments');

        return new self(
            $for->class,
            $for->policies(),
            array_values(array_filter($own, static fn (Instrument $instrument): bool => \in_array($instrument->value, $asked, true))),
            Method::tryFrom($query->getString('method')) ?? Method::Forward,
        );
    }

    public function with(Method $method): self
    {
        return new self($this->class, $this->policies, $this->instruments, $method);
    }

    /** With the instruments that count for want of a choice. */
    public function settledFor(PieceForClass $piece): self
    {
        return [] === $this->instruments ? new self($this->class, $this->policies, $piece->counting(), $this->method) : $this;
    }

    public function year(): int
    {
        return $this->policies->level;
    }

    /** As the form names it. */
    public function for(): string
    {
        return (new ForWhom($this->class, $this->year()))->name();
    }

    public function has(Instrument $instrument): bool
    {
        return \in_array($instrument, $this->instruments, true);
    }
}
