<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Method;

use CoinStair\Core\Method\Method;

/** The orders that the methods give to short tunes (handbook 5). */
final class Orders
{
    public const FOUR = 'DFAd|EGBe|FAdf|GBeg|AFED|BGFE|cAGF|dBAG|eFGA|fGAB|gABc|DAFE|EBGF|FcAG|GdBA|AecB|';
    public const A = 'DFAd|EGBe|FAdf|GBeg|';
    public const B = 'AFED|BGFE|cAGF|dBAG|';
    public const C = 'eFGA|fGAB|gABc|DAFE|';

    /** @return iterable<string, array{0: Method, 1: string, 2: list<string>, 3?: int}> */
    public static function all(): iterable
    {
        yield 'forward: two and both, up the tree' => [
            Method::Forward,
            self::FOUR,
            ['learn 0–4', 'learn 4–8', 'join 0–8', 'learn 8–12', 'learn 12–16', 'join 8–16', 'join 0–16', 'run 0–16'],
        ];
        yield 'forward, three phrases' => [
            Method::Forward,
            self::A.self::B.self::C,
            ['learn 0–4', 'learn 4–8', 'join 0–8', 'learn 8–12', 'join 0–12', 'run 0–12'],
        ];
        yield 'forward, one phrase' => [Method::Forward, 'DFAd|EGBe|', ['learn 0–2', 'run 0–2']];
        yield 'forward within sections' => [
            Method::Forward,
            'DFAd|EGBe|FAdf|GBeg|AFED|BGFE|cAGF|dBAG||eFGA|fGAB|gABc|DAFE|]',
            ['learn 0–4', 'learn 4–8', 'join 0–8', 'learn 8–12', 'join 0–12', 'run 0–12'],
        ];
        yield 'forward: what comes back is found' => [
            Method::Forward,
            self::A.self::B.self::A.self::C,
            ['learn 0–4', 'learn 4–8', 'join 0–8', 'find 8–12 as 0', 'learn 12–16', 'join 8–16', 'join 0–16', 'run 0–16'],
        ];
        yield 'forward: two that come back are found as one' => [
            Method::Forward,
            self::A.self::B.self::A.self::B,
            ['learn 0–4', 'learn 4–8', 'join 0–8', 'find 8–16 as 0', 'join 0–16', 'run 0–16'],
        ];
        yield 'forward: a phrase that is part of one taught' => [
            Method::Forward,
            'DFAd|e4|FAdf|g4|DFAd|e4|',
            ['learn 0–4', 'find 4–6 as 0', 'join 0–6', 'run 0–6'],
        ];
        yield 'last first' => [
            Method::LastFirst,
            self::FOUR,
            ['learn 12–16', 'learn 8–12', 'join 8–16', 'learn 4–8', 'join 4–16', 'learn 0–4', 'join 0–16', 'run 0–16'],
        ];
        yield 'last first: the first is what was taught as the last' => [
            Method::LastFirst,
            self::A.self::B.self::A,
            ['learn 8–12', 'learn 4–8', 'join 4–12', 'find 0–4 as 8', 'join 0–12', 'run 0–12'],
        ];
        yield 'halves' => [
            Method::Halves,
            self::FOUR,
            [
                'run 0–16',
                'run 0–8',
                'run 8–16',
                'learn 0–4',
                'learn 4–8',
                'learn 8–12',
                'learn 12–16',
                'join 0–8',
                'join 8–16',
                'join 0–16',
                'run 0–16',
            ],
        ];
        yield 'halves by measures, not by phrases' => [
            Method::Halves,
            'DFAd|EGBe|FAdf|GBeg||AFED|BGFE|cAGF|dBAG||eFGA|fGAB|]',
            [
                'run 0–10',
                'run 4–10',
                'learn 0–4',
                'learn 4–8',
                'learn 8–10',
                'join 4–10',
                'join 0–10',
                'run 0–10',
            ],
        ];
        yield 'halves: a border of sections where two are as near' => [
            Method::Halves,
            "DFAd|EGBe|FAdf|GBeg|AFED|BGFE|cAGF|dBAG|\nP:B\neFGA|fGAB|gABc|DAFE|]",
            [
                'run 0–12',
                'run 0–8',
                'learn 0–4',
                'learn 4–8',
                'learn 8–12',
                'join 0–8',
                'join 0–12',
                'run 0–12',
            ],
        ];
        yield 'halves of one phrase' => [Method::Halves, 'DFAd|EGBe|', ['run 0–2', 'learn 0–2', 'run 0–2']];
        yield 'halves: a half that comes back' => [
            Method::Halves,
            self::A.self::B.self::A.self::B,
            ['run 0–16', 'run 0–8', 'find 8–16 as 0', 'learn 0–4', 'learn 4–8', 'join 0–8', 'join 0–16', 'run 0–16'],
        ];
        yield 'find it: only what differs is learned' => [
            Method::FindIt,
            self::A.'DFAd|EGBe|cAGF|dBAG|',
            ['learn 0–4', 'find 4–6 as 0', 'learn 6–8', 'join 4–8', 'join 0–8', 'run 0–8'],
        ];
        yield 'find it: another ending of one measure' => [
            Method::FindIt,
            self::A.'AFED|BGFE|cAGF|DFAG|',
            ['learn 0–4', 'learn 4–8', 'join 0–8', 'run 0–8'],
        ];
        yield 'find it: each measure of a phrase twice' => [
            Method::FindIt,
            'DFAd|DFAd|EGBe|EGBe|AFED|BGFE|cAGF|dBAG|',
            ['learn 0–1', 'find 1–2 as 0', 'learn 2–3', 'find 3–4 as 2', 'join 0–4', 'learn 4–8', 'join 0–8', 'run 0–8'],
        ];
        yield 'find it: a pair that is played again' => [
            Method::FindIt,
            'DFAd|EGBe|DFAd|EGBe|AFED|BGFE|cAGF|dBAG|',
            ['learn 0–2', 'find 2–4 as 0', 'join 0–4', 'learn 4–8', 'join 0–8', 'run 0–8'],
        ];
        yield 'find it: one measure between that comes back' => [
            Method::FindIt,
            'DFAd|EGBe|DFAd|GBeg|AFED|BGFE|cAGF|dBAG|',
            ['learn 0–2', 'find 2–3 as 0', 'learn 3–4', 'join 0–4', 'learn 4–8', 'join 0–8', 'run 0–8'],
            2,
        ];
        yield 'find it: nothing new to join' => [
            Method::FindIt,
            self::A.self::B.self::B.self::A,
            ['learn 0–4', 'learn 4–8', 'join 0–8', 'find 8–12 as 4', 'find 12–16 as 0', 'join 0–16', 'run 0–16'],
        ];
        yield 'find it: a phrase of known measures in another order' => [
            Method::FindIt,
            self::A.'FAdf|GBeg|DFAd|EGBe|',
            ['learn 0–4', 'find 4–8 as 0', 'join 0–8', 'run 0–8'],
            2,
        ];
        yield 'find it: a long note at the end is no step' => [
            Method::FindIt,
            'DADA|DADD|DADA|DADD|DADA|DADD|DADA|D4|',
            ['learn 0–2', 'find 2–4 as 0', 'join 0–4', 'find 4–6 as 0', 'learn 6–8', 'join 4–8', 'join 0–8', 'run 0–8'],
            2,
        ];
        yield 'find it: a phrase that comes back' => [
            Method::FindIt,
            self::A.self::B.self::A,
            ['learn 0–4', 'learn 4–8', 'join 0–8', 'find 8–12 as 0', 'join 0–12', 'run 0–12'],
        ];
        yield 'own, with none made yet' => [Method::Own, self::FOUR, ['run 0–16']];
    }
}
