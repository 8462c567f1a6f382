<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Report;

use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Report\FormReport;
use CoinStair\Core\Tests\RandomPieces;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** What piece:form tells. */
final class FormReportTest extends TestCase
{
    public function testASectionAtDoubleLengthIsToldMeasureByMeasure(): void
    {
        $report = FormReport::tell(
            Tunes::abc('ABcd|edcB|A2c2|B2d2|c2e2|A4||DEFG|AGFE|D2F2|E2G2|F2A2|D4||A2B2|c2d2|e2d2|c2B2|A4|c4|]', '4/4', 'D'),
        );
        self::assertSame(['A', 'B', 'A′'], array_column($report['sections'], 'label'));
        self::assertContains(['of' => 0, 'kind' => 'other-string', 'by' => -1], $report['measures'][6]['likeness']);
        foreach ([12 => 0, 13 => 0, 14 => 1, 15 => 1] as $position => $of) {
            self::assertContains(['of' => $of, 'kind' => 'longer', 'by' => 2], $report['measures'][$position]['likeness']);
        }
    }

    public function testEveryLikenessNamesAnEarlierMeasureAndClassesAreThoseOfEqualMeasures(): void
    {
        for ($seed = 0; $seed < 120; ++$seed) {
            $report = FormReport::tell(RandomPieces::piece($seed));
            foreach ($report['measures'] as $measure) {
                foreach ($measure['likeness'] as $like) {
                    self::assertLessThan($measure['position'], $like['of'], "seed $seed");
                    self::assertSame(
                        'same' === $like['kind'],
                        'same' === $like['kind'] && $report['measures'][$like['of']]['class'] === $measure['class'],
                        "seed $seed",
                    );
                }
            }
            $ends = array_column($report['texture'], 'to');
            self::assertSame([\count($report['measures']), 0], [end($ends), $report['texture'][0]['from']], "seed $seed");
            self::assertLessThanOrEqual(\count($report['measures']), $report['distinct']);
        }
    }

    public function testWhatComesBackInOnePartAlone(): void
    {
        $report = FormReport::tell(Tunes::abc("V:1\nV:2\n[V:1] DEFG|ABcd|\n[V:2] D4|D4|"));
        self::assertSame(
            [
                2,
                [
                    ['part' => $report['parts'][0]['id'], 'distinct' => 2, 'classes' => [0, 1]],
                    ['part' => $report['parts'][1]['id'], 'distinct' => 1, 'classes' => [0, 0]],
                ],
            ],
            [$report['distinct'], $report['ofParts']],
        );
    }

    public function testEveryDemoTuneIsCutWhereItsBookMarksASection(): void
    {
        foreach (glob(\dirname(__DIR__, 3).'/demo/tunes/*') ?: [] as $file) {
            $report = FormReport::tell(ScoreFile::read((string) file_get_contents($file))->piece);
            $borders = array_column($report['borders'], 'position');
            foreach (\array_slice($report['sections'], 1) as $section) {
                // Where an upbeat leads into a section, the phrase begins with it, in the measure before.
                self::assertNotEmpty(
                    array_intersect([$section['from'] - 1, $section['from']], $borders),
                    basename($file).' '.$section['label'],
                );
            }
        }
    }
}
