<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Difficulty;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Difficulty\Difficulty;
use CoinStair\Core\Difficulty\Spot;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\FingerMarks;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Report\ChunksReport;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 5, "Moves and comfort tempo", for several instruments together. */
final class DifficultyTest extends TestCase
{
    public function testTheInstrumentThatHoldsTheRestBackDecides(): void
    {
        $piece = Tunes::abc('D E F G|A B c d|', '4/4', 'D');
        $difficulty = $this->difficulty($piece, Instrument::strings());
        $whole = Chunk::whole($piece);
        $hardest = $difficulty->hardest($whole);
        self::assertNotNull($hardest);
        foreach (Instrument::strings() as $instrument) {
            $own = $difficulty->hardest($whole, [$instrument]);
            self::assertSame($instrument, $own?->instrument);
            self::assertGreaterThanOrEqual($hardest->tempo(), $own->tempo());
        }
        self::assertNull($difficulty->hardest($whole, []));
        self::assertEqualsWithDelta($hardest->tempo(), $difficulty->comfort($whole, 100)->tempo, 1e-9);
    }

    public function testWithoutHandsComfortIsAShareOfTheGoal(): void
    {
        $piece = Tunes::abc('z4|z4|');
        self::assertSame(60.0, Difficulty::of($piece, [])->comfort(Chunk::whole($piece), 80)->tempo);
    }

    public function testWhereNothingMovesAnyTempoIsComfortable(): void
    {
        $piece = Tunes::abc('D4|');
        self::assertGreaterThan(80.0, $this->difficulty($piece, [Instrument::Violin])->comfort(Chunk::whole($piece), 80)->tempo);
    }

    public function testSpotsOfAllInstrumentsWorstFirst(): void
    {
        $piece = ScoreFile::read((string) file_get_contents(\dirname(__DIR__, 3).'/demo/tunes/17-night-train-to-brindle.abc'))->piece;
        $spots = $this->difficulty($piece, Instrument::strings())->spots(104);
        $severities = array_map(static fn (Spot $spot): float => $spot->severity, $spots);
        $sorted = $severities;
        rsort($sorted);
        self::assertSame($sorted, $severities);
        self::assertGreaterThan(1, \count(array_unique(array_map(static fn (Spot $spot): string => $spot->instrument->value, $spots))));
        foreach ($spots as $spot) {
            self::assertFalse($spot->to->isBefore($spot->from));
            self::assertSame(null === $spot->move, 1.0 === $spot->severity);
            if (null !== $spot->move) {
                self::assertEqualsWithDelta(104 / $spot->move->comfort(), $spot->severity, 1e-9);
            }
        }
    }

    /** @param list<string> $expected "instrument place" of the notes on which a part leaves the unison */
    #[DataProvider('unisons')]
    public function testThePartLeavesTheUnison(string $body, array $expected): void
    {
        $piece = Tunes::abc("V:1 name=\"Violin\"\nV:2 name=\"Viola\" clef=alto\n".$body, '4/4', 'D');
        $spots = array_filter(
            $this->difficulty($piece, [Instrument::Violin, Instrument::Viola])->spots(30),
            static fn (Spot $spot): bool => 'The part leaves the unison.' === $spot->reason->template,
        );
        $told = array_map(
            static fn (Spot $spot): string => $spot->instrument->value.' '.$spot->to->position.'+'.$spot->to->offset / 10080,
            $spots,
        );
        sort($told);
        self::assertSame($expected, $told);
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function unisons(): iterable
    {
        yield 'together all the time' => ["[V:1] DEFG|A4|\n[V:2] DEFG|A4|", []];
        yield 'in octaves is together' => ["[V:1] defg|a4|\n[V:2] DEFG|A4|", []];
        yield 'from the third beat' => ["[V:1] DEFG|ABAA|\n[V:2] DEFG|ABDD|", ['viola 1+2', 'violin 1+2']];
        yield 'one rests' => ["[V:1] DEFG|A4|\n[V:2] DEFG|z4|", []];
        yield 'never together' => ["[V:1] DEFG|A4|\n[V:2] D4|D4|", []];
    }

    public function testWhatIsNewWeighsInTheLoad(): void
    {
        $piece = Tunes::abc('D E F G|', '4/4', 'D');
        $hands = BothHands::of($piece, Instrument::Violin, HandPolicies::ofLevel(1), 80);
        $places = [];
        foreach ($hands->fingering->choices as $choice) {
            self::assertNotNull($choice);
            $places[] = FingerMarks::place($hands->fingering, $choice);
        }
        self::assertSame([], self::weights($piece, null, []), 'nothing is known of the class: nothing is new');
        self::assertSame([2.5, 2.5, 2.5, 2.5], self::weights($piece, [], []), 'the class knows nothing: all is new');
        self::assertSame([2.5, 2.5], self::weights($piece, [$places[0], $places[1]], []));
        self::assertSame([1.5, 2.5], self::weights($piece, [$places[0], $places[1]], [$places[2]]));
        self::assertSame([], self::weights($piece, $places, []));
    }

    public function testTheReportHoldsTogether(): void
    {
        foreach (['10-weir-song.abc', '23-ferry-lights.musicxml'] as $file) {
            $piece = ScoreFile::read((string) file_get_contents(\dirname(__DIR__, 3).'/demo/tunes/'.$file))->piece;
            foreach (Method::cases() as $method) {
                $report = ChunksReport::tell($piece, Instrument::strings(), HandPolicies::ofLevel(1), 96, $method);
                $chunks = array_column($report['chunks'], null, 'id');
                self::assertCount(\count($report['chunks']), $chunks, 'ids are unique');
                foreach ($chunks as $chunk) {
                    $at = $chunk['from'];
                    foreach ($chunk['children'] as $child) {
                        self::assertSame($at, $chunks[$child]['from'], $file);
                        $at = $chunks[$child]['to'];
                    }
                    self::assertSame([] === $chunk['children'] ? $chunk['from'] : $chunk['to'], $at, 'children fill their chunk');
                }
                foreach ($report['order'] as $step) {
                    self::assertArrayHasKey($step['chunk'], $chunks);
                    self::assertSame('find' === $step['as'], null !== $step['like']);
                }
                $last = $report['order'][\count($report['order']) - 1];
                self::assertSame(['whole', 'run'], [$chunks[$last['chunk']]['kind'], $last['as']]);
                $kinds = array_count_values(array_column($report['chunks'], 'kind'));
                self::assertSame(1, $kinds['whole']);
            }
        }
    }

    public function testTheComfortOfAChunkIsTheLeastOfItsMoves(): void
    {
        $piece = Tunes::abc('D D D D|=F c =F c|D4|', '4/4', 'D');
        $difficulty = $this->difficulty($piece, [Instrument::Violin]);
        $first = Chunk::of($piece, ChunkKind::Measure, Place::of(0), Place::of(1));
        self::assertEqualsWithDelta(60 / 0.305, $difficulty->hardest($first)?->tempo() ?? 0, 1e-6, 'the landing is part of it');
        self::assertEqualsWithDelta(
            60 / 0.22,
            $difficulty->hardest(Chunk::of($piece, ChunkKind::Measure, Place::of(0), Place::of(1), false))?->tempo() ?? 0,
            1e-6,
        );
        self::assertSame(
            'Finger 2 hops from D to A.',
            $difficulty->hardest(Chunk::of($piece, ChunkKind::Measure, Place::of(1), Place::of(2)))?->move->reason->text(),
        );
    }

    /** @param list<Instrument> $instruments */
    private function difficulty(Piece $piece, array $instruments): Difficulty
    {
        return Difficulty::of(
            $piece,
            array_map(
                static fn (Instrument $instrument): BothHands => BothHands::of($piece, $instrument, HandPolicies::ofLevel(1), 80),
                $instruments,
            ),
        );
    }

    /**
     * @param list<string>|null $known
     * @param list<string>      $introduced
     *
     * @return list<float>
     */
    private static function weights(Piece $piece, ?array $known, array $introduced): array
    {
        return array_values(
            Difficulty::of(
                $piece,
                [BothHands::of($piece, Instrument::Violin, HandPolicies::ofLevel(1), 80, null, $known)],
                [],
                ['violin' => $introduced],
            )->weights,
        );
    }
}
