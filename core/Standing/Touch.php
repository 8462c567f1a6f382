<?php

declare(strict_types=1);

namespace CoinStair\Core\Standing;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;

/** What a lesson's log says of one chunk that was played in it, with its fingers: all that later comfort follows from. */
final readonly class Touch implements \JsonSerializable
{
    /**
     * @param string            $step      id of the step by which it was played
     * @param float             $coins     that were earned
     * @param int               $reached   highest tempo at which the rule was met; 0 for none
     * @param int               $stoppedAt tempo of the tread on which the class stopped
     * @param list<int>         $treads    of its stair
     * @param bool              $learned   it was learned or joined, not found, reviewed or run
     * @param bool              $found     its notes were taught at another place
     * @param list<Instrument>  $who       the instruments that played; none: all
     * @param bool              $done      its top was reached, or the teacher said so
     * @param list<int>         $seams     positions of the measures before the seams that were played alone first, once for each go
     * @param array<int, float> $coinsAt   coins by the tempo at which they were earned; all at the one reached where it is not told
     * @param Notice|null       $said      what the class was told before it was learned; none where the teacher had words of their own
     */
    public function __construct(
        public string $step,
        public Chunk $chunk,
        public float $coins,
        public int $reached,
        public int $stoppedAt,
        public array $treads,
        public bool $learned = true,
        public bool $found = false,
        public array $who = [],
        public bool $done = false,
        public array $seams = [],
        public array $coinsAt = [],
        public ?Notice $said = null,
    ) {
    }

    /** @return array<int, float> coins by the tempo at which they were earned, in beats a minute, rising */
    public function earned(): array
    {
        $earned = [] === $this->coinsAt ? [$this->reached => $this->coins] : $this->coinsAt;
        ksort($earned);

        return $earned;
    }

    /**
     * The class played, or one of some instruments.
     *
     * @param list<Instrument> $instruments
     */
    public function isOf(array $instruments): bool
    {
        return [] === $this->who
            || [] !== array_filter($this->who, static fn (Instrument $one): bool => \in_array($one, $instruments, true));
    }

    /** @return list<mixed> what tells two apart */
    public function jsonSerialize(): array
    {
        return [
            $this->step,
            $this->chunk->edges(),
            $this->chunk->lands,
            $this->coins,
            $this->reached,
            $this->stoppedAt,
            $this->treads,
            $this->learned,
            $this->found,
            $this->who,
            $this->done,
            $this->seams,
            $this->coinsAt,
            $this->said?->text() ?? '',
        ];
    }
}
