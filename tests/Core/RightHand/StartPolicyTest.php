<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\RightHand;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\RightHand\AmountPolicy;
use CoinStair\Core\RightHand\Bowing;
use CoinStair\Core\RightHand\BowPath;
use CoinStair\Core\RightHand\StartPolicy;
use CoinStair\Core\RightHand\Strokes;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** Handbook 1, "where to start", and what equal rows of strokes have in common. */
final class StartPolicyTest extends TestCase
{
    #[TestWith(['C2D2|', StartPolicy::ByLength, 0.0])]
    #[TestWith(['C/D/E2F|', StartPolicy::ByLength, 0.5])]
    #[TestWith(['C/D/E2F|', StartPolicy::Frog, 0.0])]
    #[TestWith(['CDEF|', StartPolicy::Middle, 0.5])]
    public function testWhereALineStarts(string $body, StartPolicy $policy, float $place): void
    {
        $piece = Tunes::abc($body);
        self::assertSame(
            $place,
            BowPath::of(Bowing::of($piece, Strokes::read($piece, $piece->parts[0]))->strokes, AmountPolicy::Value, $policy)->places[0][0],
        );
    }

    public function testAnAmountThatWasSetFitsEvenFromTheMiddle(): void
    {
        $hands = BothHands::of(
            Tunes::abc('CDEF|'),
            Instrument::Violin,
            HandPolicies::of(1, ['start' => 'middle']),
            72,
            \CoinStair\Core\Score\Overrides::of([
                \CoinStair\Core\Score\Override::of('P1-m0-v1-0', 'C4', \CoinStair\Core\Score\OverrideKind::Amount, '1'),
            ]),
        );
        self::assertSame([0.0, 1.0], $hands->path->places[0]);
    }

    public function testWhatIsRememberedChangesNothing(): void
    {
        $line = implode('|', array_fill(0, 40, 'C2DE')).'|';
        $first = $this->path($line);
        foreach (range(1, 30) as $other) {
            $this->path(str_repeat('C/D/E', ($other % 4) + 1).'F|');
        }
        self::assertSame($first, $this->path($line));
    }

    /** @return list<array{float, float}> */
    private function path(string $body): array
    {
        $piece = Tunes::abc($body);

        return BowPath::of(Bowing::of($piece, Strokes::read($piece, $piece->parts[0]))->strokes)->places;
    }
}
