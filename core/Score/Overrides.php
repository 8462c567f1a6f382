<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/** What a teacher set of the notes of one instrument's part; of two edits of the same thing the later counts. */
final readonly class Overrides
{
    /** @param array<string, array<string, Override>> $edits by note and kind */
    private function __construct(private array $edits)
    {
    }

    public static function none(): self
    {
        return new self([]);
    }

    /** @param iterable<Override> $edits */
    public static function of(iterable $edits): self
    {
        $sorted = [];
        foreach ($edits as $edit) {
            $sorted[$edit->note][$edit->kind->value] = $edit;
        }

        return new self($sorted);
    }

    /** @return list<Override> that belong to this note and still meet its pitch */
    public function at(Event $event): array
    {
        if (!isset($this->edits[$event->id]) || $event->isRest()) {
            return [];
        }

        return array_values(array_filter($this->edits[$event->id], static fn (Override $edit): bool => $edit->pitch === $event->pitches[0]->name()));
    }

    public function value(Event $event, OverrideKind $kind): ?string
    {
        if ([] === $this->edits) {
            return null;
        }
        $edit = $this->edits[$event->id][$kind->value] ?? null;

        return null === $edit || $event->isRest() || $edit->pitch !== $event->pitches[0]->name() ? null : $edit->value;
    }

    /**
     * Edits whose note is gone or sounds another pitch now: they are not obeyed, and not lost either.
     *
     * @return list<Override>
     */
    public function lost(Part $part): array
    {
        $lost = $this->edits;
        if ([] === $lost) {
            return [];
        }
        foreach ($part->measures as $events) {
            foreach ($events as $event) {
                foreach (isset($lost[$event->id]) ? $this->at($event) : [] as $edit) {
                    unset($lost[$event->id][$edit->kind->value]);
                }
            }
        }

        return array_merge(...array_map(array_values(...), array_values($lost)));
    }
}
