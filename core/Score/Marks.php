<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * What stands over, under and beside one note, chord or rest (handbook 2).
 */
final readonly class Marks
{
    public const STRINGS = ['C', 'G', 'D', 'A', 'E'];

    /**
     * @param list<Articulation>   $articulations in the order of the enumeration, each once
     * @param bool                 $lift          the bow is lifted after the note
     * @param array<int, int>      $fingers       printed fingers, 0 to 4, by index of the pitch
     * @param array<int, string>   $strings       printed strings by letter, by index of the pitch
     * @param Hairpin              $hairpin       that opens at the note
     * @param bool                 $hairpinStop   a hairpin closes at the end of the note
     * @param list<PlayingWord>    $words         that hold from the note on
     * @param array<int, Syllable> $lyrics        by verse, from 1
     */
    private function __construct(
        public array $articulations,
        public BowMark $bow,
        public bool $lift,
        public array $fingers,
        public array $strings,
        public ?Dynamic $dynamic,
        public Hairpin $hairpin,
        public bool $hairpinStop,
        public array $words,
        public array $lyrics,
    ) {
    }

    public static function none(): self
    {
        /** @var self|null $none */
        static $none = null;

        return $none ??= new self([], BowMark::None, false, [], [], null, Hairpin::None, false, [], []);
    }

    /**
     * @param list<Articulation>   $articulations
     * @param array<int, int>      $fingers
     * @param array<int, string>   $strings
     * @param list<PlayingWord>    $words
     * @param array<int, Syllable> $lyrics
     *
     * @throws \InvalidArgumentException for a finger or string that does not exist
     */
    public static function of(
        array $articulations = [],
        BowMark $bow = BowMark::None,
        bool $lift = false,
        array $fingers = [],
        array $strings = [],
        ?Dynamic $dynamic = null,
        Hairpin $hairpin = Hairpin::None,
        bool $hairpinStop = false,
        array $words = [],
        array $lyrics = [],
    ): self {
        foreach ($fingers as $finger) {
            if ($finger < 0 || $finger > 4) {
                throw new \InvalidArgumentException(\sprintf('There is no finger %d.', $finger));
            }
        }
        if ([] !== array_diff($strings, self::STRINGS)) {
            throw new \InvalidArgumentException(\sprintf('There is no string %s.', implode(', ', array_diff($strings, self::STRINGS))));
        }
        $kept = array_values(
            array_filter(Articulation::cases(), static fn (Articulation $mark): bool => \in_array($mark, $articulations, true)),
        );
        ksort($fingers);
        ksort($strings);
        ksort($lyrics);
        $marks = new self($kept, $bow, $lift, $fingers, $strings, $dynamic, $hairpin, $hairpinStop, $words, $lyrics);

        return $marks == self::none() ? self::none() : $marks;
    }

    /** The same with a syllable of a verse, or without one. */
    public function said(int $verse, ?Syllable $syllable): self
    {
        $lyrics = array_diff_key($this->lyrics, [$verse => true]) + (null === $syllable ? [] : [$verse => $syllable]);

        return $lyrics == $this->lyrics
            ? $this
            : self::of(
                $this->articulations,
                $this->bow,
                $this->lift,
                $this->fingers,
                $this->strings,
                $this->dynamic,
                $this->hairpin,
                $this->hairpinStop,
                $this->words,
                $lyrics,
            );
    }

    /** The same for another instrument, whose fingers are its own. */
    public function withoutFingers(): self
    {
        return [] === $this->fingers && [] === $this->strings
            ? $this
            : self::of(
                $this->articulations,
                $this->bow,
                $this->lift,
                [],
                [],
                $this->dynamic,
                $this->hairpin,
                $this->hairpinStop,
                $this->words,
                $this->lyrics,
            );
    }

    public function isNone(): bool
    {
        return $this === self::none();
    }

    /** Dots or tenutos: under a slur the bow stops before such a note. */
    public function isDotted(): bool
    {
        return $this->has(Articulation::Staccato) || $this->has(Articulation::Tenuto);
    }

    public function has(Articulation $mark): bool
    {
        return [] !== $this->articulations && \in_array($mark, $this->articulations, true);
    }
}
