<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Report;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Progress\Baseline;
use CoinStair\Core\Progress\ClassRecord;
use CoinStair\Core\Progress\ClassSkills;
use CoinStair\Core\Report\ReadyReport;
use CoinStair\Core\Report\SkillsReport;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** What piece:skills and piece:ready tell. */
final class SkillsReportTest extends TestCase
{
    public function testTheKeysAreThoseOfTheDocument(): void
    {
        $piece = Tunes::abc('D E F G|A4|]', '4/4', 'D');
        $report = SkillsReport::tell($piece, [Instrument::Violin, Instrument::Cello], HandPolicies::ofLevel(1), 72);

        self::assertSame(['skills'], array_keys($report));
        self::assertSame(['code', 'name', 'family', 'instruments', 'evidence'], array_keys($report['skills'][0]));
        $byCode = array_column($report['skills'], null, 'code');
        self::assertSame(['violin', 'cello'], $byCode['finger.D.1']['instruments'] ?? []);
        self::assertSame(['instrument' => 'violin', 'position' => 0, 'offset' => '1'], $byCode['finger.D.1']['evidence'][0] ?? []);
        self::assertSame(['violin'], $byCode['finger.D.2']['instruments'] ?? []);
    }

    public function testReadyTellsWhatIsNewInOrderAndWhatTeachesIt(): void
    {
        $piece = Tunes::abc('D E F G|A4|]', '4/4', 'D');
        $instruments = [Instrument::Violin];
        $hands = BothHands::ofEach($piece, $instruments, HandPolicies::ofLevel(1), 72);
        $baseline = Baseline::ofYear(Catalogue::shipped(), 2);
        $class = ClassSkills::on('2026-09-07', Catalogue::shipped(), $instruments, ClassRecord::none(), [], $baseline);
        self::assertSame(
            ['verdict' => 'ready', 'points' => ['violin' => 0], 'decides' => '', 'new' => [], 'due' => []],
            ReadyReport::tell($piece, $hands, $class, Catalogue::shipped()),
        );

        $known = Baseline::ofCodes(['violin' => array_values(array_diff(array_keys(Catalogue::shipped()->skills), ['finger.D.2']))]);
        $class = ClassSkills::on('2026-09-07', Catalogue::shipped(), $instruments, ClassRecord::none(), [], $known);
        $report = ReadyReport::tell($piece, $hands, $class, Catalogue::shipped());
        self::assertSame(['within-reach', 1, 'violin'], [$report['verdict'], $report['points']['violin'], $report['decides']]);
        self::assertSame(
            [
                'code' => 'finger.D.2',
                'name' => '2 on D',
                'instruments' => ['violin'],
                'first' => ['position' => 0, 'offset' => '2'],
                'taught-by' => ['warm-up: new place F♯'],
            ],
            $report['new'][0],
        );
    }
}
