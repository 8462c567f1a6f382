<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Skill;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Family;
use CoinStair\Core\Skill\Skill;
use PHPUnit\Framework\TestCase;

final class CatalogueTest extends TestCase
{
    public function testHasEveryFamily(): void
    {
        $families = array_map(static fn (Skill $skill): Family => $skill->family, array_values(Catalogue::shipped()->skills));

        self::assertEqualsCanonicalizing(
            array_column(Family::cases(), 'value'),
            array_values(array_unique(array_column($families, 'value'))),
        );
    }

    public function testRulesAreUnderstoodAndSomeInstrumentHasThem(): void
    {
        foreach (Catalogue::shipped()->skills as $skill) {
            self::assertNotSame([], $skill->instruments(), $skill->code);
            if (!$skill->isByHand()) {
                self::assertSame($skill->written, $skill->rule()?->text(), $skill->code);
            }
        }
    }

    public function testItsInstrumentsHaveWhatItsRuleNames(): void
    {
        foreach (Catalogue::shipped()->skills as $skill) {
            foreach ($skill->instruments() as $instrument) {
                self::assertNotFalse($skill->rule()?->appliesTo($instrument), "$skill->code $instrument->value");
            }
        }
        // A string, finger or position that an instrument lacks is none of its skills.
        self::assertSame([Instrument::Viola, Instrument::Cello], Catalogue::shipped()->find('finger.C.1')?->instruments());
        self::assertNotContains(Instrument::Bass, Catalogue::shipped()->find('finger.D.3')?->instruments() ?? []);
        self::assertSame([Instrument::Violin, Instrument::Viola], Catalogue::shipped()->find('pattern.2-3.D')?->instruments());
    }

    public function testPrerequisitesExistAndCloseNoCircle(): void
    {
        $catalogue = Catalogue::shipped();
        foreach ($catalogue->skills as $skill) {
            foreach ($skill->prerequisites as $before) {
                self::assertNotNull($catalogue->find($before), "$skill->code needs $before");
                self::assertFalse($catalogue->closesCircle($skill->code, $before), "$skill->code needs $before, and that the other");
            }
            foreach ($skill->instruments() as $instrument) {
                self::assertNotContains($skill->code, $catalogue->before($skill->code, $instrument));
            }
        }
    }

    public function testNothingIsUsualBeforeWhatItNeeds(): void
    {
        $catalogue = Catalogue::shipped();
        foreach ($catalogue->skills as $skill) {
            foreach ($skill->instruments() as $instrument) {
                foreach ($catalogue->before($skill->code, $instrument) as $before) {
                    self::assertLessThanOrEqual(
                        $skill->year($instrument),
                        $catalogue->skills[$before]->year($instrument),
                        "$skill->code of the $instrument->value comes before $before",
                    );
                }
            }
        }
    }

    public function testTheDeepestPrerequisiteComesFirst(): void
    {
        self::assertSame(
            ['hold.bow', 'open.bow.A', 'finger.A.1'],
            array_values(array_diff(Catalogue::shipped()->before('finger.A.low-2', Instrument::Violin), ['hold.instrument'])),
        );
    }

    public function testNamesSpeakBothVocabularies(): void
    {
        foreach (Catalogue::shipped()->skills as $skill) {
            self::assertDoesNotMatchRegularExpression('/crotchet|quaver|minim|\bbars?\b|breve/i', $skill->name, $skill->code);
            $us = '/quarter|eighth|sixteenth|half note|measure|pickup/i';
            self::assertDoesNotMatchRegularExpression($us, $skill->british, $skill->code);
        }
    }

    public function testAProgramAddsItsOwnAndCannotReplaceWhatShips(): void
    {
        $own = new Skill('own.1', 'Bow games', 'Bow games', Family::Hold, ['' => 1], ['hold.bow'], '', [], true);
        $thief = new Skill('bow.hook', 'Nothing', 'Nothing', Family::Hold, ['' => 1], [], '', [], true);
        $catalogue = Catalogue::shipped()->with([$own, $thief]);

        self::assertSame('Bow games', $catalogue->find('own.1')?->name);
        self::assertSame('Hooked bows', $catalogue->find('bow.hook')?->name);
        self::assertNotSame(json_encode(Catalogue::shipped()), json_encode($catalogue));
        self::assertTrue($catalogue->closesCircle('hold.bow', 'own.1'));
    }
}
