<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\LeftHand;

use CoinStair\Core\LeftHand\Fingering;
use CoinStair\Core\LeftHand\FingeringPolicy;
use CoinStair\Core\LeftHand\FingerMark;
use CoinStair\Core\LeftHand\FingerMarks;
use CoinStair\Core\LeftHand\KeepDownPolicy;
use CoinStair\Core\LeftHand\Line;
use CoinStair\Core\LeftHand\OpenStringPolicy;
use CoinStair\Core\LeftHand\Reasons;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class FingerMarksTest extends TestCase
{
    /** @param list<list<string>> $expected */
    #[DataProvider('lines')]
    public function testMarks(string $instrument, string $body, array $expected): void
    {
        [$fingering, $policy] = self::fingered($instrument, $body);
        self::assertSame(
            $expected,
            array_map(
                static fn (array $marks): array => array_map(static fn (FingerMark $mark): string => $mark->value, $marks),
                FingerMarks::find($fingering, $policy),
            ),
        );
    }

    /** @return iterable<string, array{string, string, list<list<string>>}> */
    public static function lines(): iterable
    {
        yield 'a finger stays while another string sounds' => [
            'violin',
            'c E c z|',
            [['keep-down', 'beside'], ['anchor', 'set-together'], []],
        ];
        yield 'not if it is needed elsewhere' => ['violin', 'B E B z|', [['across'], ['across'], []]];
        yield 'across a fifth' => ['violin', 'B ^f z2|', [['across'], []]];
        yield 'a hop' => ['violin', '=F ^c z2|', [['hop'], []]];
        yield 'a slide' => ['violin', '=F ^F z2|', [['slide'], []]];
        yield 'a finger prepared during an open string' => ['violin', 'D E z2|', [['prepare'], []]];
        yield 'fingers set together on the way to a higher one' => ['violin', 'D G z2|', [['prepare', 'set-together'], []]];
        yield 'the lower finger set beneath' => ['violin', 'G ^F z2|', [['set-beneath'], []]];
        yield 'placed against its neighbour' => ['violin', '^F G z2|', [['anchor'], []]];
        yield 'out of reach' => ['violin', "e'' z3|", [['out-of-reach']]];
        yield 'printed' => ['violin', '!4!A z3|', [['printed']]];
        yield 'no finger across two strings on the bass' => ['bass', 'E,, A,, z2|', [['hop'], []]];
    }

    public function testTheWindowOfKeepingDownIsAPolicy(): void
    {
        $notes = Line::read($piece = Tunes::abc('c E E E|E4|E4|c4|'), $piece->parts[0]);
        foreach (['near' => false, 'always' => true, 'never' => false] as $keepDown => $kept) {
            $policy = FingeringPolicy::of(Instrument::Violin, 1, keepDown: KeepDownPolicy::from($keepDown));
            self::assertSame($kept, \in_array(FingerMark::KeepDown, FingerMarks::find(Fingering::of($notes, $policy), $policy)[0], true));
        }
    }

    public function testPlacesThatTheClassDoesNotKnowAreNew(): void
    {
        [$fingering, $policy] = self::fingered('violin', 'E =F ^F z|');
        self::assertSame(
            [[], ['slide', 'new'], []],
            array_map(
                static fn (array $marks): array => array_values(
                    array_filter(
                        array_map(static fn (FingerMark $mark): string => $mark->value, $marks),
                        static fn (string $mark): bool => 'anchor' !== $mark,
                    ),
                ),
                FingerMarks::find($fingering, $policy, ['D natural 1', 'D natural 2']),
            ),
        );
    }

    #[DataProvider('reasons')]
    public function testEachChoiceExplainsItself(
        string $instrument,
        string $body,
        int $index,
        string $reason,
        string $policy = 'open',
        int $level = 1,
    ): void {
        [$fingering, $chosen] = self::fingered($instrument, $body, $policy, $level);
        self::assertSame($reason, Reasons::tell($fingering, $index, $chosen)->text());
    }

    /** @return iterable<string, array{0: string, 1: string, 2: int, 3: string, 4?: string, 5?: int}> */
    public static function reasons(): iterable
    {
        yield 'one place, found by ear' => ['violin', 'E z3|', 0, 'As the open E, an octave down.'];
        yield 'an open string' => ['violin', 'G A B z|', 1, 'Open A, let it ring.'];
        yield 'an open string of a long note' => ['violin', 'E A2 E|', 1, 'Open A, let it ring: there is time to cross.', 'crossing', 2];
        yield 'a crossing saved' => ['violin', 'E A E z|', 1, 'Fourth finger: saves crossing to A and back.', 'crossing'];
        yield 'a long note' => ['violin', 'c e2 d|', 1, 'Fourth finger: a long note can sing on it, but not on the open E.', 'long'];
        yield 'no stretch yet' => ['cello', 'G,,A,,B,,A,,|G,,A,,B,,^C,|', 2, 'B with 3; open the hand only for C♯.'];
        yield 'a stretch that is due' => ['cello', 'G,,A,,B,,A,,|G,,A,,B,,^C,|', 6, 'B with stretched 2: the hand is open for C♯.'];
        $scale = "AB^cd|e^f^ga|b^c'd'2|";
        yield 'a shift' => ['violin', $scale, 7, 'The first finger leads the hand to III, where C♯ lies.', 'crossing', 3];
        yield 'and what stays there' => ['violin', $scale, 8, 'B with 2: the hand stays in III.', 'crossing', 3];
        yield 'no shift' => ['cello', 'C,D,E,F,|', 3, 'F with 2: the hand stays where it is.', 'open', 3];
        yield 'printed' => ['violin', 'E !4!A E z|', 1, 'Printed in the book.'];
        yield 'a printed finger that is wrong' => [
            'violin',
            '!2!D E z2|',
            0,
            'The printed finger does not give this pitch in the hands of this class; it is not followed.',
        ];
        yield 'held on' => ['violin', 'E4-|E4|', 1, 'Held on.'];
        yield 'out of reach' => ['violin', "d'z3|", 0, 'D is out of reach of these hands; position III has it, or the octave below.'];
        yield 'below the lowest string' => ['violin', 'C,z3|', 0, 'C is out of reach; the octave above is offered.'];
    }

    /** @return array{Fingering, FingeringPolicy} */
    private static function fingered(string $instrument, string $body, string $openStrings = 'open', int $level = 1): array
    {
        $piece = Tunes::abc($body);
        $policy = FingeringPolicy::of(Instrument::from($instrument), $level, OpenStringPolicy::from($openStrings));

        return [Fingering::of(Line::read($piece, $piece->parts[0]), $policy), $policy];
    }
}
