<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Memory;

use CoinStair\Core\Memory\Fingerprint;
use PHPUnit\Framework\TestCase;

final class FingerprintTest extends TestCase
{
    public function testTheOrderInWhichInputsAreNamedDoesNotMatter(): void
    {
        self::assertSame(
            Fingerprint::of('hands')->with('tempo', 72)->with('part', 'P1')->key(),
            Fingerprint::of('hands')->with('part', 'P1')->with('tempo', 72)->key(),
        );
    }

    public function testEachInputAndEachKindOfValueCounts(): void
    {
        $keys = [
            Fingerprint::of('hands')->key(),
            Fingerprint::of('spots')->key(),
            Fingerprint::of('hands')->with('tempo', 72)->key(),
            Fingerprint::of('hands')->with('tempo', '72')->key(),
            Fingerprint::of('hands')->with('tempo', 72.0)->key(),
            Fingerprint::of('hands')->with('goal', 72)->key(),
            Fingerprint::of('hands')->with('tempo', null)->key(),
            Fingerprint::of('hands')->with('tempo', [72])->key(),
            Fingerprint::of('hands')->with('tempo', 'a')->with('goal', 'b')->key(),
            Fingerprint::of('hands')->with('tempo', 'b')->with('goal', 'a')->key(),
        ];
        self::assertCount(\count($keys), array_unique($keys));
    }

    public function testAKeyIsOneWordOfAFileName(): void
    {
        self::assertMatchesRegularExpression('/^hands\.[0-9a-f]{32}$/', Fingerprint::of('hands')->with('part', '../{}')->key());
    }

    public function testAnInputIsNamedOnce(): void
    {
        $this->expectException(\LogicException::class);
        Fingerprint::of('hands')->with('tempo', 72)->with('tempo', 80);
    }
}
