<?php

declare(strict_types=1);

namespace App\Library;

use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Hands\HandLayers;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\ShowWhere;
use CoinStair\Core\Score\Instrument;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\InputBag;

/** Which hands a page asks for: instrument, class or year, policies as they stand in its form, and what is to be shown. */
final readonly class HandsQuery
{
    private function __construct(public ?Instrument $instrument, public string $part, public ?SchoolClass $class, public HandPolicies $policies, public HandLayers $layers, public bool $ribbon, public bool $more)
    {
    }

    /** @param InputBag<string> $query instrument (with ":" and the id of its part where it has several), for (class-7 or year-2), p (policies by matter), fingers, letters, strings, bows, ribbon, more (what is told of the whole piece) */
    public static function of(InputBag $query, EntityManagerInterface $entities): self
    {
        [$name, $part] = [...explode(':', $query->getString('instrument'), 2), ''];
        $instrument = Instrument::tryFrom($name);
        [$class, $year] = self::whose($query->getString('for'), $entities);
        /** @var array<string, mixed> $chosen */
        $chosen = $query->all('p');
        $policies = match (true) {
            [] !== $chosen => HandPolicies::of($class?->getYear() ?? $year, $chosen),
            null !== $class => $class->handPolicies(),
            default => HandPolicies::ofLevel($year),
        };

        return new self(
            Instrument::Other === $instrument ? null : $instrument,
            $part,
            $class,
            $policies,
            new HandLayers(
                self::where($query->getString('fingers'), $policies->show->hasFingers(), $policies),
                self::where($query->getString('letters'), $policies->show->hasLetters(), $policies),
                $query->getBoolean('strings'),
                $query->getBoolean('bows'),
            ),
            $query->getBoolean('ribbon'),
            $query->getBoolean('more'),
        );
    }

    /** @return array{SchoolClass|null, int} class, and the year where there is none */
    public static function whose(string $for, EntityManagerInterface $entities): array
    {
        if (1 === preg_match('/^class-(\d{1,9})$/', $for, $match)) {
            // By a query, so that the class of another program is not found.
            $class = $entities->getRepository(SchoolClass::class)->findOneBy(['id' => (int) $match[1]]);

            return [$class, 1];
        }

        return [null, 1 === preg_match('/^year-([1-4])$/', $for, $match) ? (int) $match[1] : 1];
    }

    private static function where(string $asked, bool $byPolicy, HandPolicies $policies): ?ShowWhere
    {
        return match ($asked) {
            'none' => null,
            '' => $byPolicy ? $policies->where : null,
            default => ShowWhere::tryFrom($asked),
        };
    }
}
