<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Tuplet;

/** One voice of one measure, read note by note: where it may be cut. Built and used by Seams alone. */
final class VoiceSeams
{
    /** @var array<int, array{int, bool}> length of the note that ends there (0 for a rest) and whether a slur ends with it, by offset */
    private array $ends = [];
    /** @var list<array{int, int}> rests, which may be cut anywhere */
    private array $rests = [];
    /** @var array<int, true> offsets at which a note begins */
    private array $starts = [];
    private int $slurs;
    private Tuplet $tuplet;
    private int $written = 0;
    private int $smallest = \PHP_INT_MAX;

    /** @param self|null $before the same voice in the measure before */
    public function __construct(?self $before, private readonly int $beatTicks)
    {
        $this->slurs = $before->slurs ?? 0;
        $this->tuplet = Tuplet::none();
    }

    /** Events come in order, without grace notes. */
    public function add(Event $event): void
    {
        $this->slurs = max(0, $this->slurs + $event->slurStarts - $event->slurStops);
        if ($event->isRest()) {
            $this->rests[] = [$event->start, $event->end()];
        } else {
            $this->starts[$event->start] = true;
        }
        if (0 === $this->slurs && !$event->tiedTo && $this->completesTuplet($event)) {
            $this->ends[$event->end()] = [$event->isRest() ? 0 : $event->length, $event->slurStops > 0];
        }
    }

    /**
     * @return array{int, bool}|null length of the note that ends at an offset, 0 in a rest, and whether a slur ends there; none if the
     *                               voice goes on
     */
    public function endAt(int $offset): ?array
    {
        if (isset($this->ends[$offset])) {
            return $this->ends[$offset];
        }
        foreach ($this->rests as [$from, $to]) {
            if ($from < $offset && $offset < $to) {
                return [0, false];
            }
        }

        return null;
    }

    public function beginsAt(int $offset): bool
    {
        return isset($this->starts[$offset]);
    }

    /** @return list<int> offsets */
    public function restEnds(): array
    {
        return array_column($this->rests, 1);
    }

    private function completesTuplet(Event $event): bool
    {
        if ($event->tuplet->isNone()) {
            $this->tuplet = $event->tuplet;

            return true;
        }
        if (!$event->tuplet->equals($this->tuplet)) {
            [$this->tuplet, $this->written, $this->smallest] = [$event->tuplet, 0, \PHP_INT_MAX];
        }
        $written = $event->tuplet->written($event->length);
        $this->written += $written;
        $this->smallest = min($this->smallest, $written);

        return 0 === $this->written % ($event->tuplet->actual * $this->smallest) && 0 === $event->end() % $this->beatTicks;
    }
}
