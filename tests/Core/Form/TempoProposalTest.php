<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Form;

use CoinStair\Core\Form\TempoProposal;
use CoinStair\Core\Format\Abc\Reader;
use CoinStair\Core\Format\QuickEntry\Outline;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class TempoProposalTest extends TestCase
{
    #[DataProvider('pieces')]
    public function testATempoIsProposedWithItsReason(string $header, string $body, int $tempo, string $reason): void
    {
        $proposal = TempoProposal::of(Reader::read("X:1\nT:T\nL:1/4\n{$header}\nK:D\n$body\n")->piece);
        self::assertSame([$tempo, $reason], [$proposal->tempo, $proposal->reason->text()]);
    }

    /** @return iterable<string, array{string, string, int, string}> */
    public static function pieces(): iterable
    {
        yield 'a word' => ["M:4/4\nQ:\"Allegro\"", 'D4|', 120, 'No tempo is given; 120 is proposed for "Allegro".'];
        yield 'a word among words' => ["M:4/4\nQ:\"Rather slowly\"", 'D4|', 58, 'No tempo is given; 58 is proposed for "Rather slowly".'];
        yield 'eighths' => ['M:4/4', 'D/E/ F G2|', 84, 'No tempo is given; 84 is proposed, so that the shortest notes last 0.36 seconds.'];
        yield 'sixteenths' => [
            'M:2/4',
            'D/4E/4F/4G/4 A|',
            60,
            'No tempo is given; 60 is proposed, so that the shortest notes last 0.25 seconds.',
        ];
        yield 'quarters' => ['M:4/4', 'DEFG|', 96, 'No tempo is given; 96 is proposed, so that the shortest notes last 0.63 seconds.'];
        yield 'six eight in dotted quarters' => [
            'M:6/8',
            'D/E/F/ G3/|',
            60,
            'No tempo is given; 60 is proposed, so that the shortest notes last 0.33 seconds.',
        ];
    }

    public function testAnOutlineGetsOneToo(): void
    {
        $piece = Outline::of('T', '', '4/4', 'D', '8', '', '', '', '')->piece;
        self::assertNotNull($piece);
        self::assertSame(84, TempoProposal::of($piece)->tempo);
    }
}
