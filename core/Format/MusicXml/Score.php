<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\MeasureDraft;
use CoinStair\Core\Format\NoteDraft;
use CoinStair\Core\Format\PieceDraft;
use CoinStair\Core\Format\UnreadableFile;

/** A score while it is read: where in which part the walk stands, and what becomes of it. */
final class Score
{
    public readonly PieceDraft $draft;
    /** the part that is being read */
    public ?PartState $part = null;
    /** the measure that is being read */
    public ?MeasureDraft $measure = null;
    /** the note that is being read */
    public ?NoteDraft $note = null;
    /** the note before it, to which further notes of a chord go */
    public ?NoteDraft $chordOf = null;
    /** ticks from the start of the measure */
    public int $time = 0;
    public bool $isTimewise = false;
    /** @var array<string, string> names of parts, by id */
    public array $names = [];
    /** @var array<string, PartState> by id */
    private array $parts = [];
    /** @var array<string, true> things already told once */
    private array $told = [];

    public function __construct(Limits $limits, private readonly Tag $tag)
    {
        $this->draft = new PieceDraft($limits);
    }

    public function usePart(string $id): PartState
    {
        $this->parts[$id] ??= new PartState($this->draft->part($id, $this->names[$id] ?? ''));

        return $this->part = $this->parts[$id];
    }

    /** The part that is being read is the first of the score: what it says holds for the whole. */
    public function isInFirstPart(): bool
    {
        return $this->part === reset($this->parts);
    }

    /** The one part that was begun; none where there are several. */
    public function onlyPart(): ?PartState
    {
        return 1 === \count($this->parts) ? reset($this->parts) : null;
    }

    /** Where a sign over the staff goes: to the note it stands in, or to the next one; nowhere outside a part. */
    public function marked(): PendingMarks|NoteDraft|null
    {
        return $this->note ?? (null === $this->part ? null : $this->part->pending ??= new PendingMarks());
    }

    /** Puts a note into the measure that is being read. */
    public function add(NoteDraft $note, PartState $part): void
    {
        // The line is looked up only where it is told.
        $part->part->add($part->position, $note, $part->part->isFull($part->position) ? $this->tag->line() : 0);
    }

    /** @param array<string, string> $parameters */
    public function notice(string $template, array $parameters = []): void
    {
        $this->draft->notice($this->tag->line(), 1, $template, $parameters);
    }

    /**
     * @param string                $what       one word for it
     * @param array<string, string> $parameters
     */
    public function tellOnce(string $what, string $template, array $parameters = []): void
    {
        if (!isset($this->told[$what])) {
            $this->told[$what] = true;
            $this->notice($template, $parameters);
        }
    }

    /** @param array<string, string> $parameters */
    public function refused(string $template, array $parameters = []): UnreadableFile
    {
        return UnreadableFile::at($this->tag->line(), 1, $template, $parameters);
    }

    /**
     * @param list<mixed> $marks of one kind, on one note
     *
     * @throws UnreadableFile if they are too many
     */
    public function expectFew(array $marks): void
    {
        if (\count($marks) > Limits::MARKS) {
            throw $this->refused('A note has more than {limit} marks of one kind.', ['limit' => (string) Limits::MARKS]);
        }
    }
}
