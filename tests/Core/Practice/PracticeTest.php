<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Practice\Practice;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Standing\PastLesson;
use CoinStair\Core\Standing\Touch;
use CoinStair\Core\Tests\RandomPieces;
use CoinStair\Core\Tests\Sequence\Plans;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** The one rule of comfort (handbook 5 and 6). */
final class PracticeTest extends TestCase
{
    private const TUNE = 'DEFG|A2 F2|DEFG|A4|D/A/D/A/ e/D/e/D/|B2 G2|EDCE|D4|';

    public function testACoinMakesWhatItWasEarnedOnMoreComfortable(): void
    {
        [$piece, $practice] = self::practice(Tunes::abc(self::TUNE, '4/4', 'D'));
        $chunk = self::chunk($piece, 4, 5);
        $before = $practice->hands($chunk)->tempo;
        $elsewhere = $practice->hands(self::chunk($piece, 5, 7))->tempo;
        $practice->clean($chunk, 3);
        self::assertEqualsWithDelta($before * 1.04 ** 3, $practice->hands($chunk)->tempo, 1e-9);
        self::assertSame($elsewhere, $practice->hands(self::chunk($piece, 5, 7))->tempo);
        $whole = $practice->hands(self::chunk($piece, 0, 8))->tempo;
        self::assertEqualsWithDelta($before * 1.04 ** 3, $whole, 1e-9, 'the whole is as its worst');
        $practice->clean($chunk, 100);
        self::assertEqualsWithDelta(1.25 * 96, $practice->hands($chunk)->tempo, 1e-9, 'up to 1.25 times the goal');
    }

    public function testMeasuresThatAreTheSameShareIt(): void
    {
        [$piece, $practice] = self::practice(Tunes::abc('D/A/D/A/ e/D/e/D/|A2F2|D/A/D/A/ e/D/e/D/|A4|', '4/4', 'D'));
        $before = $practice->hands(self::chunk($piece, 2, 3))->tempo;
        $practice->clean(self::chunk($piece, 0, 1), 2);
        self::assertEqualsWithDelta($before * 1.04 ** 2, $practice->hands(self::chunk($piece, 2, 3))->tempo, 1e-9);
        self::assertEqualsWithDelta(0.25, $practice->lack(self::chunk($piece, 2, 3)), 1e-9);
    }

    public function testASpotIsPractisedByItself(): void
    {
        [$piece, $practice] = self::practice(Tunes::abc(self::TUNE, '4/4', 'D'));
        $spot = Chunk::of($piece, ChunkKind::Spot, Place::of(4, Ticks::PER_QUARTER), Place::of(4, 2 * Ticks::PER_QUARTER));
        $rest = Chunk::of($piece, ChunkKind::Spot, Place::of(4, 2 * Ticks::PER_QUARTER), Place::of(5));
        $before = $practice->hands($rest)->tempo;
        $of = $practice->hands($spot)->tempo;
        $practice->clean($spot, 5);
        self::assertEqualsWithDelta($of * 1.04 ** 5, $practice->hands($spot)->tempo, 1e-9);
        self::assertSame($before, $practice->hands($rest)->tempo);
    }

    public function testHalfOfWhatIsFreshIsLostByTheNextMeetingAndTheRestStays(): void
    {
        [$piece, $practice] = self::practice(Tunes::abc(self::TUNE, '4/4', 'D'));
        $chunk = self::chunk($piece, 4, 5);
        $before = $practice->hands($chunk)->tempo;
        $practice->clean($chunk, 6);
        $practice->nextMeeting();
        self::assertEqualsWithDelta($before * 1.04 ** 3, $practice->hands($chunk)->tempo, 1e-9);
        $practice->nextMeeting();
        self::assertEqualsWithDelta($before * 1.04 ** 3, $practice->hands($chunk)->tempo, 1e-9, 'what is left stays for good');
        $practice->clean($chunk, 2);
        $practice->nextMeeting();
        self::assertEqualsWithDelta($before * 1.04 ** 4, $practice->hands($chunk)->tempo, 1e-9, 'only of what was gained since');
        self::assertEqualsWithDelta(0.5 ** 8, $practice->lack($chunk), 1e-9, 'what was read is not forgotten');
    }

    public function testComfortNeverFallsByPractice(): void
    {
        mt_srand(13);
        foreach (range(1, 25) as $seed) {
            $score = RandomPieces::piece($seed);
            [$piece, $practice] = self::practice($score);
            $measures = \count($piece->measures);
            for ($round = 0; $round < 12; ++$round) {
                $watched = array_map(static fn (int $from): Chunk => self::chunk($piece, $from, $from + 1), range(0, $measures - 1));
                $before = array_map(static fn (Chunk $one): float => $practice->comfort($one)->lesser(), $watched);
                $from = mt_rand(0, $measures - 1);
                $chunk = self::chunk($piece, $from, mt_rand($from + 1, $measures));
                match (mt_rand(0, 2)) {
                    0 => $practice->found($chunk),
                    default => $practice->clean($chunk, mt_rand(1, 4)),
                };
                foreach ($watched as $index => $one) {
                    self::assertGreaterThanOrEqual($before[$index] - 1e-9, $practice->comfort($one)->lesser(), "seed $seed");
                }
            }
        }
    }

    public function testAReplayedLessonGivesTheStateThatThePracticeHad(): void
    {
        [$piece, $practice] = self::practice(Tunes::abc(self::TUNE, '4/4', 'D'));
        [, $replayed] = self::practice($piece);
        $first = self::chunk($piece, 0, 4);
        $again = self::chunk($piece, 2, 3);
        $practice->clean($first, 4, 84);
        $practice->found($again);
        $practice->clean($again, 1, 84);
        $practice->nextMeeting();
        $lesson = new PastLesson('1', '2026-11-02', [
            new Touch('r0', $first, 4, 84, 84, [72, 84]),
            new Touch('r1', $again, 1, 84, 84, [84], false, true),
            new Touch('', self::chunk($piece, 4, 8), 7, 60, 60, [60], who: [Instrument::Bass]),
        ]);
        $replayed->replay($lesson, static fn (Touch $touch): float => [] === $touch->who ? \INF : 0.0);
        self::assertEquals($practice->state(), $replayed->state());
    }

    /** @return array{Piece, Practice} */
    private static function practice(Piece $score): array
    {
        $piece = Plans::piece($score, 2, 96, 27);

        return [$score, $piece->practice($piece->aim(), [Instrument::Violin, Instrument::Viola])];
    }

    private static function chunk(Piece $piece, int $from, int $to): Chunk
    {
        return Chunk::of($piece, ChunkKind::ofSize($to - $from), Place::of($from), Place::of($to));
    }
}
