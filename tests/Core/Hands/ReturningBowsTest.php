<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Hands;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\RightHand\HandNotice;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Tests\Sequence\Plans;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 4: what comes back turns too. */
final class ReturningBowsTest extends TestCase
{
    /** @return iterable<string, array{string, list<string>}> */
    public static function returns(): iterable
    {
        yield 'nine strokes between: hook' => ['DEFG|ABAG|FE D2|DEFG|ABAG|D4|', ['Measures 4–5 come back as 1–2, bow the other way. '
            .'Hook two light notes in the measure before, or leave it.']];
        yield 'as many as before: nothing to say' => ['DEFG|ABAG|FEDE|DEFG|ABAG|D4|', []];
        yield 'a long note before it gives time' => ['DEFG|ABAG|D4|DEFG|ABAG|E4|', ['Measures 4–5 come back as 1–2, bow the other way. '
            .'Lift before it.']];
        yield 'marked in the book' => ['DEFG|ABAG|D4|uDEFG|ABAG|D4|', []];
        yield 'one measure in the middle of a line' => ['DEFG|ABAG|F2 D2|FED2|DEFG|F4|', []];
    }

    /** @param list<string> $told */
    #[DataProvider('returns')]
    public function testReturns(string $body, array $told): void
    {
        $hands = BothHands::of(Tunes::abc($body, '4/4', 'D'), Instrument::Violin, HandPolicies::ofLevel(1), 84);
        $notices = array_filter($hands->notices, static fn (HandNotice $one): bool => 'return-turns' === $one->kind);
        self::assertSame($told, array_values(array_map(static fn (HandNotice $one): string => $one->notice->text(), $notices)));
    }

    public function testWhoFindsItAgainIsToldHowTheBowStarts(): void
    {
        $piece = Plans::piece(Tunes::abc('DEFG|ABAG|FEDE|D4|DEFG|ABAG|FEDE|D4|', '4/4', 'D'), 2, 84, 27);
        $finds = [];
        foreach (Plans::of($piece, Method::FindIt)->plan()->steps() as $step) {
            if (StepPurpose::Find === $step->step->purpose) {
                $finds[] = $step->says?->text();
            }
        }
        self::assertSame(['the same notes again, bow starts up'], $finds);
    }
}
