<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Hands;

use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\OpenStringPolicy;
use CoinStair\Core\RightHand\DirectionPolicy;
use CoinStair\Core\Score\Instrument;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 1, "Where teachers disagree". */
final class HandPoliciesTest extends TestCase
{
    public function testTheDefaultsAreThoseOfTheYear(): void
    {
        self::assertSame(
            [OpenStringPolicy::Open, OpenStringPolicy::Crossing],
            [HandPolicies::ofLevel(1)->openStrings, HandPolicies::ofLevel(2)->openStrings],
        );
        self::assertSame(
            [
                'printed' => 'kept',
                'fifth' => 'tempo',
                'beneath' => 'together',
                'keepDown' => 'near',
                'bassHand' => '1-2-4',
                'bowing' => 'alternate',
                'amount' => 'value',
                'start' => 'length',
                'contact' => 'middle',
                'longNotes' => 'planned',
                'show' => 'fingers',
                'where' => 'new',
                'place' => 'both',
            ],
            \array_slice(HandPolicies::ofLevel(3)->chosen(), 1),
        );
        self::assertSame(array_keys(HandPolicies::matters()), array_keys(HandPolicies::ofLevel(1)->chosen()));
    }

    #[DataProvider('positions')]
    public function testTheHandsOfAYear(string $instrument, int $level, string $expected): void
    {
        self::assertSame($expected, implode(' ', HandPolicies::ofLevel($level)->positionsOf(Instrument::from($instrument))));
    }

    /** @return iterable<string, array{string, int, string}> */
    public static function positions(): iterable
    {
        yield 'violin' => ['violin', 1, 'I'];
        yield 'violin, third year' => ['violin', 3, 'I III'];
        yield 'viola, fourth year' => ['viola', 4, 'I III II half'];
        yield 'cello' => ['cello', 2, 'I half'];
        yield 'cello, third year' => ['cello', 3, 'I half II III'];
        yield 'cello, fourth year' => ['cello', 4, 'I half II III IV'];
        yield 'bass' => ['bass', 1, 'half I III'];
        yield 'bass, second year' => ['bass', 2, 'half I III II II½'];
        yield 'bass, third year' => ['bass', 3, 'half I III II II½ IV'];
    }

    public function testOnlyWhatDiffersFromTheYearIsKept(): void
    {
        $policies = HandPolicies::of(1, [
            'openStrings' => 'crossing',
            'bowing' => 'alternate',
            'positions' => ['violin' => ['III'], 'cello' => ['half', 'I']],
            'marks' => ['2', 4],
        ]);
        self::assertSame(['openStrings' => 'crossing', 'positions' => ['violin' => ['I', 'III']], 'marks' => [2, 4]], $policies->choices());
        self::assertSame($policies->fingerprint(), HandPolicies::of(1, $policies->choices())->fingerprint());
        self::assertSame([], HandPolicies::ofLevel(2)->choices());
        self::assertNotSame(HandPolicies::ofLevel(1)->fingerprint(), $policies->fingerprint());
        self::assertSame(HandPolicies::ofLevel(1)->fingerprint(), HandPolicies::of(1, ['bowing' => 'alternate'])->fingerprint());
    }

    public function testWhatNoMatterHasIsLeftOut(): void
    {
        $policies = HandPolicies::of(9, [
            'bowing' => 'sideways',
            'openStrings' => 3,
            'positions' => ['violin' => ['XII', 5]],
            'marks' => ['x', 99, 5, '5'],
            'tea' => 'yes',
        ]);
        self::assertSame(
            [4, DirectionPolicy::Alternate, OpenStringPolicy::Crossing, ['I'], [5]],
            [$policies->level, $policies->bowing, $policies->openStrings, $policies->positionsOf(Instrument::Violin), $policies->marks],
        );
    }
}
