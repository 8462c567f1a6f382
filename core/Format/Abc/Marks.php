<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Score\Articulation;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Dynamic;
use CoinStair\Core\Score\Hairpin;
use CoinStair\Core\Score\Jump;
use CoinStair\Core\Score\PlayingWord;

/** Marks over the notes: each waits for the note behind it, or goes to the measure. */
final readonly class Marks
{
    private const HAIRPINS = [
        'crescendo(' => Hairpin::Crescendo,
        '<(' => Hairpin::Crescendo,
        'diminuendo(' => Hairpin::Diminuendo,
        '>(' => Hairpin::Diminuendo,
    ];
    private const HAIRPIN_STOPS = ['crescendo)', '<)', 'diminuendo)', '>)'];
    private const ARTICULATIONS = [
        'staccato' => Articulation::Staccato,
        'tenuto' => Articulation::Tenuto,
        'accent' => Articulation::Accent,
        '>' => Articulation::Accent,
        'emphasis' => Articulation::Accent,
        'marcato' => Articulation::Marcato,
        '^' => Articulation::Marcato,
        'fermata' => Articulation::Fermata,
    ];
    private const JUMPS = ['segno' => Jump::Segno, 'coda' => Jump::Coda, 'dacoda' => Jump::ToCoda];

    public function __construct(private Tune $tune)
    {
    }

    /** @throws UnreadableFile if a note has too many of one kind */
    public function decoration(string $name, int $at): void
    {
        $jump = self::JUMPS[strtolower($name)] ?? Jump::fromWords($name);
        if (null !== $jump) {
            $this->tune->measure($at)->addJump($jump);

            return;
        }
        $pending = $this->tune->voice()->pending;
        $dynamic = Dynamic::tryFrom($name);
        match (true) {
            1 === preg_match('/^[0-4]$/', $name) => $pending->finger = (int) $name,
            null !== $dynamic => $pending->dynamic = $dynamic,
            isset(self::HAIRPINS[$name]) => $pending->hairpin = self::HAIRPINS[$name],
            \in_array($name, self::HAIRPIN_STOPS, true) => $pending->hairpinStop = true,
            isset(self::ARTICULATIONS[$name]) => $this->add($pending->articulations, self::ARTICULATIONS[$name], $at),
            'upbow' === $name => $pending->bow = BowMark::Up,
            'downbow' === $name => $pending->bow = BowMark::Down,
            'breath' === $name => $pending->lift = true,
            'nil' === $name => null,
            default => $this->leaveOut(mb_substr($name, 0, 30), $at),
        };
    }

    /**
     * Text in quotes: a word or string that players follow; chord names and other remarks are left out.
     *
     * @throws UnreadableFile if a note has too many
     */
    public function annotation(string $text, int $at): void
    {
        $pending = $this->tune->voice()->pending;
        $plain = ltrim($text, '^_<>@ ');
        $word = PlayingWord::fromText($plain);
        if (null !== $word) {
            $this->add($pending->words, $word, $at);
        } elseif (1 === preg_match('/^sul ([CGDAE])$/', $plain, $match)) {
            $pending->string = $match[1];
        } else {
            $this->tune->tellOnce('chords', $this->tune->line->column($at), 'Chord names and remarks above the staff are left out.');
        }
    }

    private function leaveOut(string $name, int $at): void
    {
        $this->tune->tellOnce('decoration '.$name, $this->tune->line->column($at), 'The mark !{name}! is left out.', ['name' => $name]);
    }

    /**
     * @template T of Articulation|PlayingWord
     *
     * @param list<T> $marks that wait for a note
     * @param T       $mark
     *
     * @param-out list<T> $marks
     */
    private function add(array &$marks, Articulation|PlayingWord $mark, int $at): void
    {
        if (\count($marks) >= Limits::MARKS) {
            $line = $this->tune->line;
            throw UnreadableFile::at($line->number, $line->column($at), 'A note has more than {limit} marks of one kind.', [
                'limit' => (string) Limits::MARKS,
            ]);
        }
        $marks[] = $mark;
    }
}
