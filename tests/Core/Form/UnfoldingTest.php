<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Form;

use CoinStair\Core\Form\Reading;
use CoinStair\Core\Form\Unfolding;
use CoinStair\Core\Form\Visit;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 2. In the bodies every measure is one whole note; the numbers are measure positions from 0. */
final class UnfoldingTest extends TestCase
{
    #[DataProvider('roadMaps')]
    public function testPlayOrder(string $body, string $printed, string $plain): void
    {
        $piece = Tunes::abc($body);
        self::assertSame($printed, implode(' ', Unfolding::unfold($piece, Reading::Printed)->positions()));
        self::assertSame($plain, implode(' ', Unfolding::unfold($piece, Reading::Plain)->positions()));
        self::assertSame(range(0, \count($piece->measures) - 1), Unfolding::unfold($piece, Reading::Once)->positions());
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function roadMaps(): iterable
    {
        yield 'no signs' => ['C4|D4|E4|]', '0 1 2', '0 1 2'];
        yield 'a repeat from the start' => ['C4|D4:|E4|]', '0 1 0 1 2', '0 1 2'];
        yield 'a repeat between signs' => ['C4|:D4|E4:|F4|]', '0 1 2 1 2 3', '0 1 2 3'];
        yield 'two repeats side by side' => ['|:C4|D4::E4|F4:|', '0 1 0 1 2 3 2 3', '0 1 2 3'];
        yield 'a repeat that starts after another without a sign' => ['C4:|D4:|E4|]', '0 0 1 1 2', '0 1 2'];
        yield 'three times' => ['|:C4|D4::|E4|]', '0 1 0 1 0 1 2', '0 1 2'];
        yield 'first and second ending' => ['|:C4|D4|1E4:|2F4|]', '0 1 2 0 1 3', '0 1 3'];
        yield 'endings of two measures' => ['|:C4|1D4|E4:|2F4|G4||A4|]', '0 1 2 0 3 4 5', '0 3 4 5'];
        yield 'an ending for two passes' => ['|:C4|1,2D4:|3E4|]', '0 1 0 1 0 2', '0 2'];
        yield 'three endings' => ['|:C4|1D4:|2E4:|3F4|]', '0 1 0 2 0 3', '0 3'];
        yield 'a repeat with endings, from the start' => ['C4|1D4:|2E4||F4|]', '0 1 0 2 3', '0 2 3'];
        yield 'a repeat in a repeat' => ['|:C4|:D4:|E4:|F4|]', '0 1 1 2 0 1 1 2 3', '0 1 2 3'];
        yield 'D.C. al Fine' => ['C4|D4!fine!|E4|F4!D.C.alfine!|]', '0 1 2 3 0 1', '0 1 2 3'];
        yield 'D.C. skips repeats' => ['|:C4:|D4!fine!|E4!D.C.!|]', '0 0 1 2 0 1', '0 1 2'];
        yield 'D.S. al Fine' => ['C4|!segno!D4|E4!fine!|F4!D.S.alfine!|]', '0 1 2 3 1 2', '0 1 2 3'];
        yield 'D.S. al Coda' => ['C4|!segno!D4!dacoda!|E4!D.S.alcoda!|!coda!F4|]', '0 1 2 1 3', '0 1 2 3'];
        yield 'D.C. al Coda' => ['C4!dacoda!|D4|E4!D.C.alcoda!|!coda!F4|G4|]', '0 1 2 0 3 4', '0 1 2 3 4'];
        yield 'D.C. with no Fine plays to the end' => ['C4|D4!D.C.!|]', '0 1 0 1', '0 1'];
        yield 'D.C. inside a second ending' => ['|:C4!fine!|1D4:|2E4!D.C.!|]', '0 1 0 2 0', '0 2'];
        yield 'a pickup that belongs to the repeat' => ['C|:D4|E3:|', '0 1 2 1 2', '0 1 2'];
        yield 'a repeat of the last measure alone' => ['C4|D4|:E4:|', '0 1 2 2', '0 1 2'];
        yield 'four times' => ['|:C4:::|', '0 0 0 0', '0'];
        yield 'five passes over three endings' => ['|:C4|[1,2D4:|[3,4E4:|[5F4|]', '0 1 0 1 0 2 0 2 0 3', '0 3'];
        yield 'a range of endings' => ['|:C4|[1-3D4:|[4E4|]', '0 1 0 1 0 1 0 2', '0 2'];
        yield 'endings in two repeats after each other' => ['|:C4|[1D4:|[2E4||:F4|[1G4:|[2A4|]', '0 1 0 2 3 4 3 5', '0 2 3 5'];
        yield 'endings in an inner repeat' => ['|:C4|:D4|[1E4:|[2F4||G4:|A4|]', '0 1 2 1 3 4 0 1 2 1 3 4 5', '0 1 3 4 5'];
        yield 'a first ending of three measures' => ['|:C4|D4|[1E4|F4|G4:|[2A4|B4|]', '0 1 2 3 4 0 1 5 6', '0 1 5 6'];
        yield 'both endings close with a repeat sign' => ['|:C4|[1D4:|[2E4:|F4|]', '0 1 0 2 3', '0 2 3'];
        yield 'three repeats in each other' => ['|:C4|:D4|:E4:|F4:|G4:|', '0 1 2 2 3 1 2 2 3 4 0 1 2 2 3 1 2 2 3 4', '0 1 2 3 4'];
        yield 'three times inside a repeat' => ['|:C4|:D4::|E4:|', '0 1 1 1 2 0 1 1 1 2', '0 1 2'];
        yield 'a repeat that begins where the last one ended' => ['C4|D4:|E4|F4:|', '0 1 0 1 2 3 2 3', '0 1 2 3'];
        yield 'a repeat of the first measure' => ['C4:|D4|]', '0 0 1', '0 1'];
        yield 'the whole twice' => ['|:C4|D4|E4:|', '0 1 2 0 1 2', '0 1 2'];
        yield 'an upbeat inside its repeat' => ['|:D|G4|A4|B3:|c4|]', '0 1 2 3 0 1 2 3 4', '0 1 2 3 4'];
        yield 'a first ending that leads back with an upbeat' => ['D|:G4|[1A3D:|[2A4|]', '0 1 2 1 3', '0 1 3'];
        yield 'Fine means nothing before a jump' => ['C4!fine!|D4|]', '0 1', '0 1'];
        yield 'D.S. ends at a Fine without being told' => ['C4|!segno!D4!fine!|E4!D.S.!|]', '0 1 2 1', '0 1 2'];
        yield 'D.C. takes a coda without being told' => ['C4!dacoda!|D4!D.C.!|!coda!E4|]', '0 1 0 2', '0 1 2'];
        yield 'a Fine in the second ending' => ['|:C4|[1D4:|[2E4!fine!||F4!D.C.alfine!|]', '0 1 0 2 3 0 2', '0 2 3'];
        yield 'D.S. al Coda after a repeat' => ['|:C4:|!segno!D4!dacoda!|E4!D.S.alcoda!|!coda!F4|]', '0 0 1 2 1 3', '0 1 2 3'];
        yield 'D.C. at a repeat sign waits for the last pass' => ['|:C4|D4!D.C.alfine!:|E4!fine!|]', '0 1 0 1 0 1 2', '0 1 2'];
        yield 'a coda of two measures' => ['C4|D4!dacoda!|E4|F4!D.C.alcoda!|!coda!G4|A4|]', '0 1 2 3 0 1 4 5', '0 1 2 3 4 5'];
        yield 'a segno at the start' => ['!segno!C4|D4!fine!|E4!D.S.alfine!|]', '0 1 2 0 1', '0 1 2'];
        yield 'two segnos: the first' => ['!segno!C4|!segno!D4|E4!D.S.!|]', '0 1 2 0 1 2', '0 1 2'];
        yield 'To Coda in the second ending' => ['|:C4|[1D4:|[2E4!dacoda!||F4!D.C.alcoda!|!coda!G4|]', '0 1 0 2 3 0 2 4', '0 2 3 4'];
    }

    #[DataProvider('malformedMaps')]
    public function testAMalformedMapIsPlayedOnWithANotice(string $body, string $printed, string $notice): void
    {
        $order = Unfolding::unfold(Tunes::abc($body), Reading::Printed);
        self::assertSame($printed, implode(' ', $order->positions()));
        self::assertSame([$notice], array_map(static fn (Notice $given): string => $given->text(), $order->notices));
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function malformedMaps(): iterable
    {
        yield 'never closed' => [
            'C4|:D4|E4|]',
            '0 1 2',
            'The repeat that opens at measure 2 is never closed; it is played straight on.',
        ];
        yield 'ending without repeat' => [
            'C4|1D4|2E4|]',
            '0 1 2',
            'The ending at measure 2 belongs to no repeat; it is played straight on.',
        ];
        yield 'no segno' => ['C4|D4!D.S.!|E4|]', '0 1 2', 'D.S. at measure 2 has no Segno to go to; it is left out.'];
        yield 'no coda' => [
            'C4!dacoda!|D4!D.C.alcoda!|E4|]',
            '0 1 0 1 2',
            'To Coda at measure 1 has no Coda to go to; it is left out.',
        ];
    }

    public function testRepeatsAfterAJumpAreASetting(): void
    {
        $piece = Tunes::abc('|:C4:|D4!fine!|E4!D.C.!|]');
        self::assertSame([0, 0, 1, 2, 0, 1], Unfolding::unfold($piece, Reading::Printed)->positions());
        self::assertSame([0, 0, 1, 2, 0, 0, 1], Unfolding::unfold($piece, Reading::Printed, true)->positions());
    }

    public function testEachRepeatThatIsNeverClosedIsTold(): void
    {
        $order = Unfolding::unfold(Tunes::abc('|:C4|:D4|E4|]'), Reading::Printed);
        self::assertSame([0, 1, 2], $order->positions());
        self::assertCount(2, $order->notices);
    }

    public function testAnUpbeatInsideARepeatFillsTheMeasureBeforeIt(): void
    {
        // |: D | G4 | B3 :| twice: each pass is two full measures.
        $piece = Tunes::abc('|:D|G4|B3:|');
        self::assertSame(2 * 2 * $piece->measures[1]->meter->ticks(), Unfolding::unfold($piece, Reading::Printed)->ticks($piece));
    }

    public function testTheUnfoldingIsBounded(): void
    {
        $body = str_repeat('|:', 1).str_repeat('C4|:', 14).'D4'.str_repeat(':|E4', 14).':|';
        $order = Unfolding::unfold(Tunes::abc($body), Reading::Printed);
        self::assertCount(Unfolding::LIMIT, $order->visits);
        self::assertStringContainsString('10000', $order->notices[0]->text());
    }

    public function testPassesAreCounted(): void
    {
        $visits = Unfolding::unfold(Tunes::abc('|:C4|1D4:|2E4|]'), Reading::Printed)->visits;
        self::assertSame(
            [[0, 1], [1, 1], [0, 2], [2, 2]],
            array_map(static fn (Visit $visit): array => [$visit->position, $visit->pass], $visits),
        );
    }

    public function testMinutesAtATempo(): void
    {
        $piece = Tunes::abc('|:C4|D4:|');
        self::assertEqualsWithDelta(16 / 80, Unfolding::unfold($piece, Reading::Printed)->minutes($piece, 80), 1e-9);
    }
}
