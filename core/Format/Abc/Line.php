<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

/** One line of an ABC text, with its number and its columns. It is read from left to right. */
final class Line
{
    /** place up to which columns were counted, and how many there were */
    private int $counted = 0;
    private int $columns = 0;
    /** @var array<string, true> signs of which there is no further one */
    private array $noFurther = [];

    /** @param string $text without a comment, and without what ends it */
    public function __construct(public readonly int $number, public readonly string $text)
    {
    }

    /** The column of a place, from 1: letters, not bytes. Counted on from the last place that was asked for. */
    public function column(int $at): int
    {
        if ($at < $this->counted) {
            $this->counted = $this->columns = 0;
        }
        $this->columns += mb_strlen(substr($this->text, $this->counted, $at - $this->counted));
        $this->counted = $at;

        return $this->columns + 1;
    }

    /** The place of the next such sign; it is not looked for again where there is none. */
    public function next(string $sign, int $at): int|false
    {
        if (isset($this->noFurther[$sign])) {
            return false;
        }
        $place = strpos($this->text, $sign, min($at, \strlen($this->text)));
        if (false === $place) {
            $this->noFurther[$sign] = true;
        }

        return $place;
    }
}
