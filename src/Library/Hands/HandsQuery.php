<?php

declare(strict_types=1);

namespace App\Library\Hands;

use App\Shared\Entity\SchoolClass;
use App\Shared\Repository\ClassRepository;
use App\Shared\Web\ForWhom;
use CoinStair\Core\Hands\HandLayers;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\ShowWhere;
use CoinStair\Core\Score\Instrument;
use Symfony\Component\HttpFoundation\InputBag;

/** Which hands a page asks for: instrument, class or year, policies as they stand in its form, and what is to be shown. */
final readonly class HandsQuery
{
    private function __construct(
        public ?Instrument $instrument,
        public string $part,
        public ?SchoolClass $class,
        public HandPolicies $policies,
        public HandLayers $layers,
        public bool $ribbon,
        public bool $more,
    ) {
    }

    /**
     * @param InputBag<string> $query instrument (with ":" and the id of its part where it has several), for (class-7 or year-2),
     *                                p (policies by matter), fingers, letters, strings, bows, ribbon, more (what is told of the whole
     *                                piece)
     */
    public static function of(InputBag $query, ClassRepository $classes): self
    {
        [$name, $part] = [...explode(':', $query->getString('instrument'), 2), ''];
        $instrument = Instrument::tryFrom($name);
        $for = ForWhom::parse($query->getString('for'), $classes) ?? ForWhom::class(null);
        $chosen = $query->all('p');
        $policies = [] === $chosen ? $for->policies() : HandPolicies::of($for->year, $chosen);

        return new self(
            Instrument::Other === $instrument ? null : $instrument,
            $part,
            $for->class,
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

    private static function where(string $asked, bool $byPolicy, HandPolicies $policies): ?ShowWhere
    {
        return match ($asked) {
            'none' => null,
            '' => $byPolicy ? $policies->where : null,
            default => ShowWhere::tryFrom($asked),
        };
    }
}
