<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Method;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\ChunkTree;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Difficulty\Difficulty;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Form\Sameness;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Method\TaughtChunk;
use CoinStair\Core\Method\TeachingOrder;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Tests\Effort;
use CoinStair\Core\Tests\RandomPieces;
use CoinStair\Core\Tests\Sequence\Plans;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\DataProviderExternal;
use PHPUnit\Framework\TestCase;

/** Handbook 5, "Methods". */
final class TeachingOrderTest extends TestCase
{
    /** @param list<string> $expected */
    #[DataProviderExternal(Orders::class, 'all')]
    public function testTheOrderOfAMethod(Method $method, string $body, array $expected, int $level = 1): void
    {
        $piece = Tunes::abc($body);
        self::assertSame(
            $expected,
            array_map(self::told(...), TeachingOrder::reckon($method, ChunkTree::of($piece, Likeness::of($piece), $level))),
        );
    }

    public function testTheTeachersOwnChunksAreTaughtAsTheyEnd(): void
    {
        $piece = Tunes::abc(Orders::A.Orders::B.Orders::A.Orders::C);
        $chunk = static fn (int $from, int $to): Chunk => Chunk::of(
            $piece,
            ChunkKind::ofSize($to - $from),
            Place::of($from),
            Place::of($to),
            $to < 16,
        );
        $order = TeachingOrder::reckon(
            Method::Own,
            ChunkTree::of($piece, Likeness::of($piece)),
            [],
            [$chunk(0, 8), $chunk(0, 4), $chunk(4, 8), $chunk(6, 7), $chunk(8, 12)],
        );
        self::assertSame(
            ['learn 0–4', 'learn 6–7', 'learn 4–8', 'join 0–8', 'find 8–12 as 0', 'run 0–16'],
            array_map(self::told(...), $order),
        );
    }

    public function testASpotThatATeacherMadeUnfoldsWhereItIsACrossing(): void
    {
        $piece = Tunes::abc('D4|E4|F4|G4|D2=F/c/=F|E4|D4|D2 D2|', '4/4', 'D');
        $spots = $this->difficulty($piece, 110, [Instrument::Violin])->spots(110);
        $chunk = $spots[0]->chunk($piece);
        $order = TeachingOrder::reckon(Method::Own, ChunkTree::of($piece, Likeness::of($piece)), $spots, [$chunk]);
        self::assertSame(
            [
                'learn 4+2–4+3 open-strings',
                'learn 4+2–4+3 long-stop',
                'learn 4+2–4+3 short-stop',
                'learn 4+2–4+3 no-stop',
                'learn 4+2–4+3 with-fingers',
                'run 0–8',
            ],
            array_map(self::told(...), $order),
        );
    }

    public function testWorstSpotsComeFirstEachThenInItsMeasureAndItsPhrase(): void
    {
        $piece = Tunes::abc('D4|E4|F4|G4|D2=F/c/=F|E4|D4|D2 D2|', '4/4', 'D');
        $order = $this->order(Method::SpotFirst, $piece, 110, [Instrument::Violin]);
        $told = array_map(self::told(...), $order);
        self::assertSame(
            [
                'learn 4+2–4+3 open-strings',
                'learn 4+2–4+3 long-stop',
                'learn 4+2–4+3 short-stop',
                'learn 4+2–4+3 no-stop',
                'learn 4+2–4+3 with-fingers',
                'learn 4–5',
            ],
            \array_slice($told, 0, 6),
        );
        self::assertSame('learn 0–8', $told[6]);
        self::assertSame('run 0–8', end($told));
    }

    public function testAllSpotsOfAPhraseComeBeforeIt(): void
    {
        $piece = Tunes::abc('D2=F/c/=F|E4|G2=f/G/=f|E4|D4|E4|F4|G4|A4|B4|A4|F4|', '4/4', 'D');
        $tree = ChunkTree::of($piece, Likeness::of($piece));
        $told = array_map(self::told(...), $this->order(Method::SpotFirst, $piece, 110, [Instrument::Violin]));
        $phrase = $tree->phraseAt(Place::of(0))->chunk;
        $at = array_search('learn 0–'.$phrase->to->position, $told, true);
        self::assertIsInt($at);
        foreach ($told as $index => $step) {
            if (preg_match('/^learn (\d+)\+/', $step, $match) && (int) $match[1] < $phrase->to->position) {
                self::assertLessThan($at, $index, $step);
            }
        }
    }

    #[DataProvider('severities')]
    public function testOnlyAHardCrossingUnfoldsIntoALadder(int $goal, bool $unfolds): void
    {
        $piece = Tunes::abc('D4|E4|F4|G4|D2=F/c/=F|E4|D4|D2 D2|', '4/4', 'D');
        $spot = $this->difficulty($piece, $goal, [Instrument::Violin])->spots($goal)[0];
        self::assertTrue($spot->crosses());
        self::assertSame($unfolds, $spot->unfolds(), (string) $spot->severity);
        $rungs = array_filter(
            $this->order(Method::SpotFirst, $piece, $goal, [Instrument::Violin]),
            static fn (TaughtChunk $taught): bool => null !== $taught->rung,
        );
        self::assertSame($unfolds ? \count(Rung::cases()) : 0, \count($rungs));
    }

    /** @return iterable<string, array{int, bool}> */
    public static function severities(): iterable
    {
        $piece = Tunes::abc('D4|E4|F4|G4|D2=F/c/=F|E4|D4|D2 D2|', '4/4', 'D');
        $comfort = Difficulty::of($piece, [BothHands::of($piece, Instrument::Violin, HandPolicies::ofLevel(1), 60)])
            ->spots(200)[0]
            ->comfort();
        yield 'a little over' => [(int) ceil($comfort * 1.05), false];
        yield 'just under the border' => [(int) floor($comfort * 1.14), false];
        yield 'just over' => [(int) ceil($comfort * 1.16), true];
        yield 'far over' => [(int) ceil($comfort * 1.5), true];
    }

    public function testNothingIsTaughtAfterWhatHoldsIt(): void
    {
        foreach ($this->pieces() as $name => $piece) {
            foreach (Method::cases() as $method) {
                $held = [];
                foreach ($this->order($method, $piece, 132, [Instrument::Violin, Instrument::Cello]) as $taught) {
                    if (StepPurpose::Run === $taught->as) {
                        continue;
                    }
                    foreach ($held as $other) {
                        self::assertFalse(
                            $other->contains($taught->chunk) && $other->edges() !== $taught->chunk->edges(),
                            "$name, {$method->value}: ".self::told($taught).' in '.$other->edges(),
                        );
                    }
                    $held[] = $taught->chunk;
                }
            }
        }
    }

    public function testALongSpotIsTaughtAtItsWorstMove(): void
    {
        $piece = Tunes::abc('D2 D2|c/=F/c/=F/ c/=F/c/=F/|D4|', '4/4', 'D');
        $spot = $this->difficulty($piece, 320, [Instrument::Violin])->spots(320)[0];
        self::assertGreaterThan(
            $piece->measures[0]->length,
            $piece->ticksBetween($spot->from, $spot->to),
            'from the long note before it on the spot is longer than a measure',
        );
        $chunk = $spot->chunk($piece);
        self::assertNotNull($spot->move);
        self::assertEquals([$spot->move->from, $spot->move->to], [$chunk->from, $chunk->to]);
        self::assertEquals($spot->move->to, $chunk->landing($piece));
    }

    public function testNoPieceOfAPhraseIsLearnedThatHasUnderFourNotes(): void
    {
        foreach (glob(\dirname(__DIR__, 3).'/demo/tunes/*') ?: [] as $file) {
            $tune = Plans::tune(basename($file));
            foreach ([1, 2, 3] as $year) {
                $piece = Plans::piece($tune, $year, $tune->goalTempo ?? 84, 27);
                foreach (Method::cases() as $method) {
                    $plan = Plans::of($piece, $method);
                    foreach ($plan->order() as $taught) {
                        if (StepPurpose::Learn === $taught->as && null === $taught->rung && ChunkKind::Spot !== $taught->chunk->kind) {
                            $about = basename($file)." in year $year, $method->value, ".$taught->chunk->edges();
                            self::assertGreaterThanOrEqual(4, $taught->chunk->onsets($plan->of->piece), $about);
                        }
                    }
                }
            }
        }
    }

    public function testNothingSameIsTaughtTwiceAndAllEndsWithTheWhole(): void
    {
        foreach ($this->pieces() as $name => $piece) {
            $sameness = Sameness::of($piece);
            foreach (Method::cases() as $method) {
                $order = $this->order($method, $piece, 132, [Instrument::Violin, Instrument::Cello]);
                $learned = [];
                foreach ($order as $taught) {
                    $key = $sameness->key($taught->chunk->from, $taught->chunk->to);
                    if ($taught->as->isLearned() && '' !== $key && null === $taught->rung) {
                        self::assertArrayNotHasKey($key, $learned, "$name, {$method->value}: ".self::told($taught));
                        $learned[$key] = true;
                    }
                    if (null !== $taught->like && StepPurpose::Find === $taught->as) {
                        self::assertFalse(
                            $taught->like->from->equals($taught->chunk->from),
                            "$name, {$method->value}: found at another place",
                        );
                    }
                }
                $last = $order[\count($order) - 1];
                self::assertSame(
                    [StepPurpose::Run, true, true],
                    [$last->as, $last->chunk->from->equals($piece->start()), $last->chunk->to->equals($piece->end())],
                    "$name, {$method->value}",
                );
                if (Method::Own !== $method) {
                    $this->assertAllIsTaught($piece, $order, "$name, {$method->value}");
                }
            }
        }
    }

    /** @return array<string, Piece> */
    private function pieces(): array
    {
        $pieces = [];
        for ($seed = 0; $seed < Effort::times(60); ++$seed) {
            $pieces["seed $seed"] = RandomPieces::piece($seed, measures: 16);
        }
        foreach (glob(\dirname(__DIR__, 3).'/demo/tunes/*') ?: [] as $file) {
            $pieces[basename($file)] = ScoreFile::read((string) file_get_contents($file))->piece;
        }
        // The pieces themselves, and twice over, so that much comes back.
        $pieces['three times'] = Tunes::abc(str_repeat(Orders::A.Orders::B, 3));
        $pieces['one measure always'] = Tunes::abc(str_repeat('DEFG|', 20));

        return $pieces;
    }

    /** @param list<TaughtChunk> $order */
    private function assertAllIsTaught(Piece $piece, array $order, string $message): void
    {
        $taught = array_fill(0, \count($piece->measures), false);
        foreach ($order as $step) {
            if ($step->as->isLearned() || StepPurpose::Find === $step->as) {
                for ($position = $step->chunk->from->position; $position <= $step->chunk->lastPosition(); ++$position) {
                    $taught[$position] = true;
                }
            }
        }
        self::assertNotContains(false, $taught, $message);
    }

    /**
     * @param list<Instrument> $instruments
     *
     * @return non-empty-list<TaughtChunk>
     */
    private function order(Method $method, Piece $piece, int $goal, array $instruments): array
    {
        return TeachingOrder::reckon(
            $method,
            ChunkTree::of($piece, Likeness::of($piece)),
            Method::SpotFirst === $method ? $this->difficulty($piece, $goal, $instruments)->spots($goal) : [],
        );
    }

    /** @param list<Instrument> $instruments */
    private function difficulty(Piece $piece, int $goal, array $instruments): Difficulty
    {
        return Difficulty::of(
            $piece,
            array_map(
                static fn (Instrument $instrument): BothHands => BothHands::of($piece, $instrument, HandPolicies::ofLevel(1), $goal),
                $instruments,
            ),
        );
    }

    private static function told(TaughtChunk $taught): string
    {
        $place = static fn (Place $place): string => $place->position.(0 === $place->offset ? '' : '+'.Ticks::quarters($place->offset));

        return $taught->as->value.
            ' '.
            $place($taught->chunk->from).
            '–'.
            $place($taught->chunk->to).
            (null === $taught->like ? '' : ' as '.$place($taught->like->from)).
            (null === $taught->rung ? '' : ' '.$taught->rung->value);
    }
}
