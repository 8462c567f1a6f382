<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Form;

use CoinStair\Core\Form\Figure;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Form\LikenessKind;
use CoinStair\Core\Form\Section;
use CoinStair\Core\Form\Sections;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 5, "Likeness". */
final class LikenessTest extends TestCase
{
    #[DataProvider('measures')]
    public function testKindsOfTheLastMeasure(string $body, string $expected): void
    {
        $likeness = Likeness::of(Tunes::abc($body, '4/4', 'D'));
        $likes = array_map(
            static fn ($like): string => $like->kind->value.' '.$like->of.(0.0 === $like->by ? '' : ' by '.$like->by),
            $likeness->likes[\count($likeness->likes) - 1],
        );
        self::assertSame($expected, implode(', ', $likes));
    }

    /** @return iterable<string, array{string, string}> */
    public static function measures(): iterable
    {
        yield 'nothing like it' => ['DEFG|A2 z2|', ''];
        yield 'the same' => ['DEFG|A4|DEFG|', 'same 0, same-rhythm 0'];
        yield 'the same is the earliest' => ['DEFG|DEFG|DEFG|', 'same 0, same-rhythm 0'];
        yield 'fingers, loudness and words do not matter' => ['DEFG|!2!D!f!EFG|', 'same 0, same-rhythm 0'];
        yield 'dots do' => ['DEFG|.DEFG|', 'same-rhythm 0'];
        yield 'slurs do' => ['DEFG|(DE)FG|', 'same-rhythm 0'];
        yield 'another ending' => ['DEFG|DEAd|', 'other-ending 0, same-rhythm 0'];
        yield 'another ending needs half the measure' => ['DEFG|DBAd|', 'same-rhythm 0'];
        yield 'another ending that lasts otherwise' => ['DEFG|DEA2|', 'other-ending 0'];
        yield 'moved up' => ['DEFG|EFGA|', 'moved 0 by 1, same-rhythm 0'];
        yield 'moved down two' => ['FGAF|DEFD|', 'moved 0 by -2, same-rhythm 0'];
        yield 'an octave' => ['DEFG|defg|', 'octave 0 by 1, same-rhythm 0'];
        yield 'an octave with another sharp is none' => ['DEFG|de=fg|', 'same-rhythm 0'];
        yield 'another string' => ['DEFG|ABcd|', 'moved 0 by 4, other-string 0 by 1, same-rhythm 0'];
        yield 'a string lower' => ['DEFG|G,A,B,=C|', 'moved 0 by -4, other-string 0 by -1, same-rhythm 0'];
        yield 'two strings lower' => ['ABcd|G,A,B,=C|', 'moved 0 by -8, other-string 0 by -2, same-rhythm 0'];
        yield 'rhythm alone' => ['D2EF|G2AF|', 'same-rhythm 0'];
        yield 'double length' => ['D/E/F/G/ z2|DEFG|', 'longer 0 by 2'];
        yield 'half length' => ['DEFG|D/E/F/G/ z2|', 'longer 0 by 0.5'];
        yield 'a rest is a rest again' => ['z4|D4|z4|', 'same 0'];
        yield 'a chord' => ['[DA]4|[EB]4|', 'moved 0 by 1, same-rhythm 0'];
    }

    public function testThreeMeasuresThatComeBack(): void
    {
        $likeness = Likeness::of(Tunes::abc('DEFG|AdcA|BAGE|DEFG|AdcA|F2D2|'));
        self::assertSame([4, [0, 1, 2, 0, 1, 3]], [$likeness->distinct(), $likeness->classes]);
        self::assertSame([0 => 0, 1 => 1, 3 => 0, 4 => 1], $likeness->returning());
        self::assertSame([LikenessKind::Same, LikenessKind::Same], [$likeness->between(0, 3), $likeness->between(1, 4)]);
        self::assertNull($likeness->between(2, 5));
    }

    public function testAMovedMeasureIsToBeLearned(): void
    {
        $likeness = Likeness::of(Tunes::abc('FGAF|DEFD|A2d2|'));
        self::assertSame(3, $likeness->distinct());
        self::assertSame(
            [-2.0],
            array_values(
                array_map(
                    static fn ($like): float => $like->by,
                    array_filter($likeness->likes[1], static fn ($like): bool => LikenessKind::Moved === $like->kind),
                ),
            ),
        );
    }

    public function testARunComesBackWithoutItsUpbeat(): void
    {
        $likeness = Likeness::of(Tunes::abc('A|DEFG|A2FD|E4|z4|DEFG|A2FD|'));
        $kinds = array_map(static fn ($like): string => $like->kind->value, $likeness->likes[5]);
        self::assertContains('without-pickup', $kinds);
        self::assertContains('same', $kinds);
        $with = Likeness::of(Tunes::abc('A|DEFG|A2FD|E4|z2zA|DEFG|A2FD|'));
        self::assertNotContains(LikenessKind::WithoutPickup, array_column($with->likes[5], 'kind'));
    }

    public function testSilentMeasuresAreNotToBeLearned(): void
    {
        self::assertSame(1, Likeness::of(Tunes::abc('z4|D4|z4|D4|'))->distinct());
    }

    #[DataProvider('sections')]
    public function testSections(string $body, string $expected): void
    {
        $piece = Tunes::abc($body, '4/4', 'D');
        self::assertSame(
            $expected,
            implode(
                ' ',
                array_map(
                    static fn (Section $section): string => $section->label.' '.$section->from.'–'.$section->to,
                    Sections::find($piece, Likeness::of($piece)),
                ),
            ),
        );
    }

    /** @return iterable<string, array{string, string}> */
    public static function sections(): iterable
    {
        yield 'no mark and nothing back' => ['DEFG|AdcA|BAGE|F2D2|', 'A 0–4'];
        yield 'double bars' => ['DEFG|A4||BAGE|D4||DEFG|A4|]', 'A 0–2 B 2–4 A 4–6'];
        yield 'like, not the same' => ['DEFG|A4||BAGE|D4||DEFG|D4|]', 'A 0–2 B 2–4 A′ 4–6'];
        yield 'repeat signs' => ['|:DEFG|A4:|BAGE|D4|]', 'A 0–2 B 2–4'];
        yield 'endings stay with their section' => ['|:DEFG|1 A4:|2 D4||BAGE|D4|]', 'A 0–3 B 3–5'];
        yield 'rehearsal marks' => ["DEFG|A4|\nP:B\nBAGE|D4|\nP:A\nDEFG|A4|]", 'A 0–2 B 2–4 A 4–6'];
        yield 'the segno begins one' => ['DEFG|A4|!segno!BAGE|D4|EFGA|!D.S.!B4|]', 'A 0–2 B 2–6'];
        yield 'so do the place of To Coda and the coda' => [
            'DEFG|A4|BAGE|!dacoda!D4|EFGA|!D.C.alcoda!B4|!coda!FGAF|D4|]',
            'A 0–4 B 4–6 C 6–8',
        ];
        yield 'plucked, then bowed: two letters' => ['"^pizz."DEFG|A4|BAGE|D4|"^arco"DEFG|A4|BAGE|D4|]', 'A 0–4 B 4–8'];
        yield 'an upbeat belongs to the first' => ['A|:DEFG|A4:|BAGE|D4|]', 'A 0–3 B 3–5'];
        yield 'a run of four that comes back' => [
            'DEFG|AdcA|BAGE|F2D2|GGGG|EEEE|DEFG|AdcA|BAGE|F2D2|c4|',
            'A 0–4 B 4–6 A′ 6–11',
        ];
        yield 'three measures that come back with another ending' => ['DEFG|AdcA|BAGE|G4|DEFG|AdcA|BAGE|c4|', 'A 0–4 A′ 4–8'];
        yield 'another string, then at double length' => [
            'ABcd|edcB|A2c2|B2d2|c2e2|A4||DEFG|AGFE|D2F2|E2G2|F2A2|D4||A2B2|c2d2|e2d2|c2B2|A4|c4|]',
            'A 0–6 B 6–12 A′ 12–18',
        ];
        yield 'the same without a mark' => [
            'ABcd|edcB|A2c2|B2d2|c2e2|A4|DEFG|AGFE|D2F2|E2G2|F2A2|D4|A2B2|c2d2|e2d2|c2B2|A4|c4|]',
            'A 0–6 B 6–12 A′ 12–18',
        ];
        yield 'a run an octave higher' => ['DEFG|AGFE|D2F2|E4|BAGF|G2B2|defg|agfe|d2f2|e4|', 'A 0–4 B 4–6 A′ 6–10'];
        yield 'a run on another string' => ['ABcd|edcB|A2c2|B4|DEFG|AGFE|D2F2|E4|', 'A 0–4 B 4–8'];
        yield 'a run a step higher' => ['DEFG|AGFE|D2F2|E4|EFGA|BAGF|E2G2|F4|', 'A 0–4 B 4–8'];
        yield 'a run with other endings' => [
            'DEFG|AGFE|D2F2|E4|BAGF|G2B2|F2A2|G4|DEFG|AGdc|D2FA|E4|',
            'A 0–4 B 4–8 A′ 8–12',
        ];
        yield 'rain, in short' => [
            'ccec|ddfd|egfd|c4|GGcG|AAdA|BdcB|c4|e2fg|f2ed|c2de|d2G2|ccec|ddfd|egfB|c4|]',
            'A 0–4 B 4–12 A′ 12–16',
        ];
        yield 'compared without the next upbeat' => [
            'A|DEFG|A2FD|E2EF|D3B|G2BG|F2AF|B2cB|A3A|DEFG|A2FD|E2EF|D3|]',
            'A 0–5 B 5–9 A 9–13',
        ];
        yield 'and where no upbeat comes back' => [
            'A|DEFG|A2FD|E2EF|D3B|G2BG|F2AF|B2cB|A4|DEFG|A2FD|E2EF|D4|]',
            'A 0–5 B 5–9 A 9–13',
        ];
        yield 'one measure more belongs to its run' => [
            'c4|DEFG|AdcA|BAGE|F2D2|GGGG|EEEE|DEFG|AdcA|BAGE|F2D2|',
            'A 0–5 B 5–7 A′ 7–11',
        ];
        yield 'Fine ends a section' => ['DEFG|A4!fine!|BAGE|d4!D.C.!|', 'A 0–2 B 2–4'];
        yield 'twice as long, with ties' => [
            'DEFG|A2F2|G2E2|D4||D2E2|F2G2|A4|F4|G4|E4|D4-|D4|]',
            'A 0–4 A′ 4–12',
        ];
        yield 'twice as long, the last note shorter' => [
            'DEFG|A2F2|G2E2|D4||D2E2|F2G2|A4|F4|G4|E4|D4|]',
            'A 0–4 A′ 4–11',
        ];
        yield 'half as long, of a tied tune' => [
            'D2E2|F2G2|A4-|A4|F4|G4||DEFG|A3-A|F2G2|]',
            'A 0–6 A′ 6–9',
        ];
        yield 'other notes are no likeness' => ['D2E2|F2G2|A4|F4||DEFA|G2F2|]', 'A 0–4 B 4–6'];
    }

    public function testFigures(): void
    {
        $figures = static fn (string $body): array => array_column(Figure::find(Tunes::abc($body, '4/4', 'D')->parts[0], 0), 'value');
        self::assertSame(
            [['scale-run'], ['scale-run'], ['broken-chord'], ['repeated-note'], [], [], ['broken-chord']],
            [
                $figures('DEFG|'),
                $figures('AGFE|'),
                $figures('DFAd|'),
                $figures('DDDE|'),
                $figures('DAEG|'),
                $figures('D2A2|'),
                $figures('BdfB|'),
            ],
        );
    }

    public function testEveryDemoTuneHasItsSections(): void
    {
        foreach (glob(\dirname(__DIR__, 3).'/demo/tunes/*') ?: [] as $file) {
            $piece = ScoreFile::read((string) file_get_contents($file))->piece;
            $sections = Sections::find($piece, Likeness::of($piece));
            $at = 0;
            foreach ($sections as $section) {
                self::assertSame($at, $section->from, basename($file));
                self::assertGreaterThan($section->from, $section->to);
                $at = $section->to;
            }
            self::assertSame(\count($piece->measures), $at, basename($file));
        }
    }
}
