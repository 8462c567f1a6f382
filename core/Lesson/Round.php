<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;

/**
 * One go before the stair of a step (handbook 6): of all of its chunk or of some of its measures, in a mode of its own; or a seam that is
 * played alone before what it joins. The one place that knows how it is stored.
 *
 * @phpstan-type Stored string|array{mode: string, from: int, to: int, seam?: bool}
 */
final readonly class Round
{
    /**
     * @param int|null $from position of its first measure; none where it is all of the chunk
     * @param int|null $to   position after its last measure
     */
    private function __construct(public Mode $mode, public ?int $from = null, public ?int $to = null, public bool $isSeam = false)
    {
    }

    /** Of all of the chunk. */
    public static function whole(Mode $mode): self
    {
        return new self($mode);
    }

    /** Of some measures: from a position up to another, which is not counted. */
    public static function over(Mode $mode, int $from, int $to): self
    {
        return new self($mode, $from, $to);
    }

    /** The last measure before a seam and the first one after it, bowed. */
    public static function ofSeam(int $position): self
    {
        return new self(Mode::Bow, $position, $position + 2, true);
    }

    /** What of a chunk, or around it, is played in it; all of the chunk where it says nothing else. */
    public function of(Chunk $chunk, Piece $piece): Chunk
    {
        if (null === $this->from || null === $this->to || $this->to > \count($piece->measures)) {
            return $chunk;
        }
        // What begins in the measure of the chunk begins with it.
        $from = $this->from === $chunk->from->position ? $chunk->from : Place::of($this->from);
        $to = Place::of($this->to);

        return $from->isBefore($to) ? Chunk::of($piece, ChunkKind::Pair, $from, $to) : $chunk;
    }

    /** The position of the measure before the seam; none where it is no seam. */
    public function seam(): ?int
    {
        return $this->isSeam ? $this->from : null;
    }

    /** @param Stored $row as stored() made it, also years ago */
    public static function parse(string|array $row): self
    {
        return \is_string($row)
            ? self::whole(Mode::from($row))
            : new self(Mode::from($row['mode']), $row['from'], $row['to'], $row['seam'] ?? false);
    }

    /** @return Stored */
    public function stored(): string|array
    {
        if (null === $this->from || null === $this->to) {
            return $this->mode->value;
        }
        $row = ['mode' => $this->mode->value, 'from' => $this->from, 'to' => $this->to];

        return $this->isSeam ? $row + ['seam' => true] : $row;
    }
}
