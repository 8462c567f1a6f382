<?php

declare(strict_types=1);

namespace CoinStair\Core\Difficulty;

/**
 * The comfort tempo of a chunk and what practice does to it (handbook 6). Starting values.
 */
final readonly class Comfort
{
    public const STEEPNESS = 5.5;
    public const MIDDLE = 1.2;
    public const GAIN_PER_COIN = 1.04;
    public const CAP_OF_GOAL = 1.25;
    private const UNTIL_KNOWN = 0.75;
    /** Beats of a repetition whose chance is that of the curve itself; the exponent of others is held between two limits. */
    private const BEATS = 8.0;
    private const SHORTEST = 0.7;
    private const LONGEST = 2.5;

    /** @param float $tempo motor comfort: what the hands need, in beats a minute */
    private function __construct(
        public float $tempo,
        private float $goal,
        private ?ReadingLimit $limit = null,
        public Unread $unread = new Unread(0.0),
    ) {
    }

    /**
     * @param float $tempo beats a minute, above 0
     *
     * @throws \InvalidArgumentException
     */
    public static function of(float $tempo, int $goal): self
    {
        if ($tempo <= 0 || $goal <= 0) {
            throw new \InvalidArgumentException('Tempos lie above zero.');
        }

        return new self($tempo, $goal);
    }

    /** Until the hands of a piece are known. */
    public static function untilKnown(int $goal): self
    {
        return self::of(self::UNTIL_KNOWN * $goal, $goal);
    }

    /** The same, held by what was not read yet. */
    public function limited(ReadingLimit $limit, Unread $unread): self
    {
        return new self($this->tempo, $this->goal, $limit, $unread);
    }

    /** The comfort tempo: the lesser of what the hands need and what can be read, in beats a minute. */
    public function lesser(): float
    {
        return null === $this->limit ? $this->tempo : min($this->tempo, $this->limit->tempo($this->unread->lack));
    }

    /** What is read holds it, not the hands. */
    public function isHeldByReading(): bool
    {
        return $this->lesser() < $this->tempo;
    }

    /**
     * The chance of a clean repetition at a tempo, 0 to 1: the longer, and the more of it is new, the more can go wrong; weak seams take
     * their share.
     *
     * @param float $beats of one repetition, its landing not counted
     */
    public function chance(int $tempo, float $beats): float
    {
        $length = max(self::SHORTEST, min(self::LONGEST, sqrt(max(0.0, $beats) / self::BEATS))) + $this->unread->longer();

        return (1 / (1 + exp(self::STEEPNESS * ($tempo / $this->lesser() - self::MIDDLE)))) ** $length * $this->unread->seams();
    }

    /**
     * The highest of some tempos at which a repetition is clean with a chance; none if it is not at any.
     *
     * @param list<int> $tempos beats a minute, rising
     * @param float     $beats  of one repetition, its landing not counted
     */
    public function highest(array $tempos, float $beats, float $chance): ?int
    {
        $found = null;
        foreach ($tempos as $tempo) {
            if ($this->chance($tempo, $beats) < $chance) {
                break;
            }
            $found = $tempo;
        }

        return $found;
    }

    /** After so many coins, one after the other; held at the cap, but never lowered by it. */
    public function afterCoins(int|float $coins): self
    {
        $counting = $this->unread->counting($coins);
        $tempo = $this->tempo * self::GAIN_PER_COIN ** $counting;

        return new self(
            max($this->tempo, min(self::CAP_OF_GOAL * $this->goal, $tempo)),
            $this->goal,
            $this->limit,
            $this->unread->after($counting),
        );
    }
}
