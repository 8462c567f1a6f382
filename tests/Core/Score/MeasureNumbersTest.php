<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Score;

use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\PrintedNumbers;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 2: counted numbers, and what the book prints. */
final class MeasureNumbersTest extends TestCase
{
    #[DataProvider('numberings')]
    public function testCountedNumbers(string $body, string $numbers, string $meter = '4/4'): void
    {
        self::assertSame($numbers, implode(' ', MeasureNumbers::of(Tunes::abc($body, $meter))->all()));
    }

    /** @return iterable<string, array{0: string, 1: string, 2?: string}> */
    public static function numberings(): iterable
    {
        yield 'from one' => ['C4|D4|E4|]', '1 2 3'];
        yield 'a pickup is 0' => ['C|D4|E3|]', '0 1 2'];
        yield 'a pickup of two notes in three four' => ['CD|E3|F3|G|]', '0 1 2 3', '3/4'];
        yield 'endings go on counting' => ['|:C4|1D4:|2E4|]', '1 2 3'];
        yield 'three endings' => ['|:C4|[1D4:|[2E4:|[3F4||G4|]', '1 2 3 4 5'];
        yield 'a measure split by a repeat sign shares its number' => ['C|:D4|E3:|:F|G4|A3:|', '0 1 2 2 3 4'];
        yield 'split without a pickup' => ['C4|D2:|:E2|F4|]', '1 2 2 3'];
        yield 'split by a repeat start alone' => ['C4|D2|:E2|F4:|', '1 2 2 3'];
        yield 'halves that do not make a whole are two' => ['C4|D2:|:E|F4|]', '1 2 3 4'];
        yield 'endings are not halves' => ['|:C4|[1D2:|[2E2||F4|]', '1 2 3 4'];
        yield 'a short last measure has its own' => ['C|D4|E4|F3|]', '0 1 2 3'];
        yield 'one short measure alone is 1' => ['C2|]', '1'];
        yield 'rests of several measures count each' => ['Z3|C4|]', '1 2 3 4'];
        yield 'a change of meter changes nothing' => ['C4|[M:3/4]D3|E3|]', '1 2 3'];
    }

    public function testAnIntroductionIsCountedIfTheBookCountsIt(): void
    {
        $piece = Tunes::abc('C4|D4|]');
        self::assertSame(['5', '6'], MeasureNumbers::of($piece->withIntroduction(4, true))->all());
        self::assertSame(['1', '2'], MeasureNumbers::of($piece->withIntroduction(4, false))->all());
        self::assertSame(['4', '5', '6'], MeasureNumbers::of(Tunes::abc('C|D4|E3|]')->withIntroduction(4, true))->all());
    }

    public function testLabelsAreTypedShiftedAndCleared(): void
    {
        $piece = Tunes::abc('C|D4|E4|F4|G4|A3|]');
        self::assertSame(['0', '1', '2', '9', '4', '5'], self::printed(PrintedNumbers::label($piece, 3, ' 9 ')));
        $shifted = PrintedNumbers::countFrom($piece, 3, 9);
        self::assertSame(['0', '1', '2', '9', '10', '11'], self::printed($shifted));
        self::assertSame(['0', '1', '2', '9', '4', '5'], self::printed(PrintedNumbers::clearFrom($shifted, 4)));
        self::assertSame(['0', '1', '2', '3', '4', '5'], MeasureNumbers::of($shifted)->all());
    }

    public function testTheHalvesOfASplitMeasureShareTheirLabel(): void
    {
        self::assertSame(['1', '8', '8', '9'], self::printed(PrintedNumbers::countFrom(Tunes::abc('C4|D2:|:E2|F4|]'), 1, 8)));
    }

    public function testEitherNumberIsFoundAndTheOneInUseFirst(): void
    {
        $numbers = MeasureNumbers::of(PrintedNumbers::countFrom(Tunes::abc('C4|D4|E4|F4|G4|]'), 2, 4));
        self::assertSame(['1', '2', '4', '5', '6'], $numbers->printed());
        self::assertSame(3, $numbers->find('4'));
        self::assertSame(2, $numbers->find('4', true));
        self::assertSame(4, $numbers->find('6'), 'only printed');
        self::assertSame(2, $numbers->find(' 3 ', true), 'only counted');
        self::assertNull($numbers->find('9'));
        self::assertSame([1, 3], $numbers->range('2', '4'));
        self::assertSame([1, 2], $numbers->range('2', '4', true));
        self::assertNull($numbers->range('4', '2'));
        self::assertNull($numbers->range('4', '90'));
    }

    public function testARangeEndsWithTheSecondHalfOfASplitMeasure(): void
    {
        self::assertSame([0, 2], MeasureNumbers::of(Tunes::abc('C4|D2:|:E2|F4|]'))->range('1', '2'));
    }

    /** @param list<string> $notices */
    #[DataProvider('jumps')]
    public function testAJumpOfThePrintedNumbersIsTold(Piece $piece, array $notices): void
    {
        self::assertSame($notices, array_map(static fn (Notice $notice): string => $notice->text(), MeasureNumbers::of($piece)->notices()));
    }

    /** @return iterable<string, array{Piece, list<string>}> */
    public static function jumps(): iterable
    {
        $piece = Tunes::abc('C4|D4|E4|F4|G4|]');
        yield 'no labels' => [$piece, []];
        yield 'as counted' => [PrintedNumbers::countFrom($piece, 0, 1), []];
        yield 'begins elsewhere' => [PrintedNumbers::countFrom($piece, 0, 17), ['The printed number jumps to 17 at measure 1.']];
        yield 'a shift in the middle' => [PrintedNumbers::countFrom($piece, 2, 9), ['The printed number jumps to 9 at measure 3.']];
        yield 'one wrong label' => [
            PrintedNumbers::label(PrintedNumbers::countFrom($piece, 0, 1), 2, '7'),
            ['The printed number jumps to 7 at measure 3.', 'The printed numbers agree with the counted ones again from 4 on.'],
        ];
        yield 'a letter is no number' => [PrintedNumbers::label($piece, 2, '2a'), []];
    }

    /** @return list<string> */
    private static function printed(Piece $piece): array
    {
        return MeasureNumbers::of($piece)->printed();
    }
}
