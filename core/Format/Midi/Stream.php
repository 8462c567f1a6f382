<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Midi;

use CoinStair\Core\Format\UnreadableFile;

/** Reads numbers from the bytes of a MIDI file; never past their end. */
final class Stream
{
    public function __construct(private readonly string $bytes, private int $at = 0, private ?int $end = null)
    {
        $this->end ??= \strlen($bytes);
    }

    public function isAtEnd(): bool
    {
        return $this->at >= $this->end;
    }

    public function byte(): int
    {
        if ($this->isAtEnd()) {
            throw UnreadableFile::because('The MIDI file ends in the middle, at byte {byte}.', ['byte' => (string) $this->at]);
        }

        return \ord($this->bytes[$this->at++]);
    }

    public function peek(): int
    {
        $byte = $this->byte();
        --$this->at;

        return $byte;
    }

    /** @param int<1, 4> $size bytes, the highest first */
    public function number(int $size): int
    {
        $number = 0;
        for (; $size > 0; --$size) {
            $number = ($number << 8) | $this->byte();
        }

        return $number;
    }

    /** A number in groups of seven bits, four groups at most. */
    public function variable(): int
    {
        $number = 0;
        for ($group = 0; $group < 4; ++$group) {
            $byte = $this->byte();
            $number = ($number << 7) | ($byte & 0x7F);
            if ($byte < 0x80) {
                return $number;
            }
        }

        throw UnreadableFile::because('The MIDI file is damaged at byte {byte}: a number does not end.', ['byte' => (string) $this->at]);
    }

    /**
     * What is there of so many bytes.
     *
     * @phpstan-impure
     */
    public function text(int $length): string
    {
        $length = max(0, min($length, (int) $this->end - $this->at));
        $text = substr($this->bytes, $this->at, $length);
        $this->at += $length;

        return $text;
    }

    /** A stream of the next so many bytes, or of those that are there. */
    public function part(int $length): self
    {
        $end = min((int) $this->end, $this->at + $length);
        $part = new self($this->bytes, $this->at, $end);
        $this->at = $end;

        return $part;
    }
}
