<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Hands;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Hands\StartCard;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 4, "The start card". */
final class StartCardTest extends TestCase
{
    #[DataProvider('cards')]
    public function testWhatIsSaidBeforeTheCountIn(
        string $body,
        int $from,
        int $beat,
        string $expected,
        string $instrument = 'violin',
    ): void {
        $piece = Tunes::abc($body, '4/4', 'D');
        $card = StartCard::find(
            BothHands::of($piece, Instrument::from($instrument), HandPolicies::ofLevel(1), 72),
            Place::of($from, $beat * Ticks::PER_QUARTER),
            $piece->end(),
        );
        self::assertSame(
            $expected,
            null === $card
                ? ''
                : implode(' ', [
                    $card->string,
                    Spoken::finger($card->choice),
                    implode('+', $card->beneath),
                    $card->direction->value ?? 'plucked',
                    $card->zone()->value,
                    $card->wait,
                    $card->slurred ? 'slurred' : 'new',
                ]),
        );
    }

    /** @return iterable<string, array{0: string, 1: int, 2: int, 3: string, 4?: string}> */
    public static function cards(): iterable
    {
        yield 'the start of a line' => ['D2 F2|A4|', 0, 0, 'D open  down frog 0 new'];
        yield 'the second measure' => ['D2 F2|G4|', 1, 0, 'D 3 1+2 down frog 0 new'];
        yield 'after a rest' => ['D4|z2 F2|', 1, 0, 'D 2 1 up tip 2 new'];
        yield 'inside a slur' => ['(DEFG)|A4|', 0, 2, 'D 2 1 down middle 0 slurred'];
        yield 'plucked' => ['"_pizz."D2 F2|', 0, 0, 'D open  plucked frog 0 new'];
        yield 'a cello sets the fingers of its own hand' => ['d2 f2|', 0, 2, 'D 3 1+2 up tip 0 new', 'cello'];
        yield 'a bass has no third finger' => ['d2 f2|', 0, 2, 'D 4 1+2 up tip 0 new', 'bass'];
        yield 'nothing is played' => ['D4|z4|', 1, 0, ''];
    }
}
