<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Hands;

use CoinStair\Core\Hands\ArmLevels;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\BowAgreement;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Hands\PhraseWays;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Override;
use CoinStair\Core\Score\OverrideKind;
use CoinStair\Core\Score\Overrides;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** The arm, the ways of phrases, and parts that should bow alike (handbook 3 and 4). */
final class BowsOfPartsTest extends TestCase
{
    public function testPartsWithOneRhythmAndDifferentBowsAreTold(): void
    {
        $piece = Tunes::abc('D E F G|A2 A2|B4|');
        $edits = Overrides::of([Override::of('P1-m1-v1-0', 'A3', OverrideKind::Direction, 'up')]);
        $parts = [
            $this->hands($piece, Instrument::Violin),
            $this->hands($piece, Instrument::Viola),
            $this->hands($piece, Instrument::Cello, $edits),
        ];
        [$found] = BowAgreement::compare($parts, 0, 3);
        self::assertSame(
            [Instrument::Violin, [Instrument::Cello], 1, 2, ['down', 'up', 'down']],
            [$found->follow, $found->differ, $found->from, $found->to, $found->bows],
        );
        self::assertCount(1, BowAgreement::compare($parts, 0, 3));
        self::assertSame([], BowAgreement::compare(\array_slice($parts, 0, 2), 0, 3));
    }

    public function testTheArmChangesItsLevelWhereTheStringChanges(): void
    {
        $arm = ArmLevels::of($this->hands(Tunes::abc('D E F A|A4|D A D A|', '4/4', 'D'), Instrument::Violin), 0, 3);
        self::assertSame(
            ['D 3', 'A 2', 'D 1', 'A 1', 'D 1', 'A 1'],
            array_map(static fn (array $one): string => $one['string'].' '.$one['notes'], $arm->passages),
        );
        self::assertSame([0 => 1, 2 => 4], $arm->crossings);
        self::assertSame(['string' => 'D', 'from' => 0, 'to' => 0, 'notes' => 3], $arm->longest());
        self::assertSame([true, true, false, false], array_map(ArmLevels::risesToLowest(...), Instrument::strings()));
    }

    public function testEachPhraseStartsAndEndsSomewhereOnTheBow(): void
    {
        $ways = PhraseWays::reckon($this->hands(Tunes::abc('D2 E2|F2 G2|z2 A2|'), Instrument::Violin), 0, 3);
        self::assertSame(
            ['0–1 frog–frog', '2–2 frog–tip'],
            array_map(
                static fn (PhraseWays $way): string => $way->from.'–'.$way->to.' '.$way->start->value.'–'.$way->end->value,
                $ways,
            ),
        );
        self::assertCount(1, PhraseWays::reckon($this->hands(Tunes::abc('D2 E2|F2 G2|z2 A2|'), Instrument::Violin), 2, 3));
    }

    private function hands(Piece $piece, Instrument $instrument, ?Overrides $edits = null): BothHands
    {
        return BothHands::of($piece, $instrument, HandPolicies::ofLevel(1), 72, $edits);
    }
}
