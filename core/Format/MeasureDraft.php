<?php

declare(strict_types=1);

namespace CoinStair\Core\Format;

use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\Jump;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\Meter;

/** A measure while a reader fills it. */
final class MeasureDraft
{
    public string $printed = '';
    public bool $repeatStart = false;
    public int $repeatTimes = 0;
    /** @var list<int> */
    public array $endingStart = [];
    public bool $endingStop = false;
    /** @var list<Jump> */
    public array $jumps = [];
    public BarStyle $end = BarStyle::Regular;
    public string $rehearsal = '';
    public bool $lineBreak = false;
    /** the source says that the measure is not full, or not counted */
    public bool $implicit = false;

    public function __construct(public Meter $meter, public Key $key, public readonly int $line = 0, public readonly int $column = 1)
    {
    }

    public function addJump(Jump $jump): void
    {
        if (!\in_array($jump, $this->jumps, true)) {
            $this->jumps[] = $jump;
        }
    }

    public function measure(int $position, int $length): Measure
    {
        return new Measure(
            $position,
            $this->printed,
            $this->meter,
            $this->key,
            $length,
            $this->repeatStart,
            $this->repeatTimes,
            $this->endingStart,
            $this->endingStop,
            $this->jumps,
            $this->end,
            $this->rehearsal,
            $this->lineBreak,
        );
    }
}
