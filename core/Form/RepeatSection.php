<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

/**
 * A repeated stretch: what is repeated, and the endings that its passes take.
 */
final readonly class RepeatSection
{
    /**
     * @param list<int|RepeatSection>                             $body    measure positions and repeats inside
     * @param list<array{numbers: list<int>, from: int, to: int}> $endings both ends included
     */
    public function __construct(public array $body, public array $endings, public int $passes)
    {
    }

    /**
     * The positions of the ending that a pass takes; none if no bracket names it.
     *
     * @return list<int>
     */
    public function ending(int $pass): array
    {
        foreach ($this->endings as $ending) {
            if (\in_array($pass, $ending['numbers'], true)) {
                return range($ending['from'], $ending['to']);
            }
        }

        return [];
    }
}
