<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Analysis;

use CoinStair\Core\Analysis\BothHands;
use CoinStair\Core\Analysis\HandsOnScore;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\LeftHand\FingeringPolicy;
use CoinStair\Core\LeftHand\OpenStringPolicy;
use CoinStair\Core\RightHand\AmountPolicy;
use CoinStair\Core\RightHand\DirectionPolicy;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use PHPUnit\Framework\TestCase;

final class HandsOnScoreTest extends TestCase
{
    private const LINE = "X:1\nT:Two Gates\nM:4/4\nL:1/4\nK:D\nDEFG|A2-A2|!4!A d z B|C4|";

    public function testEachNoteIsMarkedOnce(): void
    {
        $piece = HandsOnScore::marked($this->hands(Instrument::Violin), true, true);
        self::assertSame([Instrument::Violin], array_map(static fn (Part $part): Instrument => $part->instrument, $piece->parts));
        self::assertSame([[0], [1], [2], [3], [0], [], [4], [3], [], [1], [3]], array_map(static fn (Event $event): array => $event->marks->fingers, $this->events($piece)));
        self::assertSame(
            [BowMark::Down, BowMark::Up, BowMark::Down, BowMark::Up, BowMark::Down, BowMark::None],
            array_map(static fn (Event $event): BowMark => $event->marks->bow, \array_slice($this->events($piece), 0, 6)),
        );
    }

    public function testWhatIsNotAskedForStaysAsPrinted(): void
    {
        $piece = HandsOnScore::marked($this->hands(Instrument::Violin), false, true);
        self::assertSame([[4]], array_values(array_filter(array_map(static fn (Event $event): array => $event->marks->fingers, $this->events($piece)))));
    }

    public function testTheHandsInWords(): void
    {
        $words = HandsOnScore::words($this->hands(Instrument::Violin), 0, 4);
        self::assertSame(['fingers' => 'D string, open, 1, 2, 3', 'bows' => 'down up down up'], $words[0]);
        self::assertSame('A string, open', $words[1]['fingers']);
        self::assertSame('out of reach', HandsOnScore::words($this->hands(Instrument::Violin, 'C,,4'), 0, 1)[0]['fingers']);
    }

    public function testEachReasonIsSaidOnceInItsMeasure(): void
    {
        $why = array_values(HandsOnScore::why($this->hands(Instrument::Violin), 0, 3)[0]);
        self::assertSame(['of' => ['D'], 'reason' => 'No fourth finger is needed, as it would be for G 4.'], ['of' => $why[0]['of'], 'reason' => $why[0]['reason']->text()]);
        self::assertSame(\count($why), \count(array_unique(array_map(static fn (array $one): string => $one['reason']->text(), $why))));
        $letters = array_merge(...array_column($why, 'of'));
        foreach (['D', 'E', 'F♯', 'G', 'down', 'up'] as $one) {
            self::assertContains($one, $letters);
        }
        self::assertSame([1, 2], array_keys(HandsOnScore::why($this->hands(Instrument::Violin), 1, 3)));
    }

    /** @return list<Event> */
    private function events(Piece $piece): array
    {
        return array_merge(...$piece->parts[0]->measures);
    }

    private function hands(Instrument $instrument, ?string $notes = null): BothHands
    {
        $abc = null === $notes ? self::LINE : "X:1\nT:Two Gates\nM:4/4\nL:1/4\nK:D\n".$notes;

        return BothHands::of(ScoreFile::read($abc)->piece, FingeringPolicy::of($instrument, 1, OpenStringPolicy::Open), DirectionPolicy::Alternate, AmountPolicy::Value, 72);
    }
}
