<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/** What a teacher set of the notes of one instrument's part; of two of the same thing the later counts. */
final readonly class Overrides
{
    /** @param array<string, array<string, Override>> $overrides by note and kind */
    private function __construct(private array $overrides)
    {
    }

    public static function none(): self
    {
        return new self([]);
    }

    /** @param iterable<Override> $overrides */
    public static function of(iterable $overrides): self
    {
        $sorted = [];
        foreach ($overrides as $override) {
            $sorted[$override->note][$override->kind->value] = $override;
        }

        return new self($sorted);
    }

    /** @return list<Override> that belong to this note and still meet its pitch */
    public function at(Event $event): array
    {
        if (!isset($this->overrides[$event->id]) || $event->isRest()) {
            return [];
        }

        return array_values(
            array_filter(
                $this->overrides[$event->id],
                static fn (Override $override): bool => $override->pitch === $event->pitches[0]->name(),
            ),
        );
    }

    public function value(Event $event, OverrideKind $kind): ?string
    {
        if ([] === $this->overrides) {
            return null;
        }
        $override = $this->overrides[$event->id][$kind->value] ?? null;

        return null === $override || $event->isRest() || $override->pitch !== $event->pitches[0]->name() ? null : $override->value;
    }

    /**
     * Edits whose note is gone or sounds another pitch now: they are not obeyed, and not lost either.
     *
     * @return list<Override>
     */
    public function lost(Part $part): array
    {
        $lost = $this->overrides;
        if ([] === $lost) {
            return [];
        }
        foreach ($part->measures as $events) {
            foreach ($events as $event) {
                foreach (isset($lost[$event->id]) ? $this->at($event) : [] as $override) {
                    unset($lost[$event->id][$override->kind->value]);
                }
            }
        }

        return array_merge(...array_map(array_values(...), array_values($lost)));
    }
}
