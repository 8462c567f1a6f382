<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Form;

use CoinStair\Core\Form\Canon;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Form\Talk;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\WhoKind;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Tests\Sequence\Plans;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 5, rounds: one line, learned in unison, then in two groups, then as it is written. */
final class CanonTest extends TestCase
{
    private const LINE = 'DEFD|FGA2|A/B/A/G/FD|A,DD2|';

    /** @param array<string, int>|null $delays measures after which each part enters; none where it is no round */
    #[DataProvider('pieces')]
    public function testPartsThatEnterAfterOneAnotherWithOneLineAreARound(string $body, ?array $delays, int $measures): void
    {
        $canon = Canon::find(Tunes::abc($body, '4/4', 'D'));
        self::assertSame([$delays, $measures], [$canon?->delays, $canon->measures ?? 0]);
    }

    /** @return iterable<string, array{string, array<string, int>|null, int}> */
    public static function pieces(): iterable
    {
        $line = self::LINE;
        $rest = 'z4|z4|';
        yield 'two parts' => ["V:1\n{$line}{$rest}\nV:2\n{$rest}{$line}", ['P1' => 0, 'P2' => 2], 4];
        yield 'octaves apart' => ["V:1\n{$line}{$rest}\nV:2 clef=bass octave=-1\n{$rest}{$line}", ['P1' => 0, 'P2' => 2], 4];
        yield 'the lower one begins' => ["V:1\n{$rest}{$line}\nV:2\n{$line}{$rest}", ['P1' => 2, 'P2' => 0], 4];
        yield 'two begin together' => [
            "V:1\n{$line}{$rest}\nV:2\n{$line}{$rest}\nV:3\n{$rest}{$line}",
            ['P1' => 0, 'P2' => 0, 'P3' => 2],
            4,
        ];
        yield 'the last ends otherwise' => ["V:1\n{$line}{$rest}\nV:2\n{$rest}DEFD|FGA2|A/B/A/G/FD|D4|", ['P1' => 0, 'P2' => 2], 4];
        yield 'all end together' => ["V:1\n$line\nV:2\nz4|DEFD|FGA2|A/B/A/G/FD|", ['P1' => 0, 'P2' => 1], 4];
        yield 'one part' => [$line, null, 0];
        yield 'all in unison' => ["V:1\n$line\nV:2\n$line", null, 0];
        yield 'another line' => ["V:1\n{$line}{$rest}\nV:2\n{$rest}DEFD|GFE2|A/B/A/G/FD|A,DD2|", null, 0];
        yield 'a part besides' => ["V:1\n{$line}{$rest}\nV:2\n{$rest}{$line}\nV:3\nD4|D4|D4|D4|D4|D4|", null, 0];
        yield 'a few notes alike' => ["V:1\n{$line}{$rest}\nV:2\n{$rest}DEFD|B4|B4|B4|", null, 0];
        yield 'half a measure late' => ["V:1\n{$line}{$rest}\nV:2\nz2DE|FDFG|A2A/B/A/G/|FDA,D|D2z2|z4|", null, 0];
    }

    public function testItsMeasuresAreLearnedOnce(): void
    {
        $piece = self::fourParts();
        $canon = Canon::find($piece) ?? self::fail('It is one.');
        $learned = $canon->inUnison($piece);
        self::assertSame([4, 4, 2], [$canon->groups(), Likeness::of($learned)->distinct(), $canon->every]);
        foreach ($learned->parts as $part) {
            foreach (range(0, 3) as $position) {
                self::assertNotSame([], array_filter($part->events($position), static fn ($event): bool => !$event->isRest()), $part->id);
            }
            $ids = array_merge(...array_map(static fn (array $events): array => array_column($events, 'id'), $part->measures));
            self::assertSame($ids, array_values(array_unique($ids)), 'each note is one of its own');
        }
        $told = array_map(static fn (Notice $notice): string => $notice->text(), Talk::of($piece, Likeness::of($piece))->sections);
        self::assertSame('A round in 4 groups: each enters 2 measures after the one before, with the same line.', $told[0]);
        self::assertContains('4 of 10 measures are to be learned.', $told);
    }

    public function testItIsPlayedInUnisonThenInTwoGroupsThenAsItIsWritten(): void
    {
        $piece = self::fourParts();
        foreach (Method::cases() as $method) {
            $plan = Plans::of(Plans::piece($piece, 2, 96, 27), $method)->plan();
            self::assertTrue($plan->isAtGoal(), $method->value);
            $behind = array_filter(
                $plan->steps(),
                static fn (LessonStep $step): bool => null !== $step->chunk && Place::of(4)->isBefore($step->chunk->to),
            );
            foreach ($behind as $step) {
                self::assertSame([StepPurpose::Run, WhoKind::Parts], [$step->step->purpose, $step->step->who()->kind], $method->value);
                self::assertSame('as it is written: count, and come in with the line', $step->says?->text());
            }
            $kinds = array_map(static fn (LessonStep $step): WhoKind => $step->step->who()->kind, $plan->lessons[0]->steps);
            $halves = array_search(WhoKind::Halves, $kinds, true);
            $parts = array_search(WhoKind::Parts, $kinds, true);
            self::assertIsInt($halves, $method->value);
            self::assertGreaterThan($halves, $parts);
            self::assertStringStartsWith('in two groups', $plan->lessons[0]->steps[$halves]->says?->text() ?? '');
        }
    }

    private static function fourParts(): Piece
    {
        $line = self::LINE;
        $rest = 'z4|z4|';

        return Tunes::abc(
            "V:1 name=\"Violin\"\n$line$rest$rest$rest\nV:2 name=\"Viola\"\n$rest$line$rest$rest\n".
            "V:3 name=\"Cello\" clef=bass octave=-1\n$rest$rest$line$rest\n".
            "V:4 name=\"Double Bass\" clef=bass octave=-2\n$rest$rest$rest$line",
            '4/4',
            'D',
        );
    }
}
