<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Readiness;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Progress\SkillOfGroups;
use CoinStair\Core\Readiness\ReviewWarmUps;
use CoinStair\Core\Readiness\WarmUpForSkill;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Needs;
use CoinStair\Core\Tests\Skill\Lines;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Warm-ups that prepare a skill, and those that touch what is due again. */
final class WarmUpsForSkillsTest extends TestCase
{
    /** @return iterable<string, array{string, Instrument, string, string|null}> code, instrument, line, code of the warm-up */
    public static function skills(): iterable
    {
        yield 'a finger' => ['finger.A.low-2', Instrument::Violin, '=c A A A|]', 'new:C5'];
        yield 'a pattern' => ['pattern.2-3.D', Instrument::Violin, 'G F F F|]', 'hand:D'];
        yield 'a crossing' => ['crossing.over', Instrument::Violin, 'A G, A G,|]', 'open-strings:GA'];
        yield 'a stroke' => ['bow.short', Instrument::Cello, '.D, .D, .D, .D,|]', 'stroke:0'];
        yield 'a key' => ['key.2-sharps', Instrument::Viola, 'D E F G|]', 'scale'];
        yield 'what is read has none' => ['read.repeat', Instrument::Violin, '|:D E F G:|', null];
    }

    #[DataProvider('skills')]
    public function testPreparesASkillByWhatThePieceHas(string $code, Instrument $instrument, string $line, ?string $warmUp): void
    {
        $piece = Lines::of($instrument, $line);
        $hands = BothHands::of($piece, $instrument, HandPolicies::of(2, ['openStrings' => 'open']), 72);
        $skill = Catalogue::shipped()->skills[$code];
        $place = Place::ofRank(Lines::skills($piece, $instrument, 2)->found($instrument)[$code][0] ?? 0);

        self::assertSame($warmUp, WarmUpForSkill::find($skill, $hands, $place)?->code());
    }

    /** @return iterable<string, array{string, Instrument, string|null}> code, instrument, code of the warm-up */
    public static function due(): iterable
    {
        yield 'low 2 on A' => ['finger.A.low-2', Instrument::Violin, 'check:C5'];
        yield '1 on D of the viola' => ['finger.D.1', Instrument::Viola, 'check:E4'];
        yield '3 on G of the cello' => ['finger.G.3', Instrument::Cello, 'check:B2'];
        yield '2 on A of the bass' => ['finger.A.2', Instrument::Bass, 'check:C2'];
        yield 'a crossing' => ['crossing.neighbour', Instrument::Violin, 'open-strings:DA'];
        yield 'a crossing of the bass' => ['crossing.neighbour', Instrument::Bass, 'open-strings:DA'];
        yield 'a stroke that the piece has' => ['slur.2', Instrument::Violin, 'stroke:3'];
        yield 'a stroke that it does not have' => ['bow.hook', Instrument::Violin, null];
        yield 'a rhythm' => ['rhythm.tie', Instrument::Violin, null];
        yield 'an open string needs no place' => ['open.bow.D', Instrument::Violin, null];
    }

    #[DataProvider('due')]
    public function testTouchesWhatIsDueWhateverThePieceIs(string $code, Instrument $instrument, ?string $warmUp): void
    {
        $needs = new Needs(['violin' => ['slur.2' => Place::of(3)->rank()]]);
        $found = ReviewWarmUps::of([new SkillOfGroups($code, [$instrument])], Catalogue::shipped(), $needs);

        self::assertSame(null === $warmUp ? [] : [$code => $warmUp], array_map(static fn (WarmUp $one): string => $one->code(), $found));
    }

    public function testTouchesTheWorstAndNeverTheSameTwice(): void
    {
        $due = array_map(
            static fn (string $code): SkillOfGroups => new SkillOfGroups($code, [Instrument::Violin]),
            ['rhythm.tie', 'crossing.neighbour', 'crossing.over', 'finger.D.1', 'finger.D.2'],
        );

        self::assertSame(['crossing.neighbour', 'finger.D.1'], array_keys(ReviewWarmUps::of($due, Catalogue::shipped(), new Needs([]))));
    }
}
