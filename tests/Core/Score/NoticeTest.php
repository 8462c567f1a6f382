<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Score;

use CoinStair\Core\Score\Notice;
use PHPUnit\Framework\TestCase;

final class NoticeTest extends TestCase
{
    public function testWordsInsideOfWordsAreTold(): void
    {
        $notice = self::nested();
        self::assertSame('At 3: the viola (with D) is out of reach.', $notice->text());
        self::assertSame('3', $notice->parameter('place'));
        self::assertSame('viola (with D)', $notice->parameter('who'));
        self::assertSame('', $notice->parameter('nobody'));
        self::assertTrue($notice->says('At {place}: the {who} is out of reach.'));
        self::assertFalse($notice->says($notice->text()));
    }

    public function testWhatIsKeptIsWhatWasSaid(): void
    {
        $notice = self::nested();
        /** @var array{line: int, column: int, template: string, parameters: array<string, mixed>} $row */
        $row = json_decode((string) json_encode($notice->stored()), true);
        self::assertEquals($notice, Notice::parse($row));
    }

    public function testARowOfAnEarlierReleaseIsRead(): void
    {
        $row = ['line' => 2, 'column' => 5, 'template' => 'The {part} rests.', 'parameters' => ['part' => 'Viola']];
        self::assertSame('The Viola rests.', Notice::parse($row)->text());
    }

    private static function nested(): Notice
    {
        $who = new Notice(0, 0, '{instrument} (with {string})', ['instrument' => Notice::word('viola'), 'string' => 'D']);

        return new Notice(4, 7, 'At {place}: the {who} is out of reach.', ['place' => '3', 'who' => $who]);
    }
}
