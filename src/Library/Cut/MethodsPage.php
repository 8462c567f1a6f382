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
    /** @var array<string, array<int, true>> steps that the other method does not have, by the name of the side and their number */
    public array $only;
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
        $this->only = [$one->name => self::only($one, $other), $other->name => self::only($other, $one)];
        $this->methods = Method::cases();
        $this->instruments = Instrument::strings();
    }

    /** Both make the same steps, in the same order. */
    public function isSame(): bool
    {
        return self::steps($this->sides[0]) === self::steps($this->sides[1]);
    }

    /** @return array<int, true> */
    private static function only(MethodSide $side, MethodSide $other): array
    {
        $left = array_count_values(self::steps($other));
        $only = [];
        foreach (self::steps($side) as $number => $step) {
            if (($left[$step] ?? 0) > 0) {
                --$left[$step];
            } else {
                $only[$number] = true;
            }
        }

        return $only;
    }

    /** @return list<string> what is done in each step, and up to which tempo */
    private static function steps(MethodSide $side): array
    {
        return array_map(
            static fn (array $step): string => implode(' ', [$step['as'], $step['label'], $step['rung'], $step['start'], $step['top']]),
            $side->shown->steps,
        );
    }
}
