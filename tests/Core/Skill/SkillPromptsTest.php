<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Skill;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\PieceFacts;
use CoinStair\Core\Skill\SkillPrompts;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 6, "Prompt line" and the stroke that a warm-up prepares. */
final class SkillPromptsTest extends TestCase
{
    private const PLAIN = 'D E F G|A B A G|';

    /** @return iterable<string, array{string, int, int|null}> notes, year, and the measure that is prepared */
    public static function strokes(): iterable
    {
        yield 'a hooked pair of the year' => [self::PLAIN.'(.D.E) (.F.G)|A4|', 2, 2];
        yield 'the first of two with the same' => [self::PLAIN.'(.D.E) F2|(.D.E) F2|', 2, 2];
        yield 'quarters and halves need nothing' => [self::PLAIN.'A2 B2|A4|', 2, null];
        yield 'a rest is no stroke' => [self::PLAIN.'A z B z|A4|', 1, null];
        yield 'what was of an earlier year' => [self::PLAIN.'(D E) F G|A4|', 4, null];
    }

    #[DataProvider('strokes')]
    public function testTheRarestStroke(string $abc, int $year, ?int $position): void
    {
        $prompts = self::prompts($abc, $year);
        self::assertSame($position, $prompts->rarestStroke(Instrument::Violin, 0, 4, $year)[0] ?? null);
    }

    public function testOnlyWhatLiesInTheMeasuresIsTold(): void
    {
        $prompts = self::prompts(self::PLAIN.'(.D.E) (.F.G)|A4|', 2);
        self::assertArrayHasKey('bow.hook', $prompts->scores(Instrument::Violin, 2, 3, 2));
        self::assertNull($prompts->rarestStroke(Instrument::Violin, 0, 2, 2));
        self::assertSame([], $prompts->scores(Instrument::Bass, 0, 4, 2), 'of an instrument that the class has not');
    }

    public function testWhoAsksForNoPromptsIsToldNone(): void
    {
        self::assertSame([], SkillPrompts::none()->scores(Instrument::Violin, 0, 8, 1));
    }

    /** No line is told of a skill that is none, and none is too long to be said in one breath. */
    public function testEachLineIsOfASkill(): void
    {
        /** @var array<string, string> $lines */
        $lines = require \dirname(__DIR__, 3).'/core/Skill/prompts.php';
        foreach ($lines as $code => $line) {
            self::assertNotNull(Catalogue::shipped()->find($code), $code);
            self::assertLessThanOrEqual(60, mb_strlen($line), $code);
        }
    }

    private static function prompts(string $abc, int $year): SkillPrompts
    {
        $piece = Tunes::abc($abc, '4/4', 'D');
        $hands = BothHands::ofEach($piece, [Instrument::Violin], HandPolicies::ofLevel($year), 84);

        return SkillPrompts::in(PieceFacts::of($piece, $hands), [Instrument::Violin], \count($piece->measures));
    }
}
