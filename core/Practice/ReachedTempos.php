<?php

declare(strict_types=1);

namespace CoinStair\Core\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Lesson\Climbed;
use CoinStair\Core\Score\Piece;

/** The tempos at which a class has each chunk: from its log, and from the steps that are planned before. Grows step by step. */
final class ReachedTempos
{
    /** @var list<Reached> */
    private array $rows = [];
    private int $meeting = 0;

    /** @param bool $isLearned it was learned or joined, not only played again */
    public function add(Chunk $chunk, Climbed $climbed, bool $isLearned): void
    {
        if ($climbed->tempo > 0) {
            $this->rows[] = new Reached($chunk, $climbed, $isLearned, $this->meeting);
        }
    }

    /** The lowest tempo of the chunks of which a larger one is made, each as it was reached last; 0 if none was. */
    public function lowestIn(Chunk $chunk): int
    {
        $lowest = 0;
        $seen = [];
        foreach (array_reverse($this->rows) as $row) {
            $other = $row->chunk;
            $tempo = $row->climbed->tempo;
            if ($other->contains($chunk)) {
                return 0 === $lowest ? $tempo : min($lowest, $tempo);
            }
            if (!$chunk->contains($other) || [] !== array_filter($seen, static fn (Chunk $later): bool => $later->contains($other))) {
                continue;
            }
            $seen[] = $other;
            $lowest = 0 === $lowest ? $tempo : min($lowest, $tempo);
        }

        return $lowest;
    }

    public function nextMeeting(): void
    {
        ++$this->meeting;
    }

    /** @return list<Reached> the largest of what was learned or joined in the last lesson, but for spots, in the order of the music */
    public function ofLastLesson(): array
    {
        $rows = [];
        foreach ($this->rows as $row) {
            if ($row->isLearned && $row->meeting === $this->meeting - 1 && ChunkKind::Spot !== $row->chunk->kind) {
                $rows[$row->chunk->edges()] = $row;
            }
        }
        $largest = array_filter($rows, static fn (Reached $row): bool => !self::isInside($row, $rows));
        usort($largest, static fn (Reached $one, Reached $other): int => $one->chunk->from->compare($other->chunk->from));

        return $largest;
    }

    /** Something of the piece was at a goal before this meeting. */
    public function hasOlder(int $goal): bool
    {
        foreach ($this->rows as $row) {
            if ($row->isLearned && $row->meeting < $this->meeting && $row->climbed->tempo >= $goal) {
                return true;
            }
        }

        return false;
    }

    /** The longest chunk that was learned or joined, and was at a goal before this meeting; else the longest of this one. */
    public function longest(Piece $piece, int $goal): ?Reached
    {
        $longest = null;
        $most = [-1, 0];
        foreach ($this->rows as $row) {
            $isOlder = $row->meeting < $this->meeting;
            if (!$row->isLearned || ($isOlder && $row->climbed->tempo < $goal)) {
                continue;
            }
            $size = [(int) $isOlder, $piece->ticksBetween($row->chunk->from, $row->chunk->to)];
            if ($size >= $most) {
                $longest = $row;
                $most = $size;
            }
        }

        return $longest;
    }

    /** @param array<string, Reached> $rows */
    private static function isInside(Reached $row, array $rows): bool
    {
        foreach ($rows as $other) {
            if ($other !== $row && $other->chunk->contains($row->chunk)) {
                return true;
            }
        }

        return false;
    }
}
