<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\WarmUp;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\FirstPosition;
use CoinStair\Core\Lesson\FirstContact;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Lesson\Round;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Lesson\WarmUpKind;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Sequence\PieceForClass;
use CoinStair\Core\Standing\Standing;
use CoinStair\Core\Tests\Sequence\Plans;
use CoinStair\Core\Tests\Tunes;
use CoinStair\Core\WarmUp\WarmUpMusic;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 6, "Warm-ups made from the piece". */
final class WarmUpsTest extends TestCase
{
    /** @return iterable<string, array{string, Instrument, string}> code, instrument, notes of the whole */
    public static function music(): iterable
    {
        yield 'two strings, slow to quick' => [
            'open-strings:DA',
            Instrument::Violin,
            'D4:2 A4:2 | D4:1 A4:1 D4:1 A4:1 | D4:1/2 A4:1/2 D4:1/2 A4:1/2 D4:1/2 A4:1/2 D4:1/2 A4:1/2 | D4:4',
        ];
        yield 'a string that the viola has not: its own highest' => [
            'open-strings:AE',
            Instrument::Viola,
            'A4:2 D4:2 | A4:1 D4:1 A4:1 D4:1 | A4:1/2 D4:1/2 A4:1/2 D4:1/2 A4:1/2 D4:1/2 A4:1/2 D4:1/2 | A4:4',
        ];
        yield 'the hand on D in D major' => ['hand:D', Instrument::Violin, 'D4:1 E4:1 F#4:1 G4:1 | G4:1 F#4:1 E4:1 D4:1 | D4:4'];
        yield 'the cello has 3 on F sharp' => ['hand:D', Instrument::Cello, 'D3:1 E3:1 F#3:1 G3:1 | G3:1 F#3:1 E3:1 D3:1 | D3:4'];
        yield 'the bass has 1 and 4' => ['hand:D', Instrument::Bass, 'D2:1 E2:1 F#2:1 F#2:1 | F#2:1 F#2:1 E2:1 D2:1 | D2:4'];
        yield 'a new place against its open string' => ['new:B4', Instrument::Violin, 'A4:1 B4:1 A4:1 B4:1 | B4:2 A4:2'];
        yield 'the same an octave lower' => ['new:B4', Instrument::Cello, 'A3:1 B3:1 A3:1 B3:1 | B3:2 A3:2'];
        yield 'the first note' => ['first-note:1', Instrument::Violin, 'A4:1 A4:1 A4:1 A4:1 | A4:2 A4:2 | A4:4'];
    }

    #[DataProvider('music')]
    public function testWhatIsPlayed(string $code, Instrument $instrument, string $notes): void
    {
        $piece = Tunes::abc('D F A d | A4 | B2 G2 | D4 |', '4/4', 'D');
        self::assertSame($notes, Tunes::text(self::write($piece, $code, [$instrument])));
    }

    public function testAScaleTakesTheOctaveThatTheHandHas(): void
    {
        $piece = Tunes::abc('G A B c | d4 |', '4/4', 'G');
        $violin = Tunes::text(self::write($piece, 'scale', [Instrument::Violin]));
        self::assertStringStartsWith('G3:1 A3:1 B3:1 C4:1 | D4:1 E4:1 F#4:1 G4:1 | G3:1 B3:1 D4:1 G4:1', $violin);
        foreach (Instrument::strings() as $instrument) {
            $this->assertLiesInFirstPosition(self::write($piece, 'scale', [$instrument]), $instrument, 'G major');
        }
    }

    public function testWhatIsPluckedSaysSo(): void
    {
        $events = self::write(Tunes::abc('D4|A4|', '4/4', 'D'), 'first-note:0', [Instrument::Violin])->parts[0]->measures;
        $words = static fn (Event $event): array => array_column($event->marks->words, 'value');
        self::assertSame(['pizz.'], $words($events[0][0]));
        self::assertSame([], $words($events[0][1]));
        self::assertSame(['arco'], $words($events[1][0]));
    }

    /** Whatever is chosen for a tune of the book lies in first position on each instrument, and has its hands. */
    public function testEveryWarmUpOfTheBookCanBePlayedByEveryInstrument(): void
    {
        $kinds = [];
        foreach (Plans::TUNES as $file => [$year, $goal, $minutes]) {
            $plan = Plans::of($piece = Plans::piece(Plans::tune($file), $year, $goal, $minutes), Method::Forward)->plan();
            foreach ($plan->lessons as $lesson) {
                foreach ($lesson->steps as $step) {
                    $warmUp = $step->step->warmUp;
                    if (null === $warmUp) {
                        continue;
                    }
                    $kinds[$warmUp->kind->value] = true;
                    self::assertEquals($warmUp, WarmUp::parse($warmUp->code()));
                    $music = $piece->musicOf($warmUp);
                    foreach (Instrument::strings() as $instrument) {
                        $this->assertLiesInFirstPosition($music, $instrument, $file.' '.$warmUp->code());
                    }
                    self::assertLessThanOrEqual(90.0, $step->time->seconds());
                }
            }
        }
        self::assertGreaterThanOrEqual(3, \count($kinds), implode(', ', array_keys($kinds)));
    }

    public function testWhatIsNewIsPreparedOnceAndMetInRounds(): void
    {
        $piece = Tunes::abc('D F A d | A4 | B2 G2 | D4 | e2 g2 | e4 | d2 B2 | A4 |', '4/4', 'D');
        $policies = Plans::policies(2, 27)->teaching(FirstContact::New, \CoinStair\Core\Lesson\SlowGroup::Apart);
        $known = array_fill_keys(['violin', 'viola', 'cello', 'bass'], ['D natural 0', 'A natural 0', 'D natural 2', 'A natural 1']);
        $class = PieceForClass::of($piece, $policies, Standing::of([], $known), 84);
        $steps = Plans::of($class, Method::Forward)->plan()->lessons[0]->steps;
        $kinds = array_filter(array_map(static fn (LessonStep $step): ?string => $step->step->warmUp?->kind->value, $steps));
        self::assertSame(1, array_count_values($kinds)[WarmUpKind::NewPlace->value] ?? 0);
        $learned = array_values(array_filter($steps, static fn (LessonStep $step): bool => StepPurpose::Learn === $step->step->purpose));
        $over = static fn (int $from): array => array_map(
            static fn (Mode $mode): Round => Round::over($mode, $from, $from + 2),
            [Mode::Say, Mode::Tap, Mode::Pluck, Mode::Bow],
        );
        self::assertEquals([...$over(0), ...$over(2)], $learned[0]->step->rounds, 'over what is new with the measure after it');
        self::assertGreaterThan(60.0, $learned[0]->time->before, 'four goes, the resets, and from plucking to the bow');
        // The same class knows all of it: bow at once.
        $all = PieceForClass::of($piece, $policies, Standing::unknown(), 84);
        $first = Plans::of($all, Method::Forward)->plan()->lessons[0]->steps;
        $rounds = array_merge([], ...array_map(static fn (LessonStep $step): array => $step->step->rounds, $first));
        self::assertSame([], array_filter($rounds, static fn (Round $round): bool => !$round->isSeam));
    }

    #[DataProvider('noCodes')]
    public function testWhatIsNoWarmUp(string $code): void
    {
        self::assertNull(WarmUp::parse($code));
    }

    /** @return iterable<array{string}> */
    public static function noCodes(): iterable
    {
        $odd = ['', 'hand', 'hand:', 'hand:X', 'hand:DA', 'open-strings:D', 'new:H4', 'new:D9'];
        array_push($odd, 'scale:D', 'first-note:x', 'stroke:-1', 'sing');
        foreach ($odd as $code) {
            yield [$code];
        }
    }

    /** @param list<Instrument> $instruments */
    private static function write(Piece $piece, string $code, array $instruments): Piece
    {
        return WarmUpMusic::write($piece, WarmUp::parse($code) ?? self::fail($code), $instruments);
    }

    private function assertLiesInFirstPosition(Piece $music, Instrument $instrument, string $message): void
    {
        $parts = array_values(array_filter($music->parts, static fn ($part): bool => $part->instrument === $instrument));
        self::assertCount(1, $parts, $message);
        foreach ($parts[0]->measures as $position => $events) {
            $length = array_sum(array_map(static fn (Event $event): int => $event->length, $events));
            self::assertSame($music->measures[$position]->length, $length);
            foreach ($events as $event) {
                foreach ($event->pitches as $pitch) {
                    self::assertNotNull(FirstPosition::find($instrument, $pitch), "$message: {$instrument->value} {$pitch->name()}");
                }
            }
        }
        $hands = BothHands::of($music->withParts($parts), $instrument, HandPolicies::ofLevel(2), 66);
        self::assertNotSame([], $hands->fingering->notes, $message);
        self::assertTrue(Chunk::whole($music)->isWhole($music));
    }
}
