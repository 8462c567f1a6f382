<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * A spelled, sounding pitch (handbook 2): letter, alteration in semitones, octave (C4 is middle C).
 */
final readonly class Pitch
{
    public const LETTERS = 'CDEFGAB';
    private const SEMITONES = [0, 2, 4, 5, 7, 9, 11];
    private const ALTERATIONS = [-3 => 'bbb', -2 => 'bb', -1 => 'b', 0 => '', 1 => '#', 2 => '##', 3 => '###'];

    private function __construct(
        public string $letter,
        public int $alteration,
        public int $octave,
    ) {
    }

    /**
     * @param string $letter     C to B
     * @param int    $alteration semitones, -3 to 3
     *
     * @throws \InvalidArgumentException for anything that is no pitch between octave -1 and 10
     */
    public static function of(string $letter, int $alteration, int $octave): self
    {
        if (1 !== \strlen($letter) || !str_contains(self::LETTERS, $letter)) {
            throw new \InvalidArgumentException(\sprintf('"%s" is no letter from C to B.', $letter));
        }
        if (abs($alteration) > 3 || $octave < -1 || $octave > 10) {
            throw new \InvalidArgumentException(\sprintf('No pitch has alteration %d in octave %d.', $alteration, $octave));
        }

        return new self($letter, $alteration, $octave);
    }

    /**
     * @param string $name as in "F#4", "Bb2"
     *
     * @throws \InvalidArgumentException
     */
    public static function parse(string $name): self
    {
        // A piece has few pitches and thousands of notes; one object stands for all notes of a pitch.
        /** @var array<string, self> $read */
        static $read = [];
        if (isset($read[$name])) {
            return $read[$name];
        }
        if (1 !== preg_match('/^([A-G])(b{0,3}|#{0,3})(-?\d{1,2})$/', $name, $match)) {
            throw new \InvalidArgumentException(\sprintf('"%s" is no pitch such as F#4.', $name));
        }
        $alteration = str_starts_with($match[2], 'b') ? -\strlen($match[2]) : \strlen($match[2]);

        return $read[$name] = self::of($match[1], $alteration, (int) $match[3]);
    }

    public static function fromDiatonic(int $steps, int $alteration): self
    {
        $octave = (int) floor($steps / 7);

        return self::of(self::LETTERS[$steps - 7 * $octave], $alteration, $octave);
    }

    /** Letter steps above C0: one for each line or space. */
    public function diatonic(): int
    {
        return 7 * $this->octave + (int) strpos(self::LETTERS, $this->letter);
    }

    public function midi(): int
    {
        return 12 * ($this->octave + 1) + self::SEMITONES[(int) strpos(self::LETTERS, $this->letter)] + $this->alteration;
    }

    public function octavesUp(int $octaves): self
    {
        return self::of($this->letter, $this->alteration, $this->octave + $octaves);
    }

    public function equals(self $other): bool
    {
        return $this->letter === $other->letter && $this->alteration === $other->alteration && $this->octave === $other->octave;
    }

    public function name(): string
    {
        return $this->letter.self::ALTERATIONS[$this->alteration].$this->octave;
    }

    /** The letter as people read it: "F♯", "B♭". */
    public function letterName(): string
    {
        return $this->letter.strtr(self::ALTERATIONS[$this->alteration], ['b' => '♭', '#' => '♯']);
    }
}
