<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Hands;

use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Score\Instrument;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Measures of the demo tunes at which a string teacher looked, on each instrument. */
final class HandsOfDemoTunesTest extends TestCase
{
    #[DataProvider('measures')]
    public function testFingers(string $tune, string $instrument, int $level, int $measure, string $letters, string $fingers): void
    {
        $piece = ScoreFile::read((string) file_get_contents((glob(\dirname(__DIR__, 3).'/demo/tunes/'.$tune.'*') ?: [''])[0]))->piece;
        $hands = BothHands::of($piece, Instrument::from($instrument), HandPolicies::ofLevel($level), 80);
        self::assertSame([$letters, $fingers], [Spoken::letters($hands, $measure), Spoken::fingers($hands, $measure)]);
    }

    /** @return iterable<string, array{string, string, int, int, string, string}> */
    public static function measures(): iterable
    {
        yield '01-open-gate, bass, year 1, measure 0' => [
            '01-open-gate',
            'bass',
            1,
            0,
            'D D A A',
            'D string, open, open; A string, open, open',
        ];
        yield '02-stepping-stones, bass, year 1, measure 5' => ['02-stepping-stones', 'bass', 1, 5, 'B A E', 'G string, 4, 1; D string, 1'];
        yield '04-lantern-walk, cello, year 1, measure 6' => ['04-lantern-walk', 'cello', 1, 6, 'B A G', 'A string, 1, open; D string, 4'];
        yield '05-tin-market, bass, year 1, measure 2' => [
            '05-tin-market',
            'bass',
            1,
            2,
            'B A B C♯',
            'G string, 4, 1, 4, III position: 2',
        ];
        yield '08-kettle-on-the-hob, violin, year 2, measure 11' => [
            '08-kettle-on-the-hob',
            'violin',
            2,
            11,
            'E E D C B',
            'A string, 4, 4, 3, low 2, 1',
        ];
        yield '08-kettle-on-the-hob, violin, year 1, measure 11' => [
            '08-kettle-on-the-hob',
            'violin',
            1,
            11,
            'E E D C B',
            'E string, open, open; A string, 3, low 2, 1',
        ];
        yield '08-kettle-on-the-hob, cello, year 2, measure 18' => [
            '08-kettle-on-the-hob',
            'cello',
            2,
            18,
            'G A B C B A',
            'G string, open, 1, 3, 4, 3, 1',
        ];
        yield '08-kettle-on-the-hob, viola, year 2, measure 4' => [
            '08-kettle-on-the-hob',
            'viola',
            2,
            4,
            'F♯ A D D',
            'C string, high 3; G string, 1; C string, 1, 1',
        ];
        yield '10-weir-song, bass, year 1, measure 3' => ['10-weir-song', 'bass', 1, 3, 'A B C', 'A string, open, 1, 2'];
        yield '12-rain-on-slate, cello, year 1, measure 3' => ['12-rain-on-slate', 'cello', 1, 3, 'C', 'G string, 4'];
        yield '14-three-corner-field, cello, year 1, measure 10' => [
            '14-three-corner-field',
            'cello',
            1,
            10,
            'E C♯ A',
            'D string, 1; G string, stretched 4, 1',
        ];
        yield '14-three-corner-field, bass, year 1, measure 1' => [
            '14-three-corner-field',
            'bass',
            1,
            1,
            'D A F♯',
            'D string, open; A string, open; E string, 1',
        ];
        yield '17-night-train-to-brindle, violin, year 3, measure 3' => [
            '17-night-train-to-brindle',
            'violin',
            3,
            3,
            'F♯ A D',
            'D string, 2, 4, open',
        ];
        yield '17-night-train-to-brindle, cello, year 1, measure 6' => [
            '17-night-train-to-brindle',
            'cello',
            1,
            6,
            'C B♭ A G A F♯',
            'A string, 2, low 1, open; D string, 4; A string, open; D string, 3',
        ];
        yield '19-harbour-bells, cello, year 3, measure 9' => ['19-harbour-bells', 'cello', 3, 9, 'B♭ A', 'G string, 2, 1'];
        yield '19-harbour-bells, bass, year 3, measure 2' => [
            '19-harbour-bells',
            'bass',
            3,
            2,
            'B♭ A G F',
            'A string, 1, open; E string, 4, 1',
        ];
        yield '22-mill-race, violin, year 3, measure 12' => [
            '22-mill-race',
            'violin',
            3,
            12,
            'B G♯ E',
            'A string, 1; D string, high 3, 1',
        ];
        yield '22-mill-race, cello, year 3, measure 6' => [
            '22-mill-race',
            'cello',
            3,
            6,
            'G♯ F♯ E D C♯ B',
            'D string, stretched 4, stretched 2, 1, open; G string, stretched 4, stretched 2',
        ];
        yield '22-mill-race, viola, year 3, measure 12' => [
            '22-mill-race',
            'viola',
            3,
            12,
            'B G♯ E',
            'G string, 2, low 1; C string, 2',
        ];
    }
}
