<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\LeftHand;

use CoinStair\Core\LeftHand\Candidate;
use CoinStair\Core\LeftHand\EqualMeasures;
use CoinStair\Core\LeftHand\Fingering;
use CoinStair\Core\LeftHand\FingeringPolicy;
use CoinStair\Core\LeftHand\Line;
use CoinStair\Core\LeftHand\LineNote;
use CoinStair\Core\LeftHand\OpenStringPolicy;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Tests\RandomPieces;
use CoinStair\Core\Tests\Sequence\Plans;
use PHPUnit\Framework\TestCase;

/** Handbook 3: measures with the same notes get one fingering where that costs little. */
final class EqualMeasuresTest extends TestCase
{
    public function testAMeasureThatComesBackKeepsItsFingers(): void
    {
        $piece = Plans::tune('02-stepping-stones.abc');
        $notes = Line::read($piece, $piece->parts[0]);
        $policy = FingeringPolicy::of(Instrument::Violin, 2, OpenStringPolicy::Crossing);
        $exact = Fingering::of($notes, $policy);
        $alike = EqualMeasures::alike($exact, $policy);
        self::assertSame(1, $this->kindsWithTwoFingerings($exact), 'by itself the search would save a crossing one time only');
        self::assertSame(0, $this->kindsWithTwoFingerings($alike));
        self::assertEqualsWithDelta($exact->cost + 0.75, $alike->cost, 0.01);
        self::assertEqualsWithDelta(Fingering::costOf($notes, $alike->choices, $policy), $alike->cost, 1e-9);
    }

    /** One fingering costs at most so much for each return, and never less than what the exact search found. */
    public function testItCostsNoMoreThanItMay(): void
    {
        foreach (range(1, 60) as $seed) {
            $piece = RandomPieces::piece($seed);
            foreach ([Instrument::Violin, Instrument::Cello, Instrument::Bass] as $instrument) {
                $policy = FingeringPolicy::of($instrument, 1 + $seed % 4, OpenStringPolicy::Crossing);
                $notes = Line::read($piece, $piece->parts[0]);
                $exact = Fingering::of($notes, $policy);
                $alike = EqualMeasures::alike($exact, $policy);
                $returns = \count($classes = EqualMeasures::classes($notes)) - \count(array_unique($classes));
                self::assertGreaterThanOrEqual($exact->cost - 1e-6, $alike->cost, "seed $seed, {$instrument->value}");
                self::assertLessThanOrEqual($exact->cost + 4.5 * $returns + 1e-6, $alike->cost, "seed $seed, {$instrument->value}");
                self::assertSame(
                    array_map(static fn (?Candidate $one): bool => null === $one, $exact->choices),
                    array_map(static fn (?Candidate $one): bool => null === $one, $alike->choices),
                );
                $this->assertTiesStay($alike, "seed $seed, {$instrument->value}");
            }
        }
    }

    private function kindsWithTwoFingerings(Fingering $fingering): int
    {
        $fingers = $byKind = [];
        foreach ($fingering->choices as $index => $choice) {
            $fingers[$fingering->notes[$index]->position][] = null === $choice ? '-' : $choice->string.'.'.$choice->finger;
        }
        foreach (EqualMeasures::classes($fingering->notes) as $position => $kind) {
            $byKind[$kind][implode(' ', $fingers[$position])] = true;
        }

        return \count(array_filter($byKind, static fn (array $ways): bool => \count($ways) > 1));
    }

    /** A note that is held on stays where it is. */
    private function assertTiesStay(Fingering $fingering, string $message): void
    {
        foreach ($fingering->notes as $index => $note) {
            $before = $fingering->neighbour($index, -1);
            $choice = $fingering->choices[$index];
            if ($note->tiedFrom && null !== $before && null !== $choice && $this->isSamePitch($fingering->notes[$index - 1], $note)) {
                self::assertTrue($choice->sameSpot($before), "$message, note $index");
            }
        }
    }

    private function isSamePitch(LineNote $one, LineNote $other): bool
    {
        return $one->pitch->equals($other->pitch);
    }
}
