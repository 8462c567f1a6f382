<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Difficulty;

use CoinStair\Core\Difficulty\Difficulty;
use CoinStair\Core\Difficulty\Move;
use CoinStair\Core\Difficulty\MoveFamily;
use CoinStair\Core\Difficulty\MovesOfLine;
use CoinStair\Core\Difficulty\MoveTimes;
use CoinStair\Core\Difficulty\Newness;
use CoinStair\Core\Difficulty\Spot;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Tests\RandomPieces;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 5, "Moves and comfort tempo", and the table of handbook 6. */
final class MoveTimesTest extends TestCase
{
    /** @param array<string, string> $choices */
    #[DataProvider('moves')]
    public function testSecondsOfTheFirstMove(
        string $body,
        float $seconds,
        MoveFamily $family,
        string $instrument = 'violin',
        int $level = 1,
        array $choices = [],
    ): void {
        $move = $this->movesOf($body, $instrument, $level, $choices)[0];
        self::assertEqualsWithDelta($seconds, $move->seconds, 1e-9);
        self::assertSame($family, $move->family);
    }

    /** @return iterable<string, array{0: string, 1: float, 2: MoveFamily, 3?: string, 4?: int, 5?: array<string, string>}> */
    public static function moves(): iterable
    {
        $bow = 0.25 * 0.22;
        yield 'the same note again' => ['D D z2|', 0.22, MoveFamily::Bow];
        yield 'open to finger' => ['D E z2|', 0.25 + $bow, MoveFamily::Left];
        yield 'the next finger' => ['E F z2|', 0.28 + $bow, MoveFamily::Left];
        yield 'over a finger' => ['E G z2|', 0.32 + $bow, MoveFamily::Left];
        yield 'a finger slides' => ['=F ^F z2|', 0.5 + $bow, MoveFamily::Left];
        yield 'to the fourth finger' => ['E !4!A z2|', 0.45 + $bow, MoveFamily::Left];
        yield 'the fourth finger of a cello is an ordinary one' => ['F G z2|', 0.28 + $bow, MoveFamily::Left, 'cello'];
        yield 'to an open neighbor' => ['D A z2|', 0.35 + $bow, MoveFamily::Crossing];
        yield 'from an open string to a finger on the next' => ['D c z2|', 0.35 + $bow, MoveFamily::Crossing];
        yield 'from a finger to the open neighbor' => ['E A z2|', 0.35 + $bow, MoveFamily::Crossing];
        yield 'to the neighbor, other finger' => ['E c z2|', 0.4 + $bow, MoveFamily::Crossing];
        yield 'two fingers of a double stop' => ['A [Gc] z2|', 0.7 + 0.25 * 0.35 + $bow, MoveFamily::Left];
        yield 'a double stop again' => ['[Gc][Gc] z2|', 0.22, MoveFamily::Bow];
        yield 'one finger more' => ['B [GB] z2|', 0.4 + $bow, MoveFamily::Crossing];
        yield 'one finger across both strings' => ['A [EB] z2|', 0.35 + $bow, MoveFamily::Crossing];
        yield 'an open string below a finger' => ['A [DB] z2|', 0.35 + $bow, MoveFamily::Crossing];
        yield 'a double stop on the cello' => ['A [GB] z2|', 0.7 + 0.25 * 0.35 + $bow, MoveFamily::Left, 'cello'];
        yield 'across' => ['E B z2|', 0.5 + $bow, MoveFamily::Crossing];
        yield 'a hop' => ['=F c z2|', 0.65 + $bow, MoveFamily::Crossing];
        yield 'a hop by policy' => ['E B z2|', 0.65 + $bow, MoveFamily::Crossing, 'violin', 1, ['fifth' => 'hop']];
        yield 'over a string' => ['D e z2|', 0.7 + $bow, MoveFamily::Crossing];
        yield 'over two strings' => ['G, e z2|', 0.85 + $bow, MoveFamily::Crossing];
        yield 'a shift' => ['B c G,G,|', 0.9 + 0.25 * 0.32 + $bow, MoveFamily::Left, 'bass'];
        yield 'a retake' => ['vD vE z2|', 0.75 + 0.25 * 0.25, MoveFamily::Bow];
        yield 'hooked' => ['(.D.D) z2|', 0.22 + 0.1, MoveFamily::Bow];
        yield 'from plucking to the bow' => ['"_pizz."D "_arco"D z2|', 2.5, MoveFamily::Bow];
        yield 'slurred' => ['(EF) z2|', 0.28, MoveFamily::Left];
        yield 'a crossing inside a slur' => ['(DA) z2|', 0.35 * 1.3, MoveFamily::Crossing];
        yield 'from a note after a rest on the beat' => ['z/D/ E z2|', 0.45 + 0.25 * 0.25 + $bow, MoveFamily::Rhythm];
        yield 'the hand goes first where both ask as much' => ['z/E/ !4!A z2|', 0.45 + 0.25 * 0.45 + $bow, MoveFamily::Left];
        yield 'the second year' => ['D E z2|', (0.25 + $bow) * 0.8, MoveFamily::Left, 'violin', 2];
        yield 'the fourth year' => ['D E z2|', (0.25 + $bow) * 0.55, MoveFamily::Left, 'violin', 4];
        yield 'never under the least' => ['D D z2|', 0.22 * 0.55, MoveFamily::Bow, 'violin', 4];
    }

    public function testTheComfortTempoIsWhereTheGapGivesTheTime(): void
    {
        [$first, $second] = $this->movesOf('D D/ E/ z2|');
        self::assertEqualsWithDelta(60 / 0.22, $first->comfort(), 1e-6);
        self::assertEqualsWithDelta(30 / (0.25 + 0.055), $second->comfort(), 1e-6);
        self::assertSame([true, true], [$second->from->equals(Place::of(0, 10080)), $second->to->equals(Place::of(0, 15120))]);
    }

    /** @param list<string> $families of the moves, one after the other */
    #[DataProvider('rhythms')]
    public function testRhythmCostsOnTheMoveThatLeavesTheNote(string $body, array $families, string $meter = '4/4'): void
    {
        $hands = BothHands::of(Tunes::abc($body, $meter, 'D'), Instrument::Violin, HandPolicies::ofLevel(1), 100);
        $rows = array_map(
            static fn (Move $move): string => MoveFamily::Rhythm === $move->family ? $move->row->value : '',
            MoveTimes::reckon($hands),
        );
        self::assertSame($families, $rows);
    }

    /** @return iterable<string, array{0: string, 1: list<string>, 2?: string}> */
    public static function rhythms(): iterable
    {
        yield 'eighths on the beat and after it' => ['D/D/D/D/ D2|', ['', '', '', '']];
        yield 'a longer one between two shorter ones' => ['D/DD/ D2|', ['', 'off-beat', '']];
        yield 'after a rest on the beat' => ['D z/D/ D2|', ['', 'off-beat']];
        yield 'after a rest off the beat' => ['D D/z/ D2|', ['', '']];
        yield 'tied over the beat' => ['D D/D/- D/D/ D|D4|', ['', '', 'off-beat', '', '']];
        yield 'the short note after a dot' => ['D3/2D/ D2|', ['', 'after-dot']];
        yield 'the shorter one, too' => ['D3/4D/4D3/4D/4 D2|', ['', 'after-dot', '', 'after-dot']];
        yield 'a quarter after three' => ['D3D|D4|', ['', '']];
        yield 'not after a rest in place of the dot' => ['Dz/D/ D2|', ['', 'off-beat']];
        yield 'a triplet' => ['(3D/D/D/ D D2|', ['tuplet', 'tuplet', 'tuplet', '']];
        yield 'a beat of three, and the notes of the next one' => ['D3/2D/D/D/|D3|', ['', '', '', ''], '6/8'];
        yield 'a beat of three in its halves' => ['DD/DD/|D3|', ['', '', '', ''], '6/8'];
    }

    #[DataProvider('comforts')]
    public function testAComfortThatATeacherWouldBelieve(string $body, int $level, float $least, float $most): void
    {
        $tempos = array_map(static fn (Move $move): float => $move->comfort(), $this->movesOf($body, 'violin', $level));
        $lowest = min([\INF, ...$tempos]);
        self::assertGreaterThan($least, $lowest);
        self::assertLessThan($most, $lowest);
    }

    /** @return iterable<string, array{string, int, float, float}> */
    public static function comforts(): iterable
    {
        yield 'quarters across one string, first year' => ['D c D c|', 1, 120, 160];
        yield 'eighths across one string with one open, first year' => ['D/c/D/c/ z2|', 1, 66, 76];
        yield 'the same in the second year' => ['D/c/D/c/ z2|', 2, 86, 96];
        yield 'eighths on one string, first year' => ['D/E/F/G/ z2|', 1, 84, 100];
        yield 'eighths with a hop, first year' => ['=F/c/=F/c/ z2|', 1, 38, 46];
        yield 'half notes over two strings' => ['G,2 e2|', 1, 120, 150];
    }

    public function testSpotsOfOneCauseAtOnePlaceAreOneForPeople(): void
    {
        $piece = Tunes::abc('D4|E/c/E/c/ D2|D4|', '4/4', 'D');
        $hands = array_map(
            static fn (Instrument $instrument): BothHands => BothHands::of($piece, $instrument, HandPolicies::ofLevel(1), 72),
            [Instrument::Violin, Instrument::Viola, Instrument::Cello],
        );
        $together = Spot::together(Difficulty::of($piece, $hands)->spots(110));
        self::assertSame(
            ['violin', 'viola', 'cello'],
            array_map(static fn (Spot $spot): string => $spot->instrument->value, $together[0]),
        );
        self::assertStringStartsWith('The bow crosses from', $together[0][0]->reason->text());
    }

    public function testSpotsTwoBeatsApartInOneMeasureAreOne(): void
    {
        $spots = self::spotsOf($this->hands('D/c/z D/c/z|D4|z3 D/c/|D/c/z3|'), 110);
        self::assertSame(
            ['0+0–0+25200', '2+30240–2+35280', '2+35280–3+5040'],
            array_map(
                static fn (Spot $spot): string => implode('–', [
                    $spot->from->position.'+'.$spot->from->offset,
                    $spot->to->position.'+'.$spot->to->offset,
                ]),
                $this->inOrder(array_values(array_filter($spots, static fn (Spot $spot): bool => null !== $spot->move))),
            ),
        );
    }

    /**
     * @param list<Spot> $spots
     *
     * @return list<Spot>
     */
    private function inOrder(array $spots): array
    {
        usort($spots, static fn (Spot $one, Spot $other): int => $one->from->compare($other->from));

        return $spots;
    }

    public function testTheClassesOwnFactorAndNewPlacesCount(): void
    {
        $hands = $this->hands('D E z2|');
        self::assertEqualsWithDelta(0.305 * 1.5, MoveTimes::reckon($hands, ['left' => 1.5])[0]->seconds, 1e-9);
        self::assertEqualsWithDelta(0.305, MoveTimes::reckon($hands, ['bow' => 9.0])[0]->seconds, 1e-9);
        $new = BothHands::of(Tunes::abc('D E z2|', '4/4', 'D'), Instrument::Violin, HandPolicies::ofLevel(1), 72, null, ['D natural 0']);
        self::assertEqualsWithDelta(0.305 * 1.4, Difficulty::of($new->piece, [$new])->moves(Instrument::Violin)[0]->seconds, 1e-9);
    }

    public function testAReasonNamesTheMoveThatDecided(): void
    {
        self::assertSame('Finger 2 hops from D to A.', $this->movesOf('=F c z2|')[0]->reason->text());
        self::assertSame('The bow crosses over two strings, G to E.', $this->movesOf('G, e z2|')[0]->reason->text());
    }

    public function testSpotsAreMovesUnderTheGoalClusteredWorstFirst(): void
    {
        $hands = $this->hands('D4|=F/c/=F/c/ D2|D4|E B E2|');
        $spots = self::spotsOf($hands, 110);
        // Moves that are two beats apart in one measure, and less, are one spot.
        self::assertSame(
            [[1, 1], [3, 3]],
            array_map(static fn (Spot $spot): array => [$spot->from->position, $spot->to->position], $spots),
        );
        self::assertGreaterThan($spots[1]->severity, $spots[0]->severity);
        self::assertEqualsWithDelta(30 / (0.65 + 0.055), $spots[0]->comfort() ?? 0, 1e-6);
        self::assertEqualsWithDelta(110 / ($spots[0]->comfort() ?? 1), $spots[0]->severity, 1e-6);
        self::assertSame(
            [],
            array_filter(self::spotsOf($hands, 40), static fn (Spot $spot): bool => null !== $spot->move),
            'at the comfort tempo of the worst it vanishes',
        );
    }

    public function testOtherPlacesAreHardWithoutATempo(): void
    {
        $hands = $this->hands("D4|z4|D4|[M:3/4]D3|[K:G]D3|\n|:D3|1 D3:|2 D3|]");
        $spots = array_map(
            static fn (Spot $spot): string => $spot->to->position.' '.$spot->reason->text(),
            array_filter(self::spotsOf($hands, 40), static fn (Spot $spot): bool => null === $spot->move),
        );
        self::assertSame(
            ['2 The entry after a long rest.', '3 The meter changes.', '4 The key changes.', '7 The jump to the last ending.'],
            array_values($spots),
        );
    }

    public function testTheHardestMoveOfARun(): void
    {
        $moves = MovesOfLine::of($this->movesOf('D D D D|=F c =F c|'));
        self::assertEqualsWithDelta(60 / 0.22, $moves->hardest(Place::of(0), Place::of(1), false)?->comfort() ?? 0, 1e-6);
        self::assertEqualsWithDelta(
            60 / 0.305,
            $moves->hardest(Place::of(0), Place::of(1), true)?->comfort() ?? 0,
            1e-6,
            'the landing counts',
        );
        self::assertEqualsWithDelta(60 / 0.705, $moves->hardest(Place::of(0), Place::of(2), false)?->comfort() ?? 0, 1e-6);
        self::assertNull($moves->hardest(Place::of(5), Place::of(6), true));
        self::assertNull(MovesOfLine::of([])->hardest(Place::of(0), Place::of(1), true));
    }

    public function testTheHardestMoveOfAnyRunIsThatOfAllItsMoves(): void
    {
        $piece = RandomPieces::piece(7, measures: 16);
        $list = MoveTimes::reckon(BothHands::of($piece, Instrument::Violin, HandPolicies::ofLevel(1), 100));
        $moves = MovesOfLine::of($list);
        for ($from = 0; $from < \count($piece->measures); ++$from) {
            for ($to = $from + 1; $to <= \count($piece->measures); ++$to) {
                $least = \INF;
                foreach ($list as $move) {
                    $least =
                        !$move->from->isBefore(Place::of($from)) && $move->to->isBefore(Place::of($to))
                            ? min($least, $move->comfort())
                            : $least;
                }
                self::assertEqualsWithDelta(
                    $least,
                    $moves->hardest(Place::of($from), Place::of($to), false)?->comfort() ?? \INF,
                    1e-9,
                    "$from to $to",
                );
            }
        }
    }

    public function testWhatIsIntroducedTakesALittleLongerAndWhatIsNewMore(): void
    {
        $hands = $this->hands('D E F G|');
        $seconds = static fn (Newness $newness): float => MoveTimes::reckon($hands, [], [1 => $newness])[0]->seconds;
        self::assertEqualsWithDelta(
            [1.15, 1.4],
            [$seconds(Newness::Introduced) / $seconds(Newness::Known), $seconds(Newness::New) / $seconds(Newness::Known)],
            1e-9,
        );
    }

    /**
     * @param array<string, string> $choices
     *
     * @return list<Move>
     */
    private function movesOf(string $body, string $instrument = 'violin', int $level = 1, array $choices = []): array
    {
        return MoveTimes::reckon($this->hands($body, $instrument, $level, $choices));
    }

    /** @param array<string, string> $choices */
    private function hands(string $body, string $instrument = 'violin', int $level = 1, array $choices = []): BothHands
    {
        return BothHands::of(
            Tunes::abc($body, '4/4', 'D'),
            Instrument::from($instrument),
            HandPolicies::of($level, $choices + ['openStrings' => 'open']),
            72,
        );
    }

    /** @return list<Spot> worst first */
    private static function spotsOf(BothHands $hands, int $goal): array
    {
        return Difficulty::of($hands->piece, [$hands])->spots($goal);
    }
}
