<?php

declare(strict_types=1);

namespace App\Library;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\Growth;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\InputBag;

/** For whom a piece is cut: a class or a year, the instruments that count, and the method. */
final readonly class CutQuery
{
    /** Classes among which one can be chosen. */
    private const CLASSES = 100;

    /**
     * @param list<Instrument> $instruments
     * @param bool             $chosen      they were named, not taken for want of a choice
     */
    private function __construct(public ?SchoolClass $class, public int $year, public HandPolicies $policies, public array $instruments, public bool $chosen, public Method $method)
    {
    }

    /**
     * @param InputBag<string>       $query   for (class-7 or year-2), instruments (names), method
     * @param list<SchoolClass>|null $classes that can be chosen, where they are known already
     */
    public static function of(InputBag $query, Piece $piece, EntityManagerInterface $entities, ?array $classes = null): self
    {
        [$class, $year] = '' === $query->getString('for') ? [self::latest($piece, $entities, $classes ?? self::classes($entities)), 1] : HandsQuery::whose($query->getString('for'), $entities);
        $own = null === $class ? Instrument::strings() : $class->instruments();
        $own = [] === $own ? Instrument::strings() : $own;
        $asked = $query->all('instruments');
        $chosen = array_values(array_filter($own, static fn (Instrument $instrument): bool => \in_array($instrument->value, $asked, true)));

        return new self(
            $class,
            $class?->getYear() ?? $year,
            $class?->handPolicies() ?? HandPolicies::ofLevel($year),
            [] === $chosen ? $own : $chosen,
            [] !== $chosen,
            Method::tryFrom($query->getString('method')) ?? Method::Forward,
        );
    }

    public function with(Method $method): self
    {
        return new self($this->class, $this->year, $this->policies, $this->instruments, $this->chosen, $method);
    }

    /** @param list<Instrument> $instruments */
    public function counting(array $instruments): self
    {
        return new self($this->class, $this->year, $this->policies, $instruments, true, $this->method);
    }

    /** As the form names it. */
    public function for(): string
    {
        return null === $this->class ? 'year-'.$this->year : 'class-'.$this->class->getId();
    }

    public function rule(): CoinRule
    {
        return $this->class?->rule() ?? CoinRule::standard();
    }

    public function growth(): Growth
    {
        return $this->class?->growth() ?? Growth::equalRatio();
    }

    public function has(Instrument $instrument): bool
    {
        return \in_array($instrument, $this->instruments, true);
    }

    /** All that decides beside the piece and the class's log. */
    public function fingerprint(): string
    {
        return json_encode([$this->for(), $this->year, $this->policies->fingerprint(), $this->instruments, $this->method, $this->rule(), $this->growth()], \JSON_THROW_ON_ERROR);
    }

    /**
     * The class that works on the piece, or the first.
     *
     * @param list<SchoolClass> $classes
     */
    private static function latest(Piece $piece, EntityManagerInterface $entities, array $classes): ?SchoolClass
    {
        /** @var list<array{class: int|string}> $latest */
        $latest = $entities->createQuery('SELECT IDENTITY(s.class) class FROM '.Sequence::class.' s WHERE s.piece = :piece ORDER BY s.changedAt DESC, s.id DESC')->setParameter('piece', $piece)->setMaxResults(1)->getScalarResult();
        foreach ($classes as $class) {
            if ($class->getId() === (int) ($latest[0]['class'] ?? 0)) {
                return $class;
            }
        }

        return $classes[0] ?? null;
    }

    /** @return list<SchoolClass> that can be chosen, by name, each with its instruments */
    public static function classes(EntityManagerInterface $entities): array
    {
        /** @var list<SchoolClass> $classes */
        $classes = $entities->createQuery('SELECT c, g FROM '.SchoolClass::class.' c LEFT JOIN c.groups g ORDER BY c.name, g.id')->getResult();

        return \array_slice($classes, 0, self::CLASSES);
    }
}
