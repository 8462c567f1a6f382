<?php

declare(strict_types=1);

namespace App\Tests;

use App\Lesson\Teach\LessonPlanner;
use App\Library\Entry\PieceImport;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\Override;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SaidState;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Step;
use App\Shared\Facts\FactsOfClasses;
use App\Shared\Facts\Standings;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Progress\ClassPast;
use CoinStair\Core\Progress\Said;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Score\Instrument;

/** Fingers and bows on the piece page, in the class's policies, side by side, and in the lesson. */
final class HandsTest extends WebCase
{
    private const AJAX = ['HTTP_HX_REQUEST' => 'true'];

    public function testTheNotationCarriesTheHandsOfAnInstrument(): void
    {
        $piece = $this->piece();
        $data = $this->notation($piece, [
            'instrument' => 'cello',
            'fingers' => 'all',
            'letters' => 'all',
            'strings' => 1,
            'bows' => 1,
            'ribbon' => 1,
        ]);
        self::assertStringContainsString('<fingering>', $data['xml']);
        self::assertStringContainsString('<down-bow', $data['xml']);
        self::assertStringContainsString('<lyric number="1">', $data['xml']);
        self::assertSame(
            [
                ['number' => '2', 'notes' => ['D string, open', 'D', 'bows: down frog – tip']],
                [
                    'number' => '3',
                    'notes' => ['A string, open; D string, open', 'A D', 'bows: up tip – lower half, down lower half – tip'],
                ],
            ],
            $data['text'],
        );
        self::assertStringContainsString('Hand picture of the cello, measures 2–3', $data['side']);
        self::assertStringContainsString('D string, open (D)', $data['side']);
        self::assertStringContainsString('starts: frog, ends:', $data['more']);
    }

    public function testFingersAreShownWhereNewEverywhereOrNowhere(): void
    {
        $piece = $this->piece();
        $count = fn (string $fingers): int => substr_count(
            $this->notation($piece, ['instrument' => 'violin', 'fingers' => $fingers], 0, 4)['xml'],
            '<fingering>',
        );
        self::assertSame([0, true, true], [$count('none'), $count('new') > 0, $count('all') > $count('new')]);
        self::assertSame($count('new'), $count(''), 'the usual policy');
    }

    public function testWhatIsNotUnderstoodIsLeftOut(): void
    {
        $piece = $this->piece();
        $this->browser->request(
            'GET',
            "/pieces/{$piece->getId()}/notation?instrument=cello&for=year-99&fingers=much&p[openStrings]=never&p[bowing]=sideways",
        );
        self::assertResponseIsSuccessful();
        $this->browser->request('GET', "/pieces/{$piece->getId()}/notation?instrument=cello&p=x");
        self::assertResponseStatusCodeSame(400);
    }

    public function testAPolicyShowsItsEffectBeforeItIsKept(): void
    {
        $piece = $this->import('|: E A E2 | E A E2 :|');
        self::assertSame('D string, 1; A string, open; D string, 1', $this->fingers($piece, []));
        self::assertSame('D string, 1, 4, 1', $this->fingers($piece, ['p' => ['openStrings' => 'crossing']]));
        self::assertSame('D string, 1, 4, 1', $this->fingers($piece, ['for' => 'year-2']));
    }

    public function testAClassKeepsItsPolicies(): void
    {
        $class = $this->schoolClass();
        $this->browser->request('GET', "/classes/{$class->getId()}/hands");
        self::assertSelectorTextContains('#why-openStrings', 'surest note');
        $this->post("/classes/{$class->getId()}/hands", [
            'p' => ['openStrings' => 'long', 'bowing' => 'downbeat', 'positions' => ['violin' => ['I', 'III']], 'marks' => ['0', '2']],
            'version' => $class->getVersion(),
        ]);
        self::assertResponseRedirects("/classes/{$class->getId()}");
        $kept = $this->entities()->find(SchoolClass::class, $class->getId())?->handPolicies();
        self::assertSame(
            ['long', 'downbeat', ['I', 'III'], [2]],
            [$kept?->openStrings->value, $kept?->bowing->value, $kept?->positionsOf(Instrument::Violin), $kept?->marks],
        );
        $this->post("/classes/{$class->getId()}/hands", ['p' => ['openStrings' => 'open'], 'version' => 1], [], self::AJAX);
        self::assertSelectorTextContains('.error', 'Somebody else changed this');
        $this->browser->request('GET', '/hands/usual?year=2');
        self::assertSelectorTextContains('#why-openStrings', 'One string for one little phrase');
    }

    public function testANoteTellsItsReasonsAndTakesAnOverrideThatIsUndoneAgain(): void
    {
        $piece = $this->import('E A E2 | E A E2 |]');
        $class = $this->schoolClass();
        $address = "/pieces/{$piece->getId()}/hands";
        $asked = ['instrument' => 'violin', 'for' => 'class-'.$class->getId(), 'note' => 'P1-m0-v1-1'];
        $this->browser->request('GET', $address.'/note?'.http_build_query($asked));
        self::assertAnySelectorTextContains('p', 'A string, open. Open A, let it ring');
        self::assertSelectorTextContains('.taken', 'A open');
        $this->post($address.'/overrides', $asked + ['set' => 'place:D4', 'whose' => 'class'], [], self::AJAX);
        self::assertResponseHeaderSame('HX-Trigger', 'hands-changed');
        self::assertSelectorTextContains('.taken', 'D 4');
        self::assertSelectorTextContains('.overrides', 'finger 4 Lane One');
        $asOf = fn (string $for): array => $this->notation($piece, ['instrument' => 'violin', 'for' => $for], 0, 1);
        $first = static fn (string $for): string => $asOf($for)['text'][0]['notes'][0];
        self::assertSame('D string, 1, 4 (set), 1', $first('class-'.$class->getId()));
        self::assertSame('D string, 1; A string, open; D string, 1', $first('year-1'), 'for this class alone');
        $this->post($address.'/overrides', $asked + ['set' => 'direction:down', 'whose' => 'all'], [], self::AJAX);
        self::assertSelectorCount(2, '.overrides li');
        self::assertStringContainsString('down', $this->notation($piece, ['instrument' => 'violin'], 0, 1)['text'][0]['notes'][2]);
        $override = $this->entities()
            ->getRepository(Override::class)
            ->findOneBy(['class' => $class]);
        $this->post('/overrides/'.$override?->getId().'/undo', $asked, [], self::AJAX);
        self::assertSelectorTextContains('.taken', 'A open');
        self::assertSame(1, $this->entities()->getRepository(Override::class)->count([]));
    }

    public function testANewFingerTakesThePlaceOfTheOneBefore(): void
    {
        $piece = $this->import('E A E2 |]');
        foreach (['place:D4', 'place:A0', 'amount:0.5', 'amount:1'] as $set) {
            $this->post(
                "/pieces/{$piece->getId()}/hands/overrides",
                ['instrument' => 'violin', 'note' => 'P1-m0-v1-1', 'set' => $set],
                [],
                self::AJAX,
            );
        }
        $overrides = array_map(
            static fn (Override $override): string => $override->setting()->kind->value.' '.$override->setting()->value,
            $this->entities()
                ->getRepository(Override::class)
                ->findBy([], ['id' => 'ASC']),
        );
        self::assertSame(['finger 0', 'amount 1'], $overrides);
    }

    public function testAClassGoesBeforeAllClassesAndASlurHasOneDirection(): void
    {
        $piece = $this->import('E A (E2 | A) A E2 |]');
        $class = $this->schoolClass();
        $asked = ['instrument' => 'violin', 'for' => 'class-'.$class->getId()];
        foreach (
            [
                ['P1-m0-v1-1', 'place:D4', 'all'],
                ['P1-m0-v1-1', 'place:A0', 'class'],
                ['P1-m1-v1-0', 'direction:up', 'all'],
                ['P1-m0-v1-2', 'direction:down', 'all'],
            ] as [$note, $set, $whose]
        ) {
            $this->post(
                "/pieces/{$piece->getId()}/hands/overrides",
                $asked + ['note' => $note, 'set' => $set, 'whose' => $whose],
                [],
                self::AJAX,
            );
        }
        self::assertSame('D string, 1; A string, open (set); D string, 1', $this->fingers($piece, ['for' => 'class-'.$class->getId()]));
        self::assertSame('D string, 1, 4 (set), 1', $this->fingers($piece, []));
        $bows = array_filter(
            $this->entities()->getRepository(Override::class)->findAll(),
            static fn (Override $override): bool => !$override->setting()->isOfLeftHand(),
        );
        self::assertSame(
            ['P1-m0-v1-2 down'],
            array_values(
                array_map(static fn (Override $override): string => $override->setting()->note.' '.$override->setting()->value, $bows),
            ),
        );
    }

    public function testTwoPartsOfOneInstrumentHaveTheirOwnHands(): void
    {
        $piece = $this->service(PieceImport::class)->import(
            "X:1\nT:Lane\nM:4/4\nL:1/4\nK:D\nV:1 name=\"Violin 1\"\nV:2 name=\"Violin 2\"\n[V:1] d c B A |]\n[V:2] G F E D |]\n",
            'lane.abc',
        );
        $this->browser->request('GET', '/pieces/'.$piece->getId());
        self::assertSame(
            ['', 'violin:P1', 'violin:P2', 'viola', 'cello', 'bass'],
            $this->browser
                ->getCrawler()
                ->filter('[name=instrument] option')
                ->each(static fn ($option): string => (string) $option->attr('value')),
        );
        self::assertSame('A string, 3, 2, 1, open', $this->fingers($piece, ['instrument' => 'violin:P1']));
        self::assertSame('D string, 3, 2, 1, open', $this->fingers($piece, ['instrument' => 'violin:P2']));
    }

    public function testWhatCannotBeSetIsRefusedAndNothingIsKept(): void
    {
        $piece = $this->import('E A E2 |]');
        foreach (['place:E4', 'direction:left', 'amount:9', 'tea:hot', ''] as $set) {
            $this->post(
                "/pieces/{$piece->getId()}/hands/overrides",
                ['instrument' => 'violin', 'note' => 'P1-m0-v1-1', 'set' => $set],
                [],
                self::AJAX,
            );
            self::assertSelectorTextContains('.error', 'cannot be set');
        }
        $this->post(
            "/pieces/{$piece->getId()}/hands/overrides",
            ['instrument' => 'violin', 'note' => 'P1-m9-v1-9', 'set' => 'place:D4'],
            [],
            self::AJAX,
        );
        self::assertResponseStatusCodeSame(400);
        self::assertSame(0, $this->entities()->getRepository(Override::class)->count([]));
    }

    public function testInstrumentsStandSideBySide(): void
    {
        $piece = $this->piece();
        $this->browser->request('GET', "/pieces/{$piece->getId()}/four?from=0&to=4&bows=1&fingers=all&ribbon=1");
        self::assertSelectorCount(4, '.side-by-side section');
        self::assertSelectorCount(4, '.hand-picture');
        self::assertSelectorTextContains('main', 'Measures 1–4');
        $class = $this->schoolClass();
        $this->browser->request('GET', "/pieces/{$piece->getId()}/four?for=class-{$class->getId()}");
        self::assertSelectorCount(1, '.side-by-side section');
    }

    public function testAnInstrumentOfTheLessonHasItsNotationCardAndPicture(): void
    {
        $lesson = $this->lesson();
        $lesson->getClass()->setPlayers(Instrument::Bass, 2);
        $lesson->getClass()->setPast(ClassPast::standard());
        $this->entities()->flush();
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/players/P1");
        $views = json_decode($this->body(), true);
        self::assertIsArray($views);
        $view = current($views);
        self::assertIsArray($view);
        self::assertIsString($view['xml']);
        self::assertStringContainsString('<fingering>', $view['xml']);
        self::assertIsString($view['card']);
        self::assertStringStartsWith('D string, open (D)', $view['card']);
        self::assertIsArray($view['fresh']);
        self::assertNotSame([], $view['fresh']);
        self::assertIsString($view['picture']);
        self::assertMatchesRegularExpression('/<svg\s+class="hand-picture"/', $view['picture']);
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/players/nobody");
        self::assertResponseStatusCodeSame(404);
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/players/as-bass");
        self::assertResponseIsSuccessful();
    }

    public function testWhatWasPlayedIsIntroducedAndKnownOnceItIsPractised(): void
    {
        $lesson = $this->lesson();
        $lesson->getClass()->setPast(ClassPast::standard());
        $this->entities()->flush();
        $standings = $this->service(Standings::class);
        $facts = $this->service(FactsOfClasses::class);
        self::assertSame([], $standings->of($lesson->getClass())->known(Instrument::Violin));
        $this->earn($lesson, $this->played($lesson));
        $facts->reset();
        $standing = $standings->of($lesson->getClass());
        self::assertSame([], $standing->known(Instrument::Violin));
        self::assertContains('D natural 0', $standing->introduced()['violin']);
        $said = new Said('open.bow.D', Instrument::Violin, State::Practised, '2026-01-01');
        $this->entities()->persist(new SaidState($lesson->getClass(), $said, null, new \DateTimeImmutable()));
        $this->entities()->flush();
        $facts->reset();
        self::assertContains('D natural 0', $standings->of($lesson->getClass())->known(Instrument::Violin) ?? []);
    }

    public function testARungOnOpenStringsMakesNothingKnown(): void
    {
        $lesson = $this->lesson();
        $sequence = $lesson->getSequence();
        self::assertNotNull($sequence);
        $chunk = $sequence->steps()[0]->getChunk();
        $sequence->clear();
        $sequence->add(new Step($sequence, StepPurpose::Learn, $chunk, null, Rung::OpenStrings));
        $this->entities()->flush();
        $lesson = $this->service(LessonPlanner::class)->begin($sequence);
        $this->entities()->persist($lesson);
        $this->entities()->flush();
        $this->earn($lesson, $this->played($lesson));
        $lesson->getClass()->setPast(ClassPast::standard());
        $this->entities()->flush();
        $standing = $this->service(Standings::class)->of($lesson->getClass());
        self::assertCount(1, $standing->coverage());
        self::assertSame([], $standing->introduced()['violin'], 'the bow alone has crossed the strings');
    }

    /** @param array<string, mixed> $query */
    private function fingers(Piece $piece, array $query): string
    {
        return $this->notation($piece, $query + ['instrument' => 'violin', 'fingers' => 'all'], 0, 1)['text'][0]['notes'][0];
    }

    private function import(string $notes): Piece
    {
        return $this->service(PieceImport::class)->import("X:1\nT:Lane\nM:4/4\nL:1/4\nK:D\n$notes\n", 'lane.abc');
    }

    /**
     * @param array<string, mixed> $query
     *
     * @return array{xml: string, text: list<array{number: string, notes: list<string>}>, side: string, more: string}
     */
    private function notation(Piece $piece, array $query, int $from = 1, int $to = 3): array
    {
        $this->browser->request(
            'GET',
            "/pieces/{$piece->getId()}/notation?".http_build_query($query + ['from' => $from, 'to' => $to, 'more' => 1]),
        );
        self::assertResponseIsSuccessful();
        /** @var array{xml: string, text: list<array{number: string, notes: list<string>}>, side: string, more: string} $data */
        $data = json_decode($this->body(), true);

        return $data;
    }
}
