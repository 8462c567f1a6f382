<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Practice\Groups;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Sequence\CutPlan;
use CoinStair\Core\Sequence\Offer;
use CoinStair\Core\Sequence\OfferKind;
use CoinStair\Core\Sequence\Offers;
use CoinStair\Core\Tests\Sequence\Plans;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** Handbook 6, groups that hold the rest back, and what is offered where a goal stays out of reach. */
final class GroupsTest extends TestCase
{
    public function testAGroupIsApartUnderEightTenthsOfTheRest(): void
    {
        $piece = Plans::piece(Plans::slowBass(), 2, 96, 27);
        $whole = Chunk::whole($piece->piece);
        $find = static fn (SlowGroup $slow): Groups => Groups::find($piece->difficulty(), $whole, Instrument::strings(), [], 96, $slow);
        $groups = $find(SlowGroup::Apart);
        self::assertSame(['bass'], array_keys($groups->apart));
        self::assertSame([Instrument::Violin, Instrument::Viola, Instrument::Cello], $groups->together);
        self::assertLessThan(0.8 * $groups->slow['bass'][1], $groups->slow['bass'][0]->tempo());
        self::assertSame([[], Instrument::strings()], [$find(SlowGroup::Wait)->apart, $find(SlowGroup::Wait)->together]);
        self::assertSame(['bass'], array_keys($find(SlowGroup::Wait)->slow), 'it is named all the same');
        $many = ['violin' => 1, 'bass' => 9];
        $kept = Groups::find($piece->difficulty(), $whole, Instrument::strings(), $many, 96, SlowGroup::Apart);
        self::assertSame([], $kept->apart, 'the many are not set apart for the few');
    }

    public function testWhoeverPlaysAloneIsNotApart(): void
    {
        $piece = Plans::piece(Plans::slowBass(), 2, 96, 27);
        $basses = Groups::find($piece->difficulty(), Chunk::whole($piece->piece), [Instrument::Bass], [], 96, SlowGroup::Apart);
        self::assertSame([[], [Instrument::Bass]], [$basses->apart, $basses->together]);
        $easy = Plans::piece(Tunes::abc('D4|A4|D4|A4|', '4/4', 'D'), 1, 60, 22);
        self::assertSame([], Plans::of($easy, Method::Forward)->groups()->slow, 'at the goal all are comfortable');
    }

    public function testOffersTellTheirEffect(): void
    {
        $piece = Plans::piece(Plans::slowBass(), 2, 96, 27);
        $wait = CutPlan::of($piece, Method::Forward, aim: new Aim(96, Instrument::strings(), SlowGroup::Wait));
        $offers = Offers::reckon($wait)->offers;
        $of = static fn (OfferKind $kind): Offer => array_find($offers, static fn (Offer $offer): bool => $kind === $offer->kind) ??
            self::fail();
        self::assertSame([2, 96], [$of(OfferKind::Apart)->lessons, $of(OfferKind::Apart)->reaches]);
        self::assertSame([2, 96], [$of(OfferKind::Ease)->lessons, $of(OfferKind::Ease)->reaches]);
        self::assertSame($of(OfferKind::MoreLessons)->value, $of(OfferKind::MoreLessons)->lessons);
        foreach ($offers as $offer) {
            self::assertTrue(OfferKind::LowerGoal !== $offer->kind || $offer->value === $offer->reaches, 'one that is met');
        }
        self::assertGreaterThan($wait->plan()->reaches, $of(OfferKind::MoreLessons)->reaches);
        self::assertSame([], Offers::reckon(Plans::of($piece, Method::Forward))->offers, 'where nothing is out of reach');
    }
}
