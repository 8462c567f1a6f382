<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

/** A sign of a line of music, with its place. */
final readonly class Token
{
    /**
     * @param int          $at     place in the line
     * @param list<string> $parts  as the kind says
     * @param list<Token>  $inside of a chord or a group of grace notes
     */
    public function __construct(public TokenKind $kind, public int $at, public array $parts = [], public array $inside = [])
    {
    }

    /** One of its parts; empty where there is none. */
    public function part(int $number): string
    {
        return $this->parts[$number] ?? '';
    }
}
