<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Sequence\PieceForClass;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 6, "Prompt line". */
final class PromptsTest extends TestCase
{
    /** @return iterable<string, array{string, int, string}> notes of eight measures, year, what is told of the third and fourth */
    public static function rarest(): iterable
    {
        $plain = 'D E F G|A B A G|';
        $end = 'F E D E|D4|D E F G|F4|';
        yield 'a stroke of the year' => [$plain.'(.D.E) (.F.G)|A4|'.$end, 2, 'same bow, a stop between: play, stop, play'];
        yield 'a rhythm' => [$plain.'D3 E F2 G2|A4 D4|'.$end, 2, 'hold the dot, the short note comes late: say it'];
        yield 'a slur before quarters' => [$plain.'(D E F) G|A4|'.$end, 2, 'three notes, one bow: a third of it for each'];
        yield 'in year one a slur is far ahead' => [$plain.'(D E) F G|A4|'.$end, 1, 'two notes, one bow'];
        yield 'triplets in year three' => [$plain.'(3DEF G2 A|A4|'.$end, 3, 'three to a beat, even: say them first'];
    }

    #[DataProvider('rarest')]
    public function testTheRarestIsTold(string $abc, int $year, string $line): void
    {
        $length = str_contains($abc, 'D3') ? '1/8' : '1/4';
        $piece = Tunes::abc($abc, '4/4', 'D', $length);
        $told = $this->told(Plans::piece($piece, $year, 84, 27), $piece, 2, 4);
        self::assertStringContainsString($line, $told->text());
    }

    public function testNothingRareIsToldMoreThanTwice(): void
    {
        $piece = Tunes::abc(str_repeat('(.D.E) (.F.G)|A4|D E F G|B A G F|', 4), '4/4', 'D');
        $class = Plans::piece($piece, 2, 84, 27);
        $prompts = $class->prompts(84);
        $practice = $class->practice($class->aim(), Instrument::strings());
        $practices = array_fill_keys(array_column(Instrument::strings(), 'value'), $practice);
        $hooks = 0;
        for ($at = 0; $at < 16; $at += 4) {
            $told = $prompts->of($this->chunk($piece, $at, $at + 2), Instrument::strings(), $practices);
            $hooks += str_contains($told->text(), 'a stop between') ? 1 : 0;
        }
        self::assertSame(2, $hooks);
    }

    /** Only what is true for more than half of those who play is told to all. */
    #[DataProvider('tunes')]
    public function testWhatIsTrueForFewIsToldToThem(string $file, int $year, int $goal, int $minutes): void
    {
        $tune = Plans::tune($file);
        $plan = Plans::of(Plans::piece($tune, $year, $goal, $minutes), Method::Forward);
        $lines = 0;
        foreach ($plan->plan()->steps() as $step) {
            if (StepPurpose::Learn !== $step->step->purpose || null === $step->chunk || null === $step->says) {
                continue;
            }
            $text = $step->says->text();
            self::assertLessThanOrEqual(3, substr_count($text, ' · ') + 1, $text);
            ++$lines;
            // A move that is told to all is one that decides for more than half of them.
            foreach ($this->toAll($step) as $line) {
                $true = array_filter(
                    Instrument::strings(),
                    fn (Instrument $one): bool => $this->isTrueFor($plan->of, $step->chunk ?? self::fail(), $one, $line),
                );
                self::assertGreaterThanOrEqual(2, \count($true), "$file, {$step->chunk->edges()}: $line");
            }
        }
        self::assertGreaterThan(0, $lines);
    }

    /** @return iterable<string, array{string, int, int, int}> */
    public static function tunes(): iterable
    {
        foreach (Plans::TUNES as $file => [$year, $goal, $minutes]) {
            yield $file => [$file, $year, $goal, $minutes];
        }
    }

    public function testTheSameSentenceStandsOnNoThirdStepInARow(): void
    {
        foreach (Plans::TUNES as $file => [$year, $goal, $minutes]) {
            $steps = Plans::of(Plans::piece(Plans::tune($file), $year, $goal, $minutes), Method::Forward)->plan()->steps();
            $learned = array_filter($steps, static fn (LessonStep $step): bool => StepPurpose::Learn === $step->step->purpose);
            $before = ['', ''];
            foreach ($learned as $step) {
                $line = $step->says?->text() ?? '';
                $isSame = [$line] === array_values(array_unique($before));
                self::assertFalse($isSame && !str_contains($line, ' · ') && !str_contains($line, 'the note'), "$file: $line");
                $before = [$before[1], $line];
            }
        }
    }

    /** @return list<string> lines of a step that are told to all */
    private function toAll(LessonStep $step): array
    {
        return [] !== $step->step->who()->instruments ? [] : array_values(
            array_filter(
                explode(' · ', $step->says?->text() ?? ''),
                static fn (string $line): bool => 1 !== preg_match('/^(violins|violas|cellos|basses|listen,)/', $line),
            ),
        );
    }

    /** An instrument has such a move or such a skill there. */
    private function isTrueFor(PieceForClass $class, Chunk $chunk, Instrument $instrument, string $line): bool
    {
        $skills = $class->skillsToTell();
        $codes = array_keys($skills->scores($instrument, $chunk->from->position, $chunk->lastPosition() + 1, 1));
        $lines = array_map(static fn (string $code): string => $skills->line($code)->text(), $codes);
        foreach ($class->difficulty()->moves($instrument) as $move) {
            if ($chunk->holds($move->from)) {
                $lines[] = (new Notice(0, 0, $move->row->prompt(), $move->reason->parameters))->text();
            }
        }

        return \in_array($line, $lines, true);
    }

    private function told(PieceForClass $class, Piece $piece, int $from, int $to): Notice
    {
        $practice = $class->practice($class->aim(), Instrument::strings());
        $practices = array_fill_keys(array_column(Instrument::strings(), 'value'), $practice);

        return $class->prompts(84)->of($this->chunk($piece, $from, $to), Instrument::strings(), $practices);
    }

    private function chunk(Piece $piece, int $from, int $to): Chunk
    {
        return Chunk::of($piece, ChunkKind::Pair, Place::of($from), Place::of($to));
    }
}
