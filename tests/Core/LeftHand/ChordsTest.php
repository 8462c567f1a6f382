<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\LeftHand;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\FingerTrouble;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Tests\Hands\Spoken;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Chords take neighboring strings; two voices are two lines (handbook 3). */
final class ChordsTest extends TestCase
{
    #[DataProvider('doubleStops')]
    public function testDoubleStops(string $body, string $expected, string $instrument = 'violin', int $level = 1): void
    {
        self::assertSame(
            $expected,
            Spoken::fingers(
                BothHands::of(
                    Tunes::abc($body, '4/4', 'D'),
                    Instrument::from($instrument),
                    HandPolicies::of($level, ['openStrings' => 'open']),
                    72,
                ),
                0,
            ),
        );
    }

    /** @return iterable<string, array{0: string, 1: string, 2?: string, 3?: int}> */
    public static function doubleStops(): iterable
    {
        yield 'two open strings' => ['[DA]4|', 'D string, open and open on A'];
        yield 'a finger over an open string' => ['[EA]4|', 'D string, 1 and open on A'];
        yield 'an open string under a finger' => ['[DB]4|', 'D string, open and 1 on A'];
        yield 'a sixth' => ['[Fd]4|', 'D string, 2 and 3 on A'];
        yield 'one finger across a fifth' => ['[EB]4|', 'D string, 1 and 1 on A'];
        yield 'a third' => ['[GB]4|', 'D string, 3 and 1 on A'];
        yield 'three notes' => ['[G,DB]4|', 'G string, open and open on D and 1 on A'];
        yield 'cello' => ['[DA]4|', 'D string, open and open on A', 'cello'];
    }

    public function testAChordThatNoHandHasIsDivided(): void
    {
        $hands = BothHands::of(Tunes::abc('[D,E,]4|', '4/4', 'D'), Instrument::Viola, HandPolicies::ofLevel(1), 72);
        self::assertTrue($hands->fingering->has(0, FingerTrouble::Divided));
        self::assertContains('divided', array_column($hands->notices, 'kind'));
        self::assertSame([], $hands->fingering->choices[0]?->upper);
    }

    public function testAChordThatFollowsALineStaysInItsHand(): void
    {
        self::assertSame(
            'D string, 1; A string, 1; D string, 1 and 1 on A',
            Spoken::fingers(
                BothHands::of(Tunes::abc('E B [EB]2|', '4/4', 'D'), Instrument::Violin, HandPolicies::ofLevel(1), 72),
                0,
            ),
        );
    }

    public function testTwoVoicesAreTwoLines(): void
    {
        $piece = Tunes::abc('d c B A & F E D C|', '4/4', 'D');
        $hands = BothHands::of($piece, Instrument::Violin, HandPolicies::ofLevel(1), 72);
        self::assertCount(1, $hands->divided);
        self::assertSame(
            '3 2 1 0',
            implode(' ', array_map(static fn ($choice): string => (string) $choice?->finger, $hands->fingering->choices)),
        );
        self::assertSame(
            '2 1 0 3',
            implode(' ', array_map(static fn ($choice): string => (string) $choice?->finger, $hands->divided[0]->fingering->choices)),
        );
    }
}
