<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Hands;

use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\BowRibbon;
use CoinStair\Core\Hands\HandLayers;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Hands\HandsOnScore;
use CoinStair\Core\LeftHand\ShowWhere;
use CoinStair\Core\RightHand\BowZone;
use CoinStair\Core\RightHand\Direction;
use CoinStair\Core\Score\BowMark;
use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class HandsOnScoreTest extends TestCase
{
    private const LINE = "X:1\nT:Two Gates\nM:4/4\nL:1/4\nK:D\nDEFG|A2-A2|!4!A d z B|C4|";

    public function testEachNoteIsMarkedOnce(): void
    {
        $piece = HandsOnScore::marked($this->hands(Instrument::Violin), new HandLayers(ShowWhere::All, null, false, true));
        self::assertSame([Instrument::Violin], array_map(static fn (Part $part): Instrument => $part->instrument, $piece->parts));
        self::assertSame(
            [[0], [1], [2], [3], [0], [], [4], [3], [], [1], [3]],
            array_map(static fn (Event $event): array => $event->marks->fingers, $this->events($piece)),
        );
        self::assertSame(
            [BowMark::Down, BowMark::Up, BowMark::Down, BowMark::Up, BowMark::Down, BowMark::None],
            array_map(static fn (Event $event): BowMark => $event->marks->bow, \array_slice($this->events($piece), 0, 6)),
        );
    }

    public function testWhatIsNotAskedForStaysAsPrinted(): void
    {
        $piece = HandsOnScore::marked($this->hands(Instrument::Violin), new HandLayers(null, null, false, true));
        self::assertSame(
            [[4]],
            array_values(array_filter(array_map(static fn (Event $event): array => $event->marks->fingers, $this->events($piece)))),
        );
    }

    public function testTheHandsInWords(): void
    {
        $hands = $this->hands(Instrument::Violin);
        self::assertSame('D string, open, 1, 2, 3', Spoken::fingers($hands, 0));
        self::assertSame('D E F♯ G', Spoken::letters($hands, 0));
        self::assertSame('A string, open', Spoken::fingers($hands, 1));
        self::assertSame('out of reach', Spoken::fingers($this->hands(Instrument::Violin, 'C,,4'), 0));
    }

    public function testEachReasonIsSaidOnceInItsMeasure(): void
    {
        $why = array_values(HandsOnScore::why($this->hands(Instrument::Violin), 0, 3)[0]);
        self::assertSame(
            ['of' => ['D'], 'reason' => 'Open D, let it ring.'],
            ['of' => $why[0]['of'], 'reason' => $why[0]['reason']->text()],
        );
        self::assertSame(\count($why), \count(array_unique(array_map(static fn (array $one): string => $one['reason']->text(), $why))));
        $letters = array_merge(...array_column($why, 'of'));
        foreach (['D', 'E', 'G', 'down', 'up'] as $one) {
            self::assertContains($one, $letters);
        }
        self::assertSame([1, 2], array_keys(HandsOnScore::why($this->hands(Instrument::Violin), 1, 3)));
    }

    public function testTheRibbonJoinsEachStrokeToTheNext(): void
    {
        $hands = $this->hands(Instrument::Violin, 'DE (FG)|A z B2|');
        $events = $this->events($hands->piece);
        $ribbon = BowRibbon::draw($hands, 0, 2);
        self::assertSame([$events[0]->id, $events[1]->id, $events[2]->id, $events[4]->id, $events[6]->id], array_column($ribbon, 'note'));
        self::assertSame(
            [$events[1]->id, $events[2]->id, $events[4]->id, $events[5]->id, null],
            array_column($ribbon, 'until'),
            'a rest ends a slope',
        );
        foreach ($ribbon as $index => $stroke) {
            self::assertSame(Direction::Down === $stroke->direction, $stroke->to > $stroke->from);
            self::assertTrue($stroke->from >= 0.0 && $stroke->from <= 1.0 && $stroke->to >= 0.0 && $stroke->to <= 1.0);
            if ($index > 0 && !$stroke->lifted) {
                self::assertSame($ribbon[$index - 1]->to, $stroke->from);
            }
        }
        self::assertCount(2, BowRibbon::draw($hands, 1, 2));
    }

    #[TestWith([0.0, BowZone::Frog])]
    #[TestWith([0.25, BowZone::Lower])]
    #[TestWith([0.5, BowZone::Middle])]
    #[TestWith([0.75, BowZone::Upper])]
    #[TestWith([1.0, BowZone::Tip])]
    public function testPlacesHaveNames(float $place, BowZone $zone): void
    {
        self::assertSame($zone, BowZone::of($place));
    }

    /** @return list<Event> */
    private function events(Piece $piece): array
    {
        return array_merge(...$piece->parts[0]->measures);
    }

    private function hands(Instrument $instrument, ?string $notes = null): BothHands
    {
        $abc = null === $notes ? self::LINE : "X:1\nT:Two Gates\nM:4/4\nL:1/4\nK:D\n".$notes;

        return BothHands::of(ScoreFile::read($abc)->piece, $instrument, HandPolicies::ofLevel(1), 72);
    }
}
