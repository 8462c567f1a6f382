<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Form;

use CoinStair\Core\Form\Borders;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Form\Phrases;
use CoinStair\Core\Form\Section;
use CoinStair\Core\Form\Sections;
use CoinStair\Core\Form\Talk;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 5, sections of what comes back: with its other ending, shortened, and by three measures where none of four does. */
final class ReturnsTest extends TestCase
{
    private const WALTZ =
        'A|f2 e|d2 A|B2 c|d3|e2 f|g2 f|e2 B|A3|B2 c|d2 e|f2 d|B3|A2 G|F2 A|c2 e|A3|'.
        'F2 D|A2 F|c2 B|A3|E2 F|G2 E|A2 c|e3|B2 c|d2 e|f2 d|B3|A2 G|F2 A|c2 e|d3|';
    private const MARCH = 'DFAF|GBAG|FADF|E2A2|DFAF|GBAG|FADF|E2D2|BBAG|FGA2|GGFE|DEF2|DFAF|GBAG|FAEC|D4|';

    #[DataProvider('tunes')]
    public function testWhatComesBackMakesSections(string $body, string $meter, string $sections): void
    {
        $piece = Tunes::abc($body, $meter, 'D');
        self::assertSame(
            $sections,
            implode(' ', array_map(
                static fn (Section $section): string => $section->label.$section->from,
                Sections::find($piece, Likeness::of($piece)),
            )),
        );
    }

    /** @return iterable<string, array{string, string, string}> tune, meter, letters with the positions at which they begin */
    public static function tunes(): iterable
    {
        yield 'a waltz: the return takes in its other ending, never the dotted half alone' => [self::WALTZ, '3/4', 'A0 B9 C17 B′25'];
        yield 'a march in fours whose last measures differ' => [self::MARCH, '4/4', 'A0 A′4 B8 A′12'];
        yield 'its last four shortened to their opening half' => [
            'GABG|ABc2|BAGB|A2D2|GABG|ABc2|BAGB|A2G2|ddcB|ccB2|BBAG|A4|GABG|ABc2|dcBA|G4|',
            '4/4',
            'A0 A′4 B8 A′12',
        ];
        yield 'three equal ones and their other ending' => [
            'DFAF|GBAG|FADF|E2A2|BBAG|FGA2|GGFE|DEF2|DFAF|GBAG|FADF|D4|',
            '4/4',
            'A0 B4 A′8',
        ];
        yield 'two measures that come back in the middle of a phrase are no section' => [
            'DFAF|GBAG|FADF|E2A2|BBAG|FGA2|GGFE|DEF2|cBAG|FEDE|DFAF|GBAG|',
            '4/4',
            'A0',
        ];
        yield 'what borders one time borders the other time' => [
            'DFAF|GBAG|FADF|E2A2|DFAF|GBAG|FADF|E2D2|AceC|dfed|ceAc|B2e2|AceC|dfed|ceAc|B2A2|',
            '4/4',
            'A0 A′4 B8 B′12',
        ];
        yield 'four long notes a step lower are moved by chance' => ['f4|d4|B4|d4|AGAB|cdec|e4|c4|A4|c4|DDED|F4|', '4/4', 'A0'];
        yield 'an upbeat that is written out with its rests' => [
            'z3A|dfaf|gbag|fadf|e3A|bbag|fga2|ggfe|d3A|dfaf|gbag|fadf|d4|',
            '4/4',
            'A0 B5 A′9',
        ];
    }

    public function testAMarkInsideARunWithItsOtherEndingIsKeptAndTold(): void
    {
        $piece = Tunes::abc('DFAF|GBAG|FADF||E2A2|BBAG|FGA2|GGFE|DEF2|DFAF|GBAG|FADF|D4|', '4/4', 'D');
        $told = array_map(static fn (Notice $notice): string => $notice->text(), Talk::of($piece, Likeness::of($piece))->sections);
        self::assertContains('The mark before measure 4 stands inside measures 1–4, which come back as 9–12.', $told);
    }

    public function testPhrasesAreCountedFromTheFirstFullMeasure(): void
    {
        $piece = Tunes::abc('z2A|dfa|gbg|fad|e2A|bba|fga|ggf|d2A|cec|ded|cec|d3|', '3/4', 'D');
        $phrases = Phrases::of($piece, Borders::of($piece, Likeness::of($piece)));
        self::assertSame([[4, 20160], [8, 20160]], array_map(
            static fn ($border): array => [$border->place->position, $border->place->offset],
            $phrases->borders,
        ));
    }
}
