<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\OwnSkill;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SaidState;
use App\Shared\Entity\SchoolClass;
use App\Skill\QuiltPage;
use App\Skill\QuiltQuery;
use CoinStair\Core\Progress\ClassPast;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Score\Instrument;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\HttpFoundation\InputBag;

/** What classes have met: the quilt and its cells, what is ready and what is next, the catalogue, the past of a class. */
final class SkillsTest extends WebCase
{
    use SendsEntries;

    private const CELL = '/skills/open.bow.D/violin';

    public function testWhatWasPlayedStandsInTheQuiltAndInItsCell(): void
    {
        $lesson = $this->taught();
        $class = '/classes/'.$lesson->getClass()->getId();
        $this->browser->request('GET', "$class/skills");
        self::assertResponseIsSuccessful();
        self::assertSelectorTextContains('a[href$="'.self::CELL.'"]', 'introduced');
        self::assertSelectorTextContains('a[href$="open.pluck.D/violin"]', 'not met');
        $this->browser->request('GET', $class.self::CELL);
        self::assertSelectorTextContains('.cell-state', 'introduced');
        self::assertSelectorTextContains('.cell-lessons', 'Gate, 1–2');
        $this->browser->request('GET', "$class/skills/finger.C.1/violin");
        self::assertResponseStatusCodeSame(404, 'A violin has no C string.');
        $this->browser->request('GET', "$class/skills/no.such/violin");
        self::assertResponseStatusCodeSame(404);
    }

    public function testAStateIsSaidWithItsReasonAndTakenBack(): void
    {
        $class = $this->beginners();
        $address = '/classes/'.$class->getId().self::CELL;
        $this->post($address, ['state' => 'secure', 'why' => 'heard in the <hall>']);
        self::assertResponseRedirects($address);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.cell-state', 'secure');
        self::assertSelectorTextContains('.cell-state', 'the log alone: not met');
        self::assertSelectorTextContains('.cell-lessons', 'one@example.org heard in the <hall>');
        $row = $this->entities()->getRepository(SaidState::class)->findOneBy([]);
        self::assertSame(State::Secure, $row?->getState());
        $this->post("/classes/{$class->getId()}/skills/said/{$row->getId()}/take-back");
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.cell-state', 'not met');
        self::assertSelectorTextContains('.taken-back', 'heard in the <hall>');
        self::assertCount(1, $this->entities()->getRepository(SaidState::class)->findAll(), 'what was said is kept');
    }

    /** @return iterable<string, array{array<string, string>, string}> */
    public static function badWords(): iterable
    {
        yield 'no state' => [['why' => 'x'], 'Choose the state'];
        yield 'a state that nobody can say' => [['state' => 'presumed'], 'Choose the state'];
        yield 'too long' => [['state' => 'secure', 'why' => str_repeat('x', 301)], 'longer than 300'];
    }

    /** @param array<string, string> $fields */
    #[DataProvider('badWords')]
    public function testAWordThatIsNoneIsRefusedAndKept(array $fields, string $told): void
    {
        $this->post('/classes/'.$this->beginners()->getId().self::CELL, $fields);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('[role=alert]', $told);
        self::assertSame($fields['why'] ?? '', $this->browser->getCrawler()->filter('#say-why')->attr('value'));
        self::assertSame([], $this->entities()->getRepository(SaidState::class)->findAll());
    }

    public function testTheCellInTheQuiltChangesWithTheWord(): void
    {
        $class = $this->beginners();
        $address = '/classes/'.$class->getId().self::CELL;
        $this->browser->request('POST', $address, ['_token' => $this->token(), 'state' => 'practised'], [], ['HTTP_HX_REQUEST' => 'true']);
        self::assertResponseIsSuccessful();
        self::assertSelectorTextContains('[hx-swap-oob]', 'practised');
    }

    public function testTheFirstOfSeveralClassesIsNotAllOfThem(): void
    {
        $class = $this->beginners();
        /** @var InputBag<string> $query */
        $query = new InputBag();
        $page = static fn (int $waiting): QuiltPage => new QuiltPage(
            [$class],
            [],
            [],
            [],
            QuiltQuery::of($query),
            '2026-12-02',
            waiting: $waiting,
        );
        self::assertSame([$class, null], [$page(0)->class(), $page(1)->class()]);
    }

    public function testTheQuiltIsFilteredAndSeveralClassesStandBesideEachOther(): void
    {
        $lesson = $this->taught();
        $this->beginners('Lane Two');
        do {
            // On a busy machine the first look is at some of the classes, and the page asks again.
            $crawler = $this->browser->request('GET', '/skills/quilt?family=open&group=violin');
        } while ($crawler->filter('.said[hx-trigger]')->count() > 0);
        $texts = static fn (string $of): array => $crawler->filter($of)->each(static fn ($th): string => $th->text());
        self::assertSame(['Lane One', 'Lane Two'], $texts('thead th[scope=colgroup]'));
        self::assertSelectorCount(1, 'tbody');
        $crawler = $this->browser->request('GET', '/classes/'.$lesson->getClass()->getId().'/skills?state=introduced&text=open');
        $texts = static fn (string $of): array => $crawler->filter($of)->each(static fn ($th): string => $th->text());
        self::assertSame(['Open D bowed', 'Open A bowed'], $texts('tbody th[scope=row]'));
        $crawler = $this->browser->request('GET', '/classes/'.$lesson->getClass()->getId().'/skills?state=introduced&on=2000-01-01');
        self::assertSelectorTextContains('.empty', 'No skill is like that');
        self::assertCount(0, $crawler->filter('tbody'));
    }

    public function testFamiliesThatDoNotFitAreFetchedWhenTheyComeIntoSight(): void
    {
        $class = $this->beginners();
        foreach ([Instrument::Viola, Instrument::Cello, Instrument::Bass] as $instrument) {
            $class->setPlayers($instrument, 3);
        }
        $this->entities()->flush();
        $crawler = $this->browser->request('GET', "/classes/{$class->getId()}/skills");
        $later = $crawler->filter('tbody[hx-get]')->first()->attr('hx-get') ?? '';
        self::assertStringContainsString('part=1', $later);
        $this->browser->request('GET', $later, [], [], ['HTTP_HX_REQUEST' => 'true']);
        self::assertSelectorCount(0, 'h1');
        self::assertSelectorExists('[data-cell]');
    }

    public function testThePageOfAClassTellsFirstWhatMatters(): void
    {
        $lesson = $this->taught();
        $this->tune('Stone', "D2E2|F4|E2D2|D4|\n");
        $this->work();
        $this->browser->request('GET', '/classes/'.$lesson->getClass()->getId());
        self::assertSelectorTextContains('.class-now', 'Nothing');
        self::assertSelectorTextContains('.work-list', 'Gate');
        self::assertSelectorTextContains('.next-list', 'Stone');
        self::assertSelectorTextContains('.next-list', '1 on D');
        self::assertSelectorExists('.quilt-block svg[aria-label*="introduced"]');
    }

    public function testAPieceTellsWhatIsNewForWhomAndWhatTeachesIt(): void
    {
        $class = $this->beginners();
        $easy = $this->tune('Stone', "D2E2|F4|E2D2|D4|\n");
        $piece = $this->tune('Mill', "D2E2|F2G2|E2D2|D4|\n");
        $this->browser->request('GET', "/pieces/{$piece->getId()}/ready?for=class-{$class->getId()}");
        self::assertSelectorTextContains('.ready-head', 'within reach');
        self::assertSelectorTextContains('table.ready', '3 on D');
        self::assertSelectorTextContains('table.ready', 'Stone');
        self::assertSelectorNotExists('form[action$="/ask"]', 'There is no sequence to put a warm-up into.');
        $class->setPast(ClassPast::of(true, 'Lane Book', 1));
        $easy->setBook('Lane Book');
        $easy->setNumberInBook('1');
        $this->entities()->flush();
        $this->browser->request('GET', "/pieces/{$piece->getId()}/ready?for=class-{$class->getId()}");
        self::assertSelectorTextContains('.ready-head', 'within reach', 'All of the book up to number 1 is presumed.');
        $this->browser->request('GET', "/pieces/{$easy->getId()}/ready?for=class-{$class->getId()}");
        self::assertSelectorTextContains('.ready-head', 'ready');
        self::assertSelectorTextContains('main', 'Nothing: every skill that it asks for was met');
    }

    public function testAWarmUpIsAskedForAndAllOfItIsUndone(): void
    {
        $sequence = $this->sequence();
        $address = '/sequences/'.$sequence->getId();
        $this->post("$address/ask", ['warmUp' => 'check:E4']);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.steps-list', 'against the open string');
        $this->post("$address/turn", ['do' => 'undo']);
        $this->browser->followRedirect();
        self::assertSelectorTextNotContains('.steps-list', 'against the open string');
        $this->post("$address/ask", ['warmUp' => 'no:thing']);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.said', 'There is no such warm-up.');
    }

    public function testAWarmUpTeachesWhatItHoldsItselfAndChangesNothingOfThePiece(): void
    {
        $sequence = $this->sequence();
        $address = '/sequences/'.$sequence->getId();
        $this->post("$address/ask", ['warmUp' => 'check:E4']);
        $this->post("$address/lesson");
        $lesson = $this->entities()->getRepository(Lesson::class)->findOneBy([], ['id' => 'DESC']);
        self::assertNotNull($lesson);
        foreach ($lesson->steps() as $step) {
            if ('check:E4' === $step->step->warmUp?->code()) {
                $this->earn($lesson, $step);
            }
        }
        $this->earn($lesson, $this->played($lesson), 3);
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/end");
        self::assertSelectorTextContains('.gain', '1 on D');
    }

    public function testWhatIsDueStandsOnTodayAndInTheWarmUpsOfTheNextLesson(): void
    {
        $sequence = $this->sequence();
        $class = $sequence->getClass();
        $this->post("/classes/{$class->getId()}/skills/finger.D.1/violin", ['state' => 'due-again']);
        $this->browser->request('GET', '/');
        self::assertSelectorTextContains('.due-line', '1 on D');
        self::assertSelectorTextContains('.due-line', 'a warm-up touches one of them');
        $this->browser->request('GET', "/sequences/{$sequence->getId()}");
        self::assertSelectorTextContains('.steps-list', 'against the open string');
    }

    public function testTheEndOfALessonNamesWhatItChanged(): void
    {
        $lesson = $this->taught();
        $this->browser->request('GET', "/lessons/{$lesson->getId()}/end");
        self::assertSelectorTextContains('.gain', 'introduced');
        self::assertSelectorTextContains('.gain', 'open D bowed');
    }

    public function testTheLibraryTellsForAClassHowReadyItIs(): void
    {
        $class = $this->beginners();
        $this->tune('Stone', "D2E2|F4|E2D2|D4|\n");
        $this->browser->request('GET', "/library?for=class-{$class->getId()}");
        self::assertSelectorTextContains('tbody', 'within reach');
        $this->browser->request('GET', "/library?for=class-{$class->getId()}&ready=ready");
        self::assertSelectorTextContains('#pieces', 'No piece matches.');
        $this->browser->request('GET', '/library?for=class-999999&ready=ready');
        self::assertSelectorTextContains('tbody', 'Stone');
    }

    public function testASkillOfItsOwnIsAddedFoundChangedAndPutAway(): void
    {
        $this->tune('Stone', "D2E2|F4|E2D2|D4|\n");
        $this->post('/skills/try', ['rule' => 'at-least(2, finger(D, 1))', 'year' => '2']);
        self::assertSelectorTextContains('.found-sum', 'found in 1 of 1 piece');
        self::assertSelectorTextContains('.found', 'Stone: violins from 1 (2 times)');
        $this->post('/skills/new', ['name' => 'Twice one', 'family' => 'fingers', 'rule' => 'at-least(2, finger(D, 1))']);
        self::assertResponseRedirects('/skills/own.twice-one');
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.found-sum', 'found in 1 of 1 piece');
        $row = $this->entities()->getRepository(OwnSkill::class)->findOneBy([]);
        self::assertNotNull($row);
        $lesson = $this->taughtOn($this->tune('Stone', "D2E2|F4|E2D2|D4|\n"));
        $this->browser->request('GET', "/classes/{$lesson->getClass()->getId()}/skills/own.twice-one/violin");
        self::assertSelectorTextContains('.cell-state', 'introduced');
        $fields = ['name' => 'Twice one again', 'family' => 'fingers', 'rule' => 'at-least(9, finger(D, 1))'];
        $this->post("/skills/own/{$row->getId()}", $fields + ['version' => $row->getVersion()]);
        self::assertResponseRedirects('/skills/own.twice-one');
        $this->browser->request('GET', "/classes/{$lesson->getClass()->getId()}/skills/own.twice-one/violin");
        self::assertSelectorTextContains('.cell-state', 'not met', 'States follow from the rule as it is now.');
        $this->post("/skills/own/{$row->getId()}", $fields + ['version' => 1]);
        self::assertResponseStatusCodeSame(409);
        $this->post("/skills/own/{$row->getId()}/away");
        $this->browser->followRedirect();
        self::assertSelectorTextContains('#away-title + ul', 'Twice one again');
        $this->browser->request('GET', '/skills/own.twice-one');
        self::assertResponseStatusCodeSame(404);
        $this->post("/skills/own/{$row->getId()}/back");
        $this->browser->request('GET', '/skills/own.twice-one');
        self::assertResponseIsSuccessful();
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function badSkills(): iterable
    {
        yield 'no name' => [['name' => ' '], 'needs a name'];
        yield 'a rule with a wrong word' => [['name' => 'x', 'rule' => 'finger(H, 1)'], 'At letter 8: "H" is no string of finger'];
        $noOne = ['name' => 'x', 'rule' => 'finger(C, 1)', 'instruments' => ['violin']];
        yield 'a rule that no instrument has' => [$noOne, 'No instrument has'];
    }

    /** @param array<string, mixed> $fields */
    #[DataProvider('badSkills')]
    public function testASkillThatIsNoneIsRefusedAndKept(array $fields, string $told): void
    {
        $this->post('/skills/new', $fields);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('[role=alert]', $told);
        self::assertSame($fields['rule'] ?? '', $this->browser->getCrawler()->filter('#skill-rule')->text());
        self::assertSame([], $this->entities()->getRepository(OwnSkill::class)->findAll());
    }

    public function testTwoOwnSkillsCannotWaitForEachOther(): void
    {
        $this->post('/skills/new', ['name' => 'One']);
        $this->post('/skills/new', ['name' => 'Other', 'prerequisites' => ['own.one']]);
        $row = $this->entities()->getRepository(OwnSkill::class)->findOneBy(['code' => 'own.one']);
        self::assertNotNull($row);
        $this->post("/skills/own/{$row->getId()}", ['name' => 'One', 'prerequisites' => ['own.other'], 'version' => $row->getVersion()]);
        self::assertSelectorTextContains('[role=alert]', 'would wait for each other');
    }

    public function testThePastOfAClassIsToldAndTakenOverFromAnother(): void
    {
        $class = $this->beginners();
        $other = $this->schoolClass('Lane Two');
        $page = "/classes/{$class->getId()}/past";
        $this->browser->request('GET', $page);
        self::assertSelectorTextContains('main', 'violins 0');
        $this->post($page, ['year' => '1', 'class' => (string) $other->getId(), 'version' => $class->getVersion()]);
        self::assertResponseRedirects("/classes/{$class->getId()}/skills");
        $this->browser->followRedirect();
        self::assertSelectorTextContains('a[href$="'.self::CELL.'"]', 'presumed');
        $this->post($page, ['year' => '1', 'class' => 'none', 'version' => 1]);
        self::assertResponseStatusCodeSame(409);
        $now = $this->entities()->find(SchoolClass::class, $class->getId());
        $this->post($page, ['year' => '1', 'class' => 'none', 'version' => $now?->getVersion()]);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('a[href$="'.self::CELL.'"]', 'not met');
    }

    /** One lesson on two notes changes no border of any other piece for a class whose year presumes the rest. */
    public function testBordersOfOtherPiecesStayAfterOneLessonOnTwoNotes(): void
    {
        $class = $this->beginners();
        $class->setYear(2);
        $this->entities()->flush();
        $other = $this->tune('Mill', "D2E2|F2G2|A2B2|d4|d2B2|A2G2|F2E2|D4|\n");
        $borders = function () use ($other, $class): array {
            $this->browser->request('GET', "/pieces/{$other->getId()}?for=class-{$class->getId()}");

            return array_column($this->overlay()['chunks'], 'edges');
        };
        $before = $borders();
        $this->taughtOn($this->piece(), $class);
        self::assertNotSame([], $before);
        self::assertSame($before, $borders());
    }

    public function testThresholdsAreSettingsOfTheProgram(): void
    {
        $this->browser->request('GET', '/program');
        $this->browser->submitForm('Save', ['program[practisedSteps]' => '1', 'program[practisedLessons]' => '1']);
        $lesson = $this->taught();
        $this->browser->request('GET', '/classes/'.$lesson->getClass()->getId().self::CELL);
        self::assertSelectorTextContains('.cell-state', 'practised');
        $this->browser->request('GET', '/program');
        $this->browser->submitForm('Save', ['program[firstDays]' => '1']);
        self::assertResponseStatusCodeSame(422);
    }

    public function testSkillsOfAnotherProgramAreNoneOfTheCatalogue(): void
    {
        $this->post('/skills/new', ['name' => 'Only ours']);
        $this->browser->request('GET', '/skills/own.only-ours');
        self::assertResponseIsSuccessful();
        $this->browser->loginUser($this->account('two@example.org'));
        $this->browser->request('GET', '/skills/own.only-ours');
        self::assertResponseStatusCodeSame(404);
        $this->browser->request('GET', '/skills?text=ours');
        self::assertSelectorTextNotContains('main', 'Only ours');
        $this->post('/skills/new', ['name' => 'Only ours']);
        self::assertResponseRedirects('/skills/own.only-ours', null, 'The name is free in the other program.');
    }

    private function taught(): Lesson
    {
        return $this->taughtOn($this->piece());
    }

    /** A lesson of beginners in which a chunk was played, with its coins. */
    private function taughtOn(Piece $piece, ?SchoolClass $class = null): Lesson
    {
        $class ??= $this->beginners();
        $this->post('/sequences', ['class' => $class->getId(), 'piece' => $piece->getId(), 'goal' => 84]);
        $location = $this->browser->getResponse()->headers->get('Location') ?? '';
        $this->post("$location/lesson");
        $lesson = $this->entities()->getRepository(Lesson::class)->findOneBy([], ['id' => 'DESC']);
        self::assertNotNull($lesson);
        foreach ($lesson->steps() as $step) {
            if (0 !== $step->chunk) {
                $this->earn($lesson, $step);
            }
        }

        return $lesson;
    }

    private function tune(string $title, string $notes): Piece
    {
        $import = $this->service(\App\Library\Entry\PieceImport::class);

        return $import->import("X:1\nT:$title\nM:4/4\nL:1/4\nQ:1/4=84\nK:D\n$notes", 'tune.abc');
    }
}
