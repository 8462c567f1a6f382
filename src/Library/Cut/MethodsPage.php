<?php

declare(strict_types=1);

namespace App\Library\Cut;

use App\Shared\Entity\Piece;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Score\Instrument;

/** The page that compares two methods over one map. */
final readonly class MethodsPage
{
    /** @var array{MethodSide, MethodSide} */
    public array $sides;
    public Method $quicker;
    /** Minutes by which the quicker one is shorter. */
    public int $apart;
    /** @var list<Method> */
    public array $methods;
    /** @var list<Instrument> */
    public array $instruments;

    /** @param list<array{id: int, name: string}> $classes that can be chosen */
    public function __construct(public Piece $piece, public CutQuery $query, MethodSide $one, MethodSide $other, public array $classes)
    {
        $apart = $one->shown->seconds - $other->shown->seconds;
        $this->sides = [$one, $other];
        $this->quicker = ($apart > 0 ? $other : $one)->method;
        $this->apart = (int) round(abs($apart) / 60);
        $this->methods = Method::cases();
        $this->instruments = Instrument::strings();
    }
}
