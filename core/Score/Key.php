<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * A key signature: sharps above zero, flats below, and its mode.
 */
final readonly class Key
{
    private const FIFTHS_ORDER = 'FCGDAEB';
    /** Sharps or flats of a signature. */
    public const MOST_SIGNS = 7;
    /** Fifths from the major key on the same note. */
    public const MODES = [
        'lydian' => 1,
        'major' => 0,
        'mixolydian' => -1,
        'dorian' => -2,
        'minor' => -3,
        'phrygian' => -4,
        'locrian' => -5,
    ];

    private function __construct(public int $fifths, public string $mode)
    {
    }

    /**
     * @param int    $fifths -7 to 7
     * @param string $mode   one of the keys of MODES
     *
     * @throws \InvalidArgumentException
     */
    public static function of(int $fifths, string $mode = 'major'): self
    {
        if (abs($fifths) > self::MOST_SIGNS) {
            throw new \InvalidArgumentException(\sprintf('A key signature has at most seven sharps or flats, not %d.', abs($fifths)));
        }
        if (!isset(self::MODES[$mode])) {
            throw new \InvalidArgumentException(\sprintf('"%s" is no mode.', $mode));
        }

        return new self($fifths, $mode);
    }

    /**
     * @param string $tonic such as "D", "Bb", "F#"
     *
     * @throws \InvalidArgumentException
     */
    public static function onTonic(string $tonic, string $mode): self
    {
        if (!isset(self::MODES[$mode])) {
            throw new \InvalidArgumentException(\sprintf('"%s" is no mode.', $mode));
        }
        $place = strpos(self::FIFTHS_ORDER, $tonic[0]);
        if (false === $place) {
            throw new \InvalidArgumentException(\sprintf('"%s" is no key note.', $tonic));
        }
        $sharps = substr_count($tonic, '#') - substr_count($tonic, 'b');

        return self::of($place - 1 + 7 * $sharps + self::MODES[$mode], $mode);
    }

    /** Semitones that the signature adds to a letter. */
    public function alteration(string $letter): int
    {
        $place = (int) strpos(self::FIFTHS_ORDER, $letter);
        if ($this->fifths > 0) {
            return $place < $this->fifths ? 1 : 0;
        }

        return 6 - $place < -$this->fifths ? -1 : 0;
    }

    /**
     * The spelling of a key of a keyboard that lies nearest to this key signature: a window of twelve on the line of fifths, wide enough
     * on its sharp side for the leading note of the minor key with the same signs.
     *
     * @param int $midi 60 is middle C
     */
    public function spell(int $midi): Pitch
    {
        // Places on the line of fifths; C is 0.
        $fifths = ($midi * 7) % 12;
        $lowest = $this->fifths - 3;
        $fifths += 12 * (int) ceil(($lowest - $fifths) / 12);
        $place = $fifths + 1;
        $letter = self::FIFTHS_ORDER[(($place % 7) + 7) % 7];
        $alteration = (int) floor($place / 7);
        $natural = Pitch::of($letter, 0, 4);
        $octave = intdiv($midi - $alteration - $natural->midi() + 120, 12) - 10 + 4;

        return Pitch::of($letter, $alteration, max(-1, min(10, $octave)));
    }

    /** The key note as people read it: "D", "B♭". */
    public function tonic(): string
    {
        $place = $this->fifths + 1 - self::MODES[$this->mode];
        $letter = self::FIFTHS_ORDER[(($place % 7) + 7) % 7];
        $turns = (int) floor($place / 7);

        return $letter.($turns > 0 ? str_repeat('♯', $turns) : str_repeat('♭', -$turns));
    }

    public function equals(self $other): bool
    {
        return $this->fifths === $other->fifths && $this->mode === $other->mode;
    }
}
