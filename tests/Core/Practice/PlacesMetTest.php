<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Practice;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Difficulty\Newness;
use CoinStair\Core\Practice\PlacesMet;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Sequence\PieceForClass;
use CoinStair\Core\Standing\Standing;
use CoinStair\Core\Standing\Thresholds;
use CoinStair\Core\Tests\Sequence\Plans;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\TestCase;

/** What is new in a piece becomes less so from lesson to lesson of a plan (handbook 7). */
final class PlacesMetTest extends TestCase
{
    private const NEW = 'A low 2';

    public function testWhatWasTaughtIsIntroducedAtTheNextMeetingAndKnownAfterThreeStepsInTwoLessons(): void
    {
        $piece = self::piece([]);
        $places = new PlacesMet($piece->difficulty(), Thresholds::standard());
        $chunk = self::chunk($piece, 0, 1);
        $violins = [Instrument::Violin];
        $places->play($chunk, $violins);
        self::assertSame([], $places->newness()['violin'] ?? [], 'within the lesson it stays new');
        $places->play($chunk, $violins);
        $places->play($chunk, $violins);
        $places->nextMeeting();
        self::assertSame(['violin' => [self::NEW => Newness::Introduced]], $places->newness(), 'three steps, but one lesson');
        $places->nextMeeting();
        self::assertSame(Newness::Introduced, $places->newness()['violin'][self::NEW], 'a lesson without it changes nothing');
        $places->play($chunk, $violins);
        $places->nextMeeting();
        self::assertSame(Newness::Known, $places->newness()['violin'][self::NEW]);
    }

    public function testItIsKnownFromWhereTheProgramSaysThatASkillIsPractised(): void
    {
        $piece = self::piece([]);
        $violins = [Instrument::Violin];
        $sooner = new PlacesMet($piece->difficulty(), Thresholds::of(['practisedSteps' => 1, 'practisedLessons' => 1]));
        $sooner->play(self::chunk($piece, 0, 1), $violins);
        $sooner->nextMeeting();
        self::assertSame(Newness::Known, $sooner->newness()['violin'][self::NEW]);
        $later = new PlacesMet($piece->difficulty(), Thresholds::of(['practisedSteps' => 4, 'practisedLessons' => 3]));
        foreach ([1, 2, 3] as $lesson) {
            $later->play(self::chunk($piece, 0, 1), $violins);
            $later->nextMeeting();
            self::assertSame(Newness::Introduced, $later->newness()['violin'][self::NEW], "lesson $lesson");
        }
        $later->play(self::chunk($piece, 0, 1), $violins);
        $later->nextMeeting();
        self::assertSame(Newness::Known, $later->newness()['violin'][self::NEW]);
    }

    public function testWhatWasIntroducedBeforeNeedsLess(): void
    {
        $piece = self::piece([self::NEW]);
        $places = new PlacesMet($piece->difficulty(), Thresholds::standard());
        $places->play(self::chunk($piece, 0, 2), [Instrument::Violin]);
        $places->play(self::chunk($piece, 0, 1), [Instrument::Violin]);
        $places->nextMeeting();
        self::assertSame(Newness::Known, $places->newness()['violin'][self::NEW]);
    }

    public function testItsMovesBecomeQuickerByWhatIsNotNewAnyMore(): void
    {
        $piece = self::piece([]);
        $new = self::seconds($piece, []);
        self::assertEqualsWithDelta($new / 1.4 * 1.15, self::seconds($piece, ['violin' => [self::NEW => Newness::Introduced]]), 1e-9);
        self::assertEqualsWithDelta($new / 1.4, self::seconds($piece, ['violin' => [self::NEW => Newness::Known]]), 1e-9);
        self::assertSame($new, self::seconds($piece, ['cello' => [self::NEW => Newness::Known]]), 'what others know does not help');
    }

    /** @param array<string, array<string, Newness>> $since */
    private static function seconds(PieceForClass $piece, array $since): float
    {
        return $piece->difficultyAfter($since)->moves(Instrument::Violin)[1]->seconds;
    }

    /** @param list<string> $introduced */
    private static function piece(array $introduced): PieceForClass
    {
        // A violin class for which only the natural C on the A string is new.
        $tune = Tunes::abc('c2 A2 c2 A2|D2 E2 F2 G2|', '4/4', 'G');
        $known = ['violin' => ['A natural 0', 'D natural 0', 'D natural 1', 'D high 2', 'D natural 2', 'D natural 3']];

        return PieceForClass::of(
            $tune,
            Plans::policies(2, 27),
            Standing::of([], $known, ['violin' => $introduced]),
            96,
        );
    }

    private static function chunk(PieceForClass $piece, int $from, int $to): Chunk
    {
        return Chunk::of($piece->piece, ChunkKind::ofSize($to - $from), Place::of($from), Place::of($to));
    }
}
