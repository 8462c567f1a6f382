<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Progress;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\FingerMarks;
use CoinStair\Core\Progress\Baseline;
use CoinStair\Core\Progress\ClassRecord;
use CoinStair\Core\Progress\ClassSkills;
use CoinStair\Core\Progress\KnownPlaces;
use CoinStair\Core\Progress\Said;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Tests\Skill\Lines;
use PHPUnit\Framework\TestCase;

/** Which places on the fingerboard a class knows, by its skills (handbook 7). */
final class KnownPlacesTest extends TestCase
{
    public function testAFingerIsKnownByItsSkillAndAHigherPlaceByThatOfItsPosition(): void
    {
        [$known, $introduced] = self::places([
            new Said('finger.D.1', Instrument::Violin, State::Practised, '2026-09-08'),
            new Said('finger.A.low-2', Instrument::Violin, State::Introduced, '2026-09-08'),
            new Said('open.pluck.A', Instrument::Violin, State::Secure, '2026-09-08'),
            new Said('position.III', Instrument::Violin, State::Secure, '2026-09-08'),
        ]);

        self::assertContains('D natural 1', $known['violin']);
        self::assertContains('A natural 0', $known['violin']);
        self::assertContains('E natural 2 III', $known['violin']);
        self::assertNotContains('D natural 2', $known['violin']);
        self::assertNotContains('D natural 0', $known['violin']);
        self::assertNotContains('E natural 2 II', $known['violin']);
        self::assertSame(['A low 2'], $introduced['violin']);
        self::assertSame([], $introduced['viola']);
        self::assertNotContains('D natural 1', $known['viola']);
    }

    public function testWhatAYearPresumesIsKnown(): void
    {
        [$known, $introduced] = self::places([], 2);

        self::assertContains('D natural 2', $known['violin']);
        self::assertContains('D natural 4', $known['cello']);
        self::assertNotContains('D natural 2', $known['cello']);
        self::assertNotContains('A low 2', $known['violin']);
        self::assertSame(['violin' => [], 'viola' => [], 'cello' => [], 'bass' => []], $introduced);
    }

    public function testEveryPlaceThatHandsCanTakeHasAName(): void
    {
        [$known] = self::places([], 5);
        foreach (Instrument::strings() as $instrument) {
            $piece = Lines::of($instrument, 'G, A, B, C|D E F G|A B c d|_B c ^c d|e f g a|]', '4/4', 'C');
            $hands = BothHands::of($piece, $instrument, HandPolicies::ofLevel(4), 72);
            foreach ($hands->fingering->choices as $choice) {
                if (null !== $choice) {
                    self::assertContains(FingerMarks::place($hands->fingering, $choice), $known[$instrument->value]);
                }
            }
        }
    }

    /**
     * @param list<Said> $said
     *
     * @return array{array<string, list<string>>, array<string, list<string>>}
     */
    private static function places(array $said, int $year = 1): array
    {
        $catalogue = Catalogue::shipped();
        $baseline = Baseline::ofYear($catalogue, $year);
        $class = ClassSkills::on('2026-09-09', $catalogue, Instrument::strings(), ClassRecord::none(), $said, $baseline);

        return KnownPlaces::of($catalogue)->to($class);
    }
}
