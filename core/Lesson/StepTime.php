<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Score\Copies;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\Stair;
use CoinStair\Core\Stair\Tries;

/** How long a step takes and how many tries it needs (handbook 6). */
final readonly class StepTime
{
    use Copies;

    /**
     * @param list<Tread>   $treads that are climbed
     * @param CoinRule|null $rule   by which they are climbed
     * @param list<Round>   $rounds before them
     * @param float         $before seconds of these rounds, each with its reset, and of the change from plucking to the bow
     * @param float         $talk   seconds before anything is played
     * @param int           $turns  how often the stair is climbed, by different players
     * @param float|null    $fixed  seconds, where the teacher fixed them
     * @param list<int>     $ahead  tempos above the treads that the teacher set for another lesson: today they would take too long
     */
    public function __construct(
        public array $treads = [],
        public ?CoinRule $rule = null,
        public array $rounds = [],
        public float $before = 0.0,
        public float $talk = 0.0,
        public int $turns = 1,
        public ?float $fixed = null,
        public array $ahead = [],
    ) {
    }

    /** The same with more seconds before its stair. */
    public function after(float $seconds): self
    {
        return $this->copy(before: $this->before + $seconds);
    }

    /** All of it, in seconds. */
    public function seconds(): float
    {
        return $this->fixed ?? $this->talk + $this->playing();
    }

    /** Seconds with the instrument up: all but the talk. */
    public function playing(): float
    {
        $climb = 0.0;
        foreach ($this->treads as $tread) {
            $climb += $tread->tries()->mean * $tread->seconds;
        }

        return $this->before + $this->turns * $climb;
    }

    /** All treads that can be climbed today, those that are not expected among them; none where nothing is played. */
    public function stair(): ?Stair
    {
        return [] === $this->treads ? null : Stair::ofTreads([...$this->tempos(), ...$this->ahead]);
    }

    /** @return list<int> beats a minute of the treads that are expected today, rising */
    public function tempos(): array
    {
        return array_map(static fn (Tread $tread): int => $tread->tempo, $this->treads);
    }

    /** How far it comes today, if it goes as expected. */
    public function climbed(): Climbed
    {
        return new Climbed($this->top()->tempo ?? 0, $this->tempos());
    }

    /** The last of the treads; none where nothing is played. */
    public function top(): ?Tread
    {
        return $this->treads[\count($this->treads) - 1] ?? null;
    }

    /** Tries of one turn over all treads; none where nothing is played. */
    public function tries(): ?Tries
    {
        return [] === $this->treads
            ? null
            : Tries::sum(array_map(static fn (Tread $tread): Tries => $tread->tries(), $this->treads));
    }

    /** Coins that are earned on all treads. Goes that are played once each count as their chance of being clean. */
    public function coins(): float
    {
        return array_sum(array_map(static fn (Tread $tread): float => $tread->earned(), $this->treads));
    }

    /** @return list<int> positions of the measures before the seams that are played alone first, once for each go */
    public function seams(): array
    {
        return array_values(array_filter(array_map(static fn (Round $round): ?int => $round->seam(), $this->rounds), is_int(...)));
    }
}
