<?php

declare(strict_types=1);

namespace CoinStair\Core\Stair;

use CoinStair\Core\Score\Numbers;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Score\TempoMarks;

/**
 * How the tempo grows from tread to tread (handbook 6).
 */
final readonly class Growth
{
    /** Highest ratio between neighbours before rounding. */
    public const MAX_RATIO = 1.2;
    private const MAX_TREADS = 40;
    private const EVERY = '~1';
    private const MAX_PERCENTS = 12;

    /**
     * @param list<int> $values
     * @param bool      $onEvery treads lie on every tempo, not on metronome marks alone
     */
    private function __construct(public GrowthKind $kind, public array $values, public bool $onEvery = false)
    {
    }

    /** As far as a clean go is likely: the class decides how high each tread is. */
    public static function likely(): self
    {
        return new self(GrowthKind::Likely, []);
    }

    /**
     * @param int $by beats a minute, 1 to 40
     *
     * @throws Refusal
     */
    public static function fixed(int $by): self
    {
        if ($by < 1 || $by > 40) {
            throw Refusal::because('A fixed growth is 1 to 40 beats a minute.');
        }

        return new self(GrowthKind::Fixed, [$by]);
    }

    /**
     * @param list<int> $percents of the goal, 10 to 100
     *
     * @throws Refusal
     */
    public static function percents(array $percents): self
    {
        $percents = array_values(array_unique($percents));
        if (\count($percents) > self::MAX_PERCENTS) {
            throw Refusal::because('A list has at most {limit} percents.', ['limit' => (string) self::MAX_PERCENTS]);
        }
        if ([] === $percents || min($percents) < 10 || max($percents) > 100) {
            throw Refusal::because('Percents of the goal lie between 10 and 100.');
        }
        sort($percents);

        return new self(GrowthKind::Percent, $percents);
    }

    /** As few treads as the highest ratio allows. */
    public static function equalRatio(): self
    {
        return new self(GrowthKind::Ratio, []);
    }

    /**
     * @param int $treads 2 to 40; more are made where the ratio would be too high
     *
     * @throws Refusal
     */
    public static function equalRatioOf(int $treads): self
    {
        if ($treads < 2 || $treads > self::MAX_TREADS) {
            throw Refusal::because('A stair has 2 to 40 treads.');
        }

        return new self(GrowthKind::Ratio, [$treads]);
    }

    /**
     * What a person typed or a database kept: "likely", "fixed:4", "percent:60,80,100", "ratio", "ratio:7"; with "~1" behind it treads lie
     * on every tempo.
     *
     * @throws Refusal
     */
    public static function parse(string $text): self
    {
        $onEvery = str_ends_with($text, self::EVERY);
        [$kind, $list] = explode(':', ($onEvery ? substr($text, 0, -\strlen(self::EVERY)) : $text).':', 3);
        $values = [];
        foreach (preg_split('/[\s,;]+/', trim($list), -1, \PREG_SPLIT_NO_EMPTY) ?: [] as $value) {
            if (!ctype_digit($value)) {
                throw Refusal::because('"{value}" is no whole number.', ['value' => mb_substr($value, 0, 20)]);
            }
            $values[] = (int) $value;
        }

        $growth = match (GrowthKind::tryFrom($kind)) {
            GrowthKind::Likely => self::likely(),
            GrowthKind::Fixed => self::fixed($values[0] ?? 0),
            GrowthKind::Percent => self::percents($values),
            GrowthKind::Ratio => [] === $values ? self::equalRatio() : self::equalRatioOf($values[0]),
            null => throw Refusal::because('"{kind}" is no way for a tempo to grow.', ['kind' => mb_substr($kind, 0, 20)]),
        };

        return $onEvery ? $growth->onEvery() : $growth;
    }

    public function text(): string
    {
        return $this->kind->value.([] === $this->values ? '' : ':'.implode(',', $this->values)).($this->onEvery ? self::EVERY : '');
    }

    /** The same with treads on every tempo. */
    public function onEvery(): self
    {
        return new self($this->kind, $this->values, true);
    }

    /**
     * The tempos on which treads may lie, up to a goal, which is always one of them.
     *
     * @return list<int> beats a minute, rising
     */
    public function marks(int $goal): array
    {
        $marks = $this->onEvery ? range(TempoMarks::SLOWEST, max(TempoMarks::SLOWEST, $goal)) : TempoMarks::all();

        $under = [];
        foreach ($marks as $mark) {
            if ($mark >= $goal) {
                break;
            }
            $under[] = $mark;
        }

        return [...$under, $goal];
    }

    /** The highest of them not above a tempo; the slowest if all are. */
    public function floor(float $tempo): int
    {
        return $this->onEvery ? max(TempoMarks::SLOWEST, (int) floor($tempo)) : TempoMarks::floor($tempo);
    }

    /** The one nearest to a tempo. */
    public function nearest(float $tempo): int
    {
        return $this->onEvery ? max(TempoMarks::SLOWEST, (int) round($tempo)) : TempoMarks::nearest($tempo);
    }

    /**
     * Tempos from start to goal before rounding, both included; where the class decides, these two.
     *
     * @return list<float>
     */
    public function tempos(int $start, int $goal): array
    {
        return match ($this->kind) {
            GrowthKind::Likely => [(float) $start, (float) $goal],
            GrowthKind::Fixed => array_map(
                floatval(...),
                range($start, $goal, max($this->values[0], intdiv($goal - $start, self::MAX_TREADS), 1)),
            ),
            GrowthKind::Percent => $this->percentTempos($start, $goal),
            GrowthKind::Ratio => $this->ratioTempos($start, $goal),
        };
    }

    /** @return list<float> */
    private function percentTempos(int $start, int $goal): array
    {
        $tempos = [(float) $start];
        foreach ($this->values as $percent) {
            if (($goal * $percent) / 100 > $start) {
                $tempos[] = ($goal * $percent) / 100;
            }
        }

        return $tempos;
    }

    /** @return list<float> */
    private function ratioTempos(int $start, int $goal): array
    {
        $steps = max(Numbers::ceil(log($goal / $start) / log(self::MAX_RATIO)), ($this->values[0] ?? 1) - 1, 1);

        return array_map(static fn (int $step): float => $start * ($goal / $start) ** ($step / $steps), range(0, $steps));
    }
}
