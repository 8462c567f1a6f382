<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;

/** A line that can be told before a step, and for whom it is true. */
final readonly class Prompt
{
    /**
     * @param string           $code        of the skill; empty for a move
     * @param list<Instrument> $instruments for which it is true
     * @param float            $players     of these instruments
     */
    public function __construct(
        public string $code,
        public Notice $line,
        public float $score,
        public array $instruments,
        public float $players,
    ) {
    }

    public function key(): string
    {
        return $this->line->text();
    }

    /** As it is said to those alone for whom it is true. */
    public function toGroup(): Notice
    {
        return new Notice(0, 0, '{who}: {line}', ['who' => self::groups($this->instruments), 'line' => $this->line]);
    }

    /**
     * The players of instruments in words: "violins", "violins and violas".
     *
     * @param list<Instrument> $instruments at least one
     */
    public static function groups(array $instruments): Notice
    {
        $words = [];
        foreach ($instruments as $index => $instrument) {
            $words['group'.$index] = Notice::word($instrument->group());
        }
        $names = array_map(static fn (string $name): string => '{'.$name.'}', array_keys($words));
        $last = (string) array_pop($names);

        return new Notice(0, 0, [] === $names ? $last : implode(', ', $names).' and '.$last, $words);
    }
}
