<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\LeftHand;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\FifthPolicy;
use CoinStair\Core\LeftHand\FingerMark;
use CoinStair\Core\LeftHand\FingerTrouble;
use CoinStair\Core\LeftHand\HandFrames;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** What each policy of the left hand changes (handbook 1 and 3). */
final class PoliciesTest extends TestCase
{
    #[TestWith([FifthPolicy::ByTempo, 0.5, false, false])]
    #[TestWith([FifthPolicy::ByTempo, 0.6, true, false])]
    #[TestWith([FifthPolicy::Across, 5.0, false, false])]
    #[TestWith([FifthPolicy::Hop, 0.0, true, true])]
    #[TestWith([FifthPolicy::Hop, 0.7, true, false])]
    public function testWhenAFingerHops(FifthPolicy $policy, float $gap, bool $hops, bool $hurried): void
    {
        self::assertSame([$hops, $hurried], [$policy->isHop($gap), $policy->isHurried($gap)]);
    }

    public function testAFifthIsTakenAcrossOrHopped(): void
    {
        foreach (['across' => FingerMark::Across, 'hop' => FingerMark::Hop, 'tempo' => FingerMark::Across] as $choice => $mark) {
            self::assertContains($mark, $this->hands('E B z2|', 'violin', ['fifth' => $choice])->fingerMarks[0], $choice);
        }
        self::assertContains(
            FingerMark::Hop,
            $this->hands('E z B z|', 'violin', ['fifth' => 'tempo'])->fingerMarks[0],
            'a beat of rest at 60 is time enough',
        );
    }

    public function testFingersBeneathAreSetAlongOrNot(): void
    {
        self::assertContains(FingerMark::SetTogether, $this->hands('D G z2|', 'violin', ['beneath' => 'together'])->fingerMarks[0]);
        foreach (['alone', 'free'] as $choice) {
            self::assertNotContains(
                FingerMark::SetTogether,
                $this->hands('D G z2|', 'violin', ['beneath' => $choice])->fingerMarks[0],
                $choice,
            );
        }
    }

    public function testTheHandOfTheBass(): void
    {
        self::assertSame('0 1 4', $this->fingers('D E ^F z|', 'bass', ['bassHand' => '1-2-4']));
        self::assertSame('0 1 3', $this->fingers('D E ^F z|', 'bass', ['bassHand' => '1-2-3-4']));
    }

    public function testPositionsThatAreAllowed(): void
    {
        self::assertSame('E: out', $this->place('d\'', ['positions' => ['violin' => ['I']]]));
        self::assertSame('E: 4 in III', $this->place('d\'', ['positions' => ['violin' => ['I', 'III']]]));
    }

    /** @param list<string> $expected */
    #[DataProvider('positions')]
    public function testEveryPositionHasItsHands(Instrument $instrument, array $expected): void
    {
        self::assertSame($expected, HandFrames::positions($instrument));
        foreach ($expected as $position) {
            $hands = HandFrames::allOf($instrument, [$position]);
            self::assertContains($position, array_column($hands, 'position'));
            self::assertContains('I', array_column($hands, 'position'), 'the first is always allowed');
            foreach ($hands as $hand) {
                foreach ($hand->fingers as $places) {
                    foreach ($places as [$semitones]) {
                        self::assertGreaterThan(0, $semitones);
                    }
                }
            }
        }
    }

    /** @return iterable<string, array{Instrument, list<string>}> */
    public static function positions(): iterable
    {
        yield 'violin' => [Instrument::Violin, ['I', 'III', 'II', 'half']];
        yield 'cello' => [Instrument::Cello, ['I', 'half', 'II', 'raised II', 'III', 'raised III', 'IV']];
        yield 'bass' => [Instrument::Bass, ['half', 'I', 'III', 'II', 'II½', 'III½', 'IV']];
    }

    public function testAPrintedFingerIsKeptAgreesOrSuggests(): void
    {
        foreach (['kept' => '1 4 1', 'agrees' => '1 0 1', 'suggestion' => '1 0 1'] as $choice => $fingers) {
            self::assertSame($fingers, $this->fingers('E !4!A E z|', 'violin', ['printed' => $choice, 'openStrings' => 'open']), $choice);
        }
        self::assertSame('1 4 0', $this->fingers('E !4!A !0!A z|', 'violin', ['printed' => 'kept', 'openStrings' => 'open']));
    }

    public function testAPrintedThirdPositionIsFollowedWhereNothingElseReaches(): void
    {
        $hands = $this->hands('!4!d\'4|', 'violin', []);
        self::assertSame(['III', true], [$hands->fingering->hand(0)?->position, $hands->fingering->has(0, FingerTrouble::Outside)]);
    }

    public function testARepeatedNoteStaysWhereItIs(): void
    {
        self::assertSame('4 4 3', $this->fingers('!4!A A G z|', 'violin', ['openStrings' => 'open']));
    }

    /** @param array<string, mixed> $choices */
    private function place(string $note, array $choices): string
    {
        $hands = $this->hands($note.'4|', 'violin', $choices);
        $choice = $hands->fingering->choices[0];

        return 'E: '.(null === $choice ? 'out' : $choice->finger.' in '.$hands->fingering->hands[$choice->hand]->position);
    }

    /** @param array<string, mixed> $choices */
    private function fingers(string $body, string $instrument, array $choices): string
    {
        return implode(
            ' ',
            array_map(
                static fn ($choice): string => (string) $choice?->finger,
                $this->hands($body, $instrument, $choices)->fingering->choices,
            ),
        );
    }

    /** @param array<string, mixed> $choices */
    private function hands(string $body, string $instrument, array $choices): BothHands
    {
        return BothHands::of(Tunes::abc($body, '4/4', 'C'), Instrument::from($instrument), HandPolicies::of(1, $choices), 60);
    }
}
