<?php

declare(strict_types=1);

namespace App\Tests;

use App\Lesson\Sequence\SequenceBuilder;
use App\Library\Entry\PieceImport;
use App\Shared\Entity\Chunk;
use App\Shared\Entity\CutChange;
use App\Shared\Entity\Piece;
use App\Shared\Entity\Step;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Method\Method;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\HttpFoundation\File\UploadedFile;

/** The measure map with its chunks, spots and methods. */
final class CutTest extends WebCase
{
    private const HX = ['HTTP_HX_REQUEST' => 'true'];
    private const LINES = "DFAd|EGBe|FAdf|GBeg|AFED|BGFE|cAGF|dBAG|\n";

    public function testAProposalIsShownAndBecomesTheTeachersOwnWhenItsEdgeIsPulled(): void
    {
        $piece = $this->tune(self::LINES);
        $this->browser->request('GET', $this->address($piece));
        self::assertSame(['1–4 phrase proposed', '5–8 phrase proposed stops'], $this->chunks());
        self::assertSame([], $this->entities()->getRepository(Chunk::class)->findAll(), 'looking makes nothing');
        $this->cut($piece, ['do' => 'end 1', 'chunk' => '0.0-4.0']);
        self::assertSame(['1–5.1 phrase', '5.2–8 phrase stops'], $this->chunks());
        self::assertSame('0.0-4.10080', $this->touched());
        $this->cut($piece, ['do' => 'start-at', 'chunk' => '4.10080-8.0', 'position' => 3, 'beat' => 2]);
        self::assertSame(['1–4.2 phrase', '4.3–8 phrase stops'], $this->chunks());
    }

    public function testSplittingJoiningLandingUndoAndRedo(): void
    {
        $piece = $this->tune(self::LINES);
        $this->cut($piece, ['do' => 'split', 'chunk' => '0.0-4.0']);
        self::assertSame(['1–2 pair', '3–4 pair', '5–8 phrase proposed stops'], $this->chunks());
        $this->cut($piece, ['do' => 'split', 'chunk' => '4.0-8.0', 'position' => 5, 'beat' => 2]);
        self::assertSame(['1–2 pair', '3–4 pair', '5–6.2 pair', '6.3–8 phrase stops'], $this->chunks());
        $this->cut($piece, ['do' => 'join', 'chunk' => '2.0-4.0']);
        self::assertSame(['1–2 pair', '3–6.2 phrase', '6.3–8 phrase stops'], $this->chunks());
        $this->cut($piece, ['do' => 'landing', 'chunk' => '2.0-5.20160']);
        self::assertSame('3–6.2 phrase stops', $this->chunks()[1]);
        foreach (
            [
                ['1–2 pair', '3–6.2 phrase', '6.3–8 phrase stops'],
                ['1–2 pair', '3–4 pair', '5–6.2 pair', '6.3–8 phrase stops'],
                ['1–2 pair', '3–4 pair', '5–8 phrase proposed stops'],
                ['1–4 phrase proposed', '5–8 phrase proposed stops'],
            ] as $before
        ) {
            $this->cut($piece, ['do' => 'undo']);
            self::assertSame($before, $this->chunks());
        }
        self::assertSelectorExists('[value^="undo"][disabled]');
        $this->cut($piece, ['do' => 'redo']);
        $this->cut($piece, ['do' => 'redo']);
        self::assertSame(['1–2 pair', '3–4 pair', '5–6.2 pair', '6.3–8 phrase stops'], $this->chunks());
        $this->cut($piece, ['do' => 'join', 'chunk' => '0.0-2.0']);
        self::assertSelectorExists('[value^="redo"][disabled]', 'what comes after is forgotten');
        self::assertSame('1–4 phrase', $this->chunks()[0]);
    }

    public function testAChangeAsksEachQueryOnce(): void
    {
        $piece = $this->tune(self::LINES);
        $class = $this->schoolClass();
        $this->service(SequenceBuilder::class)->build($class, $piece, 84);
        $this->entities()->flush();
        foreach (['year-1', 'class-'.$class->getId()] as $for) {
            $this->post($this->address($piece).'/cut', ['do' => 'split', 'chunk' => '0.0-4.0', 'for' => $for], [], self::HX);
            self::assertResponseIsSuccessful();
            Queries::read();
            $this->post($this->address($piece).'/cut', ['do' => 'join', 'chunk' => '0.0-2.0', 'for' => $for], [], self::HX);
            self::assertResponseIsSuccessful();
            $twice = array_filter(array_count_values(Queries::read()), static fn (int $times): bool => $times > 1);
            // The test asks a page of its own before, for its token.
            self::assertSame([], array_filter(array_keys($twice), static fn (string $query): bool => !str_contains($query, 'account t0')));
        }
    }

    public function testMakingAndTakingAway(): void
    {
        $piece = $this->tune(self::LINES);
        $this->cut($piece, ['do' => 'make', 'from' => 1, 'last' => 2]);
        self::assertContains('2–3 pair', $this->chunks());
        $this->cut($piece, ['do' => 'make', 'numbers' => '5-8']);
        self::assertContains('5–8 phrase stops', $this->chunks(), 'what was proposed is the teacher\'s own when it is made');
        $this->cut($piece, ['do' => 'remove', 'chunk' => '1.0-3.0']);
        self::assertNotContains('2–3 pair', $this->chunks());
        $this->cut($piece, ['do' => 'undo']);
        self::assertContains('2–3 pair', $this->chunks());
    }

    /** @param array<string, int|string> $fields */
    #[DataProvider('mistakes')]
    public function testWhatCannotBeIsToldAndChangesNothing(array $fields, string $problem): void
    {
        $piece = $this->tune(self::LINES);
        $this->cut($piece, $fields);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('.said.error', $problem);
        self::assertSame(['1–4 phrase proposed', '5–8 phrase proposed stops'], $this->chunks());
        self::assertSame([], $this->entities()->getRepository(CutChange::class)->findAll());
    }

    /** @return iterable<string, array{array<string, int|string>, string}> */
    public static function mistakes(): iterable
    {
        yield 'pulled empty' => [['do' => 'end -40', 'chunk' => '0.0-4.0'], 'A chunk holds at least one beat.'];
        yield 'split outside' => [['do' => 'split', 'chunk' => '0.0-4.0', 'position' => 6], 'A chunk is split inside'];
        yield 'nothing to join' => [['do' => 'join', 'chunk' => '4.0-8.0'], 'No chunk begins where this one ends.'];
        yield 'a proposal taken away' => [['do' => 'remove', 'chunk' => '0.0-4.0'], 'A proposed chunk goes when'];
        yield 'a chunk that is gone' => [['do' => 'end 1', 'chunk' => '0.0-3.0'], 'This chunk is no longer there.'];
        yield 'no chunk' => [['do' => 'end 1'], 'Choose a chunk first.'];
        yield 'no measures' => [['do' => 'make'], 'Choose the measures of the chunk first.'];
        yield 'measures outside' => [['do' => 'make', 'from' => 3, 'last' => 99], 'Choose the measures of the chunk first.'];
        yield 'a number outside' => [['do' => 'make', 'numbers' => '90'], 'There are no such measures.'];
        yield 'a spot outside' => [['do' => 'spot 9.0-12.0'], 'There is no such place.'];
        yield 'a spot nowhere' => [['do' => 'spot anywhere'], 'There is no such place.'];
        yield 'nothing that is known' => [['do' => 'dance', 'chunk' => '0.0-4.0'], 'This cannot be done with a chunk.'];
    }

    public function testHardSpotsAreToldWorstFirstAndOneClickMakesAChunk(): void
    {
        $piece = $this->tune("D4|=F/c/=F/c/ D2|D4|E4|\n");
        $this->browser->request('GET', $this->address($piece).'?for=year-1&instruments[]=violin');
        self::assertMatchesRegularExpression(
            '/^2 (?:All|Violins): Finger 2 hops from D to A\. Comfortable at 42\./',
            $this->text('[data-spots] li'),
        );
        self::assertSame(42, $this->overlay()['measures'][1]['tempo']);
        $this->browser->submit($this->browser->getCrawler()->filter('[data-spots] button[data-spot]')->first()->form());
        $this->browser->followRedirect();
        self::assertContains('2–2.2 spot', $this->chunks());
        $calm = $this->tune("D4|E4|\n");
        $this->browser->request('GET', $this->address($calm).'?for=year-1&instruments[]=violin');
        self::assertSelectorTextContains('[aria-labelledby=spots-title]', 'At the goal tempo every move is comfortable.');
    }

    public function testAnotherMethodOrInstrumentsChangeThePlan(): void
    {
        $piece = $this->tune(self::LINES);
        $this->browser->request('GET', $this->address($piece).'/cut?for=year-2&method=last-first', [], [], self::HX);
        self::assertSelectorTextContains('#plan-title', 'Last first');
        self::assertSelectorTextContains('.plan-steps', 'Run 1–8');
        $this->browser->request('GET', $this->address($piece).'/cut?for=year-1&instruments[]=viola');
        self::assertResponseRedirects($this->address($piece).'?for=year-1&instruments%5B0%5D=viola');
        $this->browser->followRedirect();
        self::assertSelectorCount(1, '.cut-query [name="instruments[]"][checked]');
    }

    public function testTwoMethodsAreCompared(): void
    {
        $piece = $this->tune(self::LINES.self::LINES);
        $this->browser->request('GET', $this->address($piece).'/methods?one=forward&other=own&for=year-1');
        self::assertSelectorCount(2, '.compared > section');
        self::assertSelectorTextContains('.verdict', 'less');
        self::assertSelectorTextContains('.compared > section:first-child .plan-sum', 'lesson');
        self::assertSelectorTextContains('.compared > section:first-child', 'Find it 9–16 the same as 1–8');
        self::assertSelectorTextContains('.compared .only', '(only here)');
        $this->browser->request('GET', $this->address($piece).'/methods?one=forward&other=forward&for=year-1');
        self::assertSelectorTextContains('.verdict', 'Both make the same steps of this piece.');
        self::assertSelectorNotExists('.compared .only');
    }

    public function testASequenceTakesTheMethodTheCutAndTheComfortOfEachChunk(): void
    {
        $piece = $this->tune("D4|E4|F4|G4|D2 =F/c/=F|E4|D4|D2 D2|\n");
        $class = $this->schoolClass();
        $this->cut($piece, ['do' => 'end 1', 'chunk' => $this->firstChunk($piece)]);
        $label = $this->chunkLabel($piece);
        $this->post('/sequences', [
            'class' => $class->getId(),
            'piece' => $piece->getId(),
            'goal' => 110,
            'method' => 'spot-first',
            'instruments' => ['violin'],
        ]);
        $this->browser->followRedirect();
        $steps = $this->titles();
        self::assertStringContainsString('open strings only', $steps[0]);
        self::assertStringContainsString('with fingers', $steps[4]);
        self::assertSame('Run 1–8', end($steps));
        self::assertContains('Learn '.$label, $steps, 'the edge that was pulled');
        self::assertStringContainsString('Finger 2 hops from D to A. Comfortable at', $this->text('.steps-list'));
        self::assertStringContainsString('halt, arm over, fingers, play', $this->text('.steps-list'));
        $this->browser->submit(
            $this->browser
                ->getCrawler()
                ->filter('#aim-method')
                ->closest('form')
                ?->form(['method' => 'forward']) ?? throw new \LogicException('No form.'),
        );
        $this->browser->followRedirect();
        self::assertStringNotContainsString('open strings only', $this->text('.steps-list'));
        $ladder = $this->browser->getCrawler()->filter('#what option[value^=ladder]')->first()->attr('value');
        $this->browser->submit(
            $this->browser
                ->getCrawler()
                ->filter('#what')
                ->closest('form')
                ?->form(['what' => (string) $ladder]) ?? throw new \LogicException('No form.'),
        );
        $this->browser->followRedirect();
        $titles = $this->titles();
        self::assertCount(5, array_filter($titles, static fn (string $title): bool => str_starts_with($title, 'Learn 5.3')));
    }

    public function testTheRungsOfALadderAreTaughtOneByOne(): void
    {
        $piece = $this->tune("D4|E4|F4|G4|D2 =F/c/=F|E4|D4|D2 D2|\n");
        $sequence = $this->service(SequenceBuilder::class)->build($this->schoolClass(), $piece, 110, Method::SpotFirst);
        $this->entities()->flush();
        self::assertSame(
            Rung::cases(),
            array_values(array_filter(array_map(static fn (Step $step): ?Rung => $step->getRung(), $sequence->steps()))),
        );
        $this->post("/sequences/{$sequence->getId()}/lesson");
        $this->browser->followRedirect();
        self::assertStringContainsString('halt, arm over, fingers, play', html_entity_decode($this->body()));
    }

    public function testANewerFileKeepsTheCutOnItsMusic(): void
    {
        $piece = $this->tune(self::LINES);
        $this->cut($piece, ['do' => 'end 1', 'chunk' => '0.0-4.0']);
        $this->cut($piece, ['do' => 'make', 'from' => 6, 'last' => 6]);
        // Two measures more at the start, and the seventh gone.
        $this->newer($piece, "X:1\nT:Lines\nM:4/4\nL:1/4\nK:D\nA4|B4|DFAd|EGBe|FAdf|GBeg|AFED|BGFE|dBAG|\n");
        self::assertResponseRedirects($this->address($piece));
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.said', 'Chunks whose measures are all gone');
        self::assertSame(['1–2 phrase proposed', '3–7.1 phrase', '7.2–9 phrase stops'], $this->chunksFor($piece));
        self::assertSelectorExists('[value^="undo"][disabled]');
        $this->newer($piece, 'no score at all');
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorExists('.said.error');
        $this->post($this->address($piece).'/newer', ['version' => 1]);
        self::assertSelectorTextContains('.said.error', 'Somebody else changed this piece');
    }

    public function testAFormOfAnEarlierCutChangesNothing(): void
    {
        $piece = $this->tune(self::LINES);
        $this->cut($piece, ['do' => 'split', 'chunk' => '0.0-4.0', 'cut' => 1]);
        $now = $this->chunks();
        $form = $this->browser->getCrawler()->filter('#cut-form [name=cut]');
        self::assertSame('2', $form->attr('value'), 'each form says of which cut it was made');
        $this->cut($piece, ['do' => 'end 1', 'chunk' => '0.0-4.0', 'cut' => 1]);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('.said.error', 'The cut was changed in another window or by somebody else.');
        self::assertSame($now, $this->chunks());
        $this->cut($piece, ['do' => 'end 1', 'chunk' => '0.0-2.0', 'cut' => 2]);
        self::assertResponseIsSuccessful();
        self::assertSame('1–3.1 pair', $this->chunks()[0]);
    }

    public function testACutMakesNoOtherFormOfThePieceOld(): void
    {
        $piece = $this->tune(self::LINES);
        $form = $this->browser->request('GET', $this->address($piece).'/settings')->filter('form[name=piece]')->form();
        $this->cut($piece, ['do' => 'split', 'chunk' => '0.0-4.0']);
        $this->browser->submit($form);
        self::assertResponseRedirects($this->address($piece));
    }

    public function testEveryFormThatChangesTheCutSaysOfWhichCutItWasMade(): void
    {
        $piece = $this->tune(self::LINES);
        $this->cut($piece, ['do' => 'split', 'chunk' => '0.0-4.0']);
        $class = $this->beginners();
        foreach ([$this->address($piece), $this->address($piece)."/ready?for=class-{$class->getId()}"] as $page) {
            $forms = $this->browser->request('GET', $page)->filter("form[action='{$this->address($piece)}/cut']");
            self::assertGreaterThan(0, $forms->count(), $page);
            foreach ($forms as $form) {
                self::assertSame('2', (new Crawler($form))->filter('[name=cut]')->attr('value'), $page);
            }
        }
    }

    public function testAChunkInMeasuresThatAreGoneIsPutAsideAndThePieceOpens(): void
    {
        $piece = $this->tune(self::LINES);
        $this->cut($piece, ['do' => 'split', 'chunk' => '0.0-4.0']);
        $this->cut($piece, ['do' => 'make', 'from' => 4, 'last' => 5]);
        $piece = $this->entities()->find(Piece::class, $piece->getId()) ?? self::fail('It was made just now.');
        $sequence = $this->service(SequenceBuilder::class)->build($this->schoolClass(), $piece, 110);
        $this->entities()->flush();
        // As an earlier release could leave it: a newer file, and a change of the cut in the same moment.
        $database = $this->entities()->getConnection();
        $database->executeStatement('UPDATE chunk SET from_position = 9, to_position = 11 WHERE from_position = 4 AND to_position = 6');
        $this->entities()->clear();
        $this->enter($this->teacher);
        foreach (['', '/methods', '/cut?for=year-1', '/file/abc?chunks=1', '/newer'] as $page) {
            $this->browser->request('GET', $this->address($piece).$page);
            self::assertLessThan(400, $this->browser->getResponse()->getStatusCode(), $page);
        }
        $this->browser->request('GET', "/sequences/{$sequence->getId()}");
        self::assertResponseIsSuccessful();
        self::assertSame(['1–2 pair', '3–4 pair', '5–8 phrase proposed stops'], $this->chunksFor($piece));
        self::assertSelectorTextContains('.cut-state', 'One chunk lies in measures that are no longer there');
        $this->cut($piece, ['do' => 'join', 'chunk' => '0.0-2.0']);
        self::assertSame(['1–4 phrase', '5–8 phrase proposed stops'], $this->chunks());
        self::assertStringNotContainsString('no longer there', $this->body());
        $this->newer($piece, "X:1\nT:Lines\nM:4/4\nL:1/4\nK:D\nDFAd|EGBe|FAdf|GBeg|\n");
        self::assertResponseRedirects($this->address($piece));
    }

    private function newer(Piece $piece, string $bytes): void
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'newer');
        file_put_contents($path, $bytes);
        $this->post($this->address($piece).'/newer', [], ['file' => new UploadedFile($path, 'lines.abc', null, \UPLOAD_ERR_OK, true)]);
    }

    /** @return list<string> */
    private function chunksFor(Piece $piece): array
    {
        $this->browser->request('GET', $this->address($piece).'?for=year-1');

        return $this->chunks();
    }

    private function tune(string $lines): Piece
    {
        return $this->service(PieceImport::class)->import("X:1\nT:Lines\nM:4/4\nL:1/4\nQ:1/4=110\nK:D\n".$lines, 'lines.abc');
    }

    private function address(Piece $piece): string
    {
        return "/pieces/{$piece->getId()}";
    }

    /** @param array<string, int|string> $fields */
    private function cut(Piece $piece, array $fields): void
    {
        $this->post($this->address($piece).'/cut', $fields + ['for' => 'year-1'], [], self::HX);
    }

    /** @return list<string> as the choice of chunks names them */
    private function chunks(): array
    {
        return $this->browser
            ->getCrawler()
            ->filter('#chunk-choice option')
            ->each(static fn (Crawler $option): string => str_replace(' · ', ' ', $option->text()));
    }

    private function firstChunk(Piece $piece): string
    {
        $this->browser->request('GET', $this->address($piece).'?for=year-1');

        return (string) $this->browser->getCrawler()->filter('#chunk-choice option')->first()->attr('value');
    }

    private function chunkLabel(Piece $piece): string
    {
        $this->browser->request('GET', $this->address($piece).'?for=year-1');

        return explode(' ', $this->chunks()[0])[0];
    }

    private function touched(): string
    {
        return (string) $this->browser->getCrawler()->filter('.cut-state')->attr('data-touched');
    }

    private function text(string $selector): string
    {
        return $this->browser->getCrawler()->filter($selector)->first()->text();
    }

    /** @return list<string> of the steps of a sequence's order */
    private function titles(): array
    {
        return $this->browser
            ->getCrawler()
            ->filter('[data-step] .step-title')
            ->each(static fn (Crawler $step): string => $step->text());
    }
}
