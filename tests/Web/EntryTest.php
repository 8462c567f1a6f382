<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Draft;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\Piece;
use App\Shared\Entity\RhythmPattern;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Part;
use PHPUnit\Framework\Attributes\DataProvider;

/** Typing a piece, correcting it, numbering it, giving it out. */
final class EntryTest extends WebCase
{
    private const HX = ['HTTP_HX_REQUEST' => 'true'];

    public function testALineIsReadWhileItIsTypedAndKeptAsADraft(): void
    {
        $this->post(
            '/library/entry/preview',
            [
                'mode' => 'letters',
                'key' => 'D',
                'meter' => '4/4',
                'unit' => '1/4',
                'instrument' => 'violin',
                'title' => 'Slip',
                'text' => 'D E F G | A B A G F |',
            ],
            [],
            self::HX,
        );
        self::assertResponseIsSuccessful();
        self::assertSelectorCount(2, '.beat-counts li');
        self::assertSelectorTextSame('.beat-counts .wrong', '2 5 of 4');
        self::assertSelectorTextSame('.typed mark', 'A');
        self::assertSelectorTextContains('.notices', 'Line 1, column 11');
        self::assertStringContainsString('<note', (string) $this->browser->getCrawler()->filter('[data-engrave]')->attr('data-engrave'));
        $this->browser->request('GET', '/library/entry');
        self::assertSelectorTextSame('#text', 'D E F G | A B A G F |');
        self::assertInputValueSame('title', 'Slip');
    }

    public function testWhatIsPlayedIsTyped(): void
    {
        $entry = ['mode' => 'letters', 'key' => 'D', 'meter' => '4/4', 'unit' => '1/4', 'instrument' => 'violin', 'text' => 'é D'];
        $this->post('/library/entry/played', $entry + ['caret' => 3, 'played' => '[[66],[65,69]]']);
        self::assertSame(['text' => 'é D F [=FA]', 'caret' => 11, 'said' => ''], $this->answer());
        $fingers = array_replace($entry, ['mode' => 'fingers', 'text' => 'D0 ', 'caret' => 3, 'played' => '[[90],[64]]']);
        $this->post('/library/entry/played', $fingers);
        self::assertSame('D0 1', $this->answer()['text']);
        self::assertStringContainsString('F#6 lies beyond the first position of the violin', $this->answer()['said']);
        $id = $this->piece()->getId();
        $this->post("/pieces/$id/line/played", ['from' => 0, 'to' => 1, 'text' => 'D2', 'caret' => 2, 'played' => '[[69]]']);
        self::assertSame('D2 A', $this->answer()['text']);
    }

    #[DataProvider('oddities')]
    public function testWhatNoKeyboardSendsIsLeftOut(string $played): void
    {
        $this->post('/library/entry/played', ['text' => 'D', 'caret' => -7, 'played' => $played]);
        self::assertResponseIsSuccessful();
        self::assertSame('D', $this->answer()['text']);
    }

    /** @return iterable<array{string}> */
    public static function oddities(): iterable
    {
        foreach (['', '[', '7', '[7]', '[["62"]]', '{"a":{"b":[1]}}', '[[-1],[128],[9e99]]', '[[[[[[62]]]]]]'] as $played) {
            yield [$played];
        }
    }

    public function testWordsStandUnderTheNotes(): void
    {
        $piece = $this->piece();
        $id = (int) $piece->getId();
        $words = ['part' => 'P1', 'words' => 'hel-lo | there', 'version' => $piece->getVersion()];
        $this->post("/pieces/$id/words", $words + ['preview' => '1']);
        self::assertStringContainsString('hel', (string) $this->browser->getResponse()->getContent());
        $this->browser->request('GET', "/pieces/$id/score");
        self::assertSelectorTextSame('#words', '');
        $this->post("/pieces/$id/words", $words);
        $this->browser->followRedirect();
        self::assertSelectorTextSame('#words', 'hel-lo | there');
        $this->browser->request('GET', "/pieces/$id/engraving");
        self::assertStringContainsString('"verses":1', (string) $this->browser->getResponse()->getContent());
        $this->browser->request('GET', "/pieces/$id/score");
        $version = $this->browser->getCrawler()->filter('#words-form [name=version]')->attr('value');
        $this->post("/pieces/$id/words", ['part' => 'P1', 'words' => '| one too man-y here', 'version' => $version]);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.said.error', 'Measure 2 has more syllables (5) than notes (1)');
        self::assertSelectorTextSame('#words', 'hel-lo | there');
    }

    public function testAnExampleStandsThereUntilSomethingIsTyped(): void
    {
        $this->post('/library/entry/preview', ['meter' => '6/8', 'unit' => '1/8', 'mode' => 'fingers', 'text' => ' '], [], self::HX);
        self::assertSelectorTextContains('.example code', 'D0 1 2 3 A0 1 | D0:6 |');
        self::assertSelectorExists('.of-example [data-engrave*="<note"]');
        self::assertSelectorNotExists('.beat-counts');
        $this->post('/library/entry/preview', ['meter' => '5/4', 'unit' => '1/2', 'text' => ''], [], self::HX);
        self::assertSelectorNotExists('.example');
        $this->post('/library/entry/preview', ['text' => 'D'], [], self::HX);
        self::assertSelectorNotExists('.example');
        self::assertSelectorExists('.beat-counts li[data-line="1"][data-column="1"]');
    }

    /** @return array{text: string, caret: int, said: string} */
    private function answer(): array
    {
        /** @var array{text: string, caret: int, said: string} $answer */
        $answer = json_decode((string) $this->browser->getResponse()->getContent(), true);

        return $answer;
    }

    public function testFingersBecomeAPieceInFourParts(): void
    {
        $this->post('/library/entry', [
            'mode' => 'fingers',
            'key' => 'D',
            'title' => 'Slip',
            'book' => 'Quay',
            'text' => '|: D0 1 2 3 | A0:4 :|',
            'parts' => ['violin', 'viola', 'cello', 'bass'],
        ]);
        self::assertResponseRedirects();
        $piece = $this->entities()
            ->getRepository(Piece::class)
            ->findOneBy(['title' => 'Slip']);
        self::assertNotNull($piece);
        self::assertSame([4, 2, 'Quay'], [$piece->getParts(), $piece->getMeasures(), $piece->getBook()]);
        self::assertSame(
            ['D4', 'D4', 'D3', 'D2'],
            array_map(static fn ($part): string => $part->events(0)[0]->pitches[0]->name(), $piece->score()->parts),
        );
        self::assertSame(0, $this->entities()->getRepository(Draft::class)->count([]), 'The draft is done.');
    }

    public function testTheLineIsTurnedIntoTheOtherMode(): void
    {
        $this->post('/library/entry/turn', [
            'mode' => 'letters',
            'key' => 'D',
            'meter' => '4/4',
            'unit' => '1/4',
            'instrument' => 'violin',
            'text' => 'D E F2 | A4 |',
        ]);
        $this->browser->followRedirect();
        self::assertSelectorTextSame('#text', 'D0 1 2:2 | A0:4 |');
        $this->post('/library/entry/turn', [
            'mode' => 'fingers',
            'key' => 'D',
            'meter' => '4/4',
            'unit' => '1/4',
            'instrument' => 'violin',
            'text' => 'D0 7 |',
        ]);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.said.error', 'when nothing in it is underlined');
        self::assertSelectorTextSame('#text', 'D0 7 |');
    }

    public function testWithoutATitleOrNotesWhatWasTypedStays(): void
    {
        $this->post('/library/entry', ['mode' => 'letters', 'key' => 'D', 'text' => 'D4 |']);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('.said.error', 'Give the piece a title.');
        self::assertSelectorTextSame('#text', 'D4 |');
        $this->post('/library/entry', ['mode' => 'letters', 'key' => 'D', 'title' => 'Empty', 'text' => ' ']);
        self::assertSelectorTextContains('.said.error', 'There are no notes yet.');
    }

    public function testAnOutlineIsAPieceThatCanBeCutAndPlanned(): void
    {
        $fields = [
            'title' => 'Long Jetty',
            'meter' => '3/4',
            'key' => 'G',
            'measures' => '16',
            'lines' => '4',
            'sections' => 'A 1, B 9',
            'tempo' => '96',
        ];
        $this->post('/library/outline/preview', ['sections' => 'B 99'] + $fields, [], self::HX);
        self::assertSelectorTextContains('.notices', 'there is no such measure');
        $this->post('/library/outline', $fields);
        self::assertResponseRedirects();
        $this->browser->followRedirect();
        self::assertSelectorCount(16, '.measure-map .tile');
        $map = $this->browser->getCrawler()->filter('#outline-map svg.measure-map');
        [, , $width, $height] = array_map(floatval(...), explode(' ', (string) $map->attr('viewBox')));
        self::assertGreaterThan($width, (float) $map->attr('width'), 'its measures are drawn large');
        self::assertGreaterThan($height, (float) $map->attr('height'));
        $piece = $this->entities()
            ->getRepository(Piece::class)
            ->findOneBy(['title' => 'Long Jetty']);
        $this->post('/sequences', ['class' => $this->schoolClass()->getId(), 'piece' => $piece?->getId(), 'goal' => 96]);
        self::assertResponseRedirects();
        $this->browser->followRedirect();
        self::assertSelectorExists('.steps-list li');
    }

    public function testNumbersAreShiftedAndBothAreUnderstood(): void
    {
        $piece = $this->piece();
        $address = "/pieces/{$piece->getId()}";
        $this->post("$address/numbers", ['what' => 'count', 'measure' => '5', 'label' => '17', 'version' => $piece->getVersion()]);
        $numbers = MeasureNumbers::of($this->again($piece)->score());
        self::assertSame(['4', '17', '18'], \array_slice($numbers->printed(), 3, 3));
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.notices', 'The printed number jumps to 17 at measure 5.');
        $this->post("$address/cut", ['do' => 'make', 'numbers' => '17 to 18'], [], self::HX);
        self::assertSelectorTextContains('#chunk-choice [selected]', '5–6');
        $this->post("$address/cut", ['do' => 'make', 'numbers' => '7-8'], [], self::HX);
        self::assertSelectorTextContains('#chunk-choice [selected]', '7–8');
        $this->post("$address/cut", ['do' => 'make', 'numbers' => '90'], [], self::HX);
        self::assertSelectorTextContains('.error', 'There are no such measures.');
        $this->post("$address/numbers", ['what' => 'label', 'measure' => '90', 'label' => '1']);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.said.error', 'There is no measure with this number.');
        $this->post("$address/numbers", ['what' => 'use', 'use' => 'printed', 'introduction' => '2', 'introductionCounted' => '1']);
        self::assertTrue($this->again($piece)->usesPrinted());
        self::assertSame('3', MeasureNumbers::of($this->again($piece)->score())->at(0));
    }

    public function testNotesAreCorrectedAndChunksStay(): void
    {
        $piece = $this->piece();
        $address = "/pieces/{$piece->getId()}";
        $this->post("$address/cut", ['do' => 'make', 'from' => 1, 'last' => 2], [], self::HX);
        $this->browser->request('GET', "$address/line?from=1&to=3&part=P1");
        self::assertSelectorTextContains('#text', 'D4 | A2 D2');
        $this->browser->submit(
            $this->browser
                ->getCrawler()
                ->selectButton('Save the notes')
                ->form(['text' => 'D4 | A2 !2!^G2 |']),
        );
        self::assertResponseRedirects($address);
        self::assertSame(
            ['A4', 'G#4'],
            array_map(static fn ($event): string => $event->pitches[0]->name(), $this->again($piece)->score()->parts[0]->events(2)),
        );
        self::assertSame([0 => 2], $this->again($piece)->score()->parts[0]->events(2)[1]->marks->fingers);
        self::assertSame(
            1,
            $this->entities()
                ->getRepository(Chunk::class)
                ->count(['piece' => $piece, 'fromPosition' => 1, 'toPosition' => 3]),
        );
        $this->browser->request('GET', "$address/line?from=1&to=3");
        foreach (
            [
                'D4 |' => 'as many measures as before',
                'D4 | A3 |' => 'holds 4 quarters',
                'D4 ; | A4 |' => 'Mend what is underlined',
                ' ' => 'There are no notes yet.',
            ] as $text => $message
        ) {
            $this->browser->submit(
                $this->browser
                    ->getCrawler()
                    ->selectButton('Save the notes')
                    ->form(['text' => $text]),
            );
            self::assertSelectorTextContains('.said.error', $message);
        }
        $this->post("$address/line", ['from' => 1, 'to' => 2, 'part' => 'P1', 'text' => 'G4 |', 'unit' => '1/4', 'version' => 1]);
        self::assertSelectorTextContains('.said.error', 'Somebody else changed this piece');
    }

    public function testPartsOctavesStringsAndRhythms(): void
    {
        $piece = $this->piece();
        $address = "/pieces/{$piece->getId()}";
        $this->post("$address/parts");
        self::assertSame(4, $this->again($piece)->getParts());
        $this->post("$address/octave", ['part' => 'P3', 'from' => '2', 'last' => '2', 'octaves' => '-1']);
        self::assertSame('D2', $this->again($piece)->score()->parts[2]->events(1)[0]->pitches[0]->name());
        $this->post("$address/strings", ['strings' => ['-1', '1']]);
        self::assertSame(['Gate', 'Gate, one string higher', 'Gate, one string lower'], $this->titles());
        $this->post('/patterns', ['name' => 'Two', 'figure' => 'B/ B/']);
        $this->post('/patterns', ['name' => 'Odd', 'figure' => 'B ;']);
        self::assertSelectorTextContains('.said.error', '";" is no ABC sign');
        $pattern = $this->entities()
            ->getRepository(RhythmPattern::class)
            ->findOneBy(['name' => 'Two']);
        $this->post("$address/rhythm", ['pattern' => $pattern?->getId()]);
        $played = $this->entities()
            ->getRepository(Piece::class)
            ->findOneBy(['title' => 'Gate, Two']);
        self::assertCount(8, $played?->score()->parts[0]->events(0) ?? []);
    }

    public function testAnEasedPartIsAddedAndTakenOut(): void
    {
        $piece = $this->piece();
        $address = "/pieces/{$piece->getId()}";
        $this->post("$address/eased", ['year' => '1']);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.said.error', 'No part lies beyond the hands of this year.');
        $this->post("$address/octave", ['part' => 'P1', 'from' => '2', 'last' => '2', 'octaves' => '1']);
        $this->post("$address/octave", ['part' => 'P1', 'from' => '2', 'last' => '2', 'octaves' => '1']);
        $this->post("$address/eased", ['year' => '1']);
        $this->browser->followRedirect();
        self::assertSelectorTextContains('.said.done', '(eased) was added');
        $parts = $this->again($piece)->score()->parts;
        self::assertSame([false, true], array_map(static fn (Part $part): bool => $part->eased, $parts));
        $this->post("$address/eased", ['what' => 'none']);
        self::assertCount(1, $this->again($piece)->score()->parts);
    }

    public function testAStepCanBePlayedInARhythm(): void
    {
        $lesson = $this->lesson();
        $pattern = new RhythmPattern('Two', 'B/ B/');
        $this->entities()->persist($pattern);
        $this->entities()->flush();
        $sequence = $lesson->getSequence();
        $step = $sequence?->steps()[1];
        self::assertNotNull($step);
        $this->post("/steps/{$step->getId()}", ['start' => 60, 'goal' => 84, 'pattern' => $pattern->getId()]);
        $this->entities()->find(Lesson::class, $lesson->getId())?->end(new \DateTimeImmutable(), '');
        $this->entities()->flush();
        $this->post("/sequences/{$sequence?->getId()}/lesson");
        $this->browser->followRedirect();
        $data = json_decode($this->browser->getCrawler()->filter('#lesson-data')->text(), true);
        self::assertIsArray($data);
        $steps = $data['steps'];
        self::assertIsArray($steps);
        self::assertIsArray($steps[1]);
        self::assertIsString($steps[1]['chunk']);
        self::assertStringContainsString('-', $steps[1]['chunk']);
        self::assertIsArray($data['chunks']);
        self::assertArrayHasKey($steps[1]['chunk'], $data['chunks']);
    }

    #[DataProvider('formats')]
    public function testAPieceIsGivenOutAndReadBack(string $format, string $ending): void
    {
        $piece = $this->piece();
        $this->browser->request('GET', "/pieces/{$piece->getId()}/file/$format");
        self::assertResponseIsSuccessful();
        self::assertStringEndsWith(
            "filename*=utf-8''Gate.$ending",
            (string) $this->browser->getResponse()->headers->get('Content-Disposition'),
        );
        $again = ScoreFile::read($this->body())->piece;
        self::assertSame('D4', $again->parts[0]->events('midi' === $format ? 1 : 0)[0]->pitches[0]->name());
    }

    /** @return iterable<string, array{string, string}> */
    public static function formats(): iterable
    {
        yield 'MusicXML' => ['musicxml', 'musicxml'];
        yield 'packed' => ['mxl', 'mxl'];
        yield 'ABC' => ['abc', 'abc'];
        yield 'MIDI' => ['midi', 'mid'];
    }

    public function testThePlayOrderIsDrawnInEachReading(): void
    {
        $this->post('/library/new', ['abc' => "X:1\nT:Round\nM:4/4\nL:1/4\nK:D\n|:D4|[1E4:|[2F4|]"]);
        $this->browser->followRedirect();
        self::assertSame('1 2 1 3', $this->strip());
        self::assertSame(
            [':|', '2'],
            $this->browser->getCrawler()->filter('.road-strip .turn')->each(static fn ($turn): string => (string) $turn->attr('data-why')),
        );
        $address = (string) parse_url($this->browser->getRequest()->getUri(), \PHP_URL_PATH);
        $this->browser->request('GET', "$address/road?reading=plain");
        self::assertSame('1 3', $this->strip());
        $this->browser->request('GET', "$address/road?reading=once");
        self::assertSame('1 2 3', $this->strip());
    }

    /** The row as it is after a request. */
    private function again(Piece $piece): Piece
    {
        $again = $this->entities()->find(Piece::class, $piece->getId());
        self::assertNotNull($again);

        return $again;
    }

    private function strip(): string
    {
        return implode(' ', $this->browser->getCrawler()->filter('.road-strip button')->each(static fn ($stop): string => $stop->text()));
    }

    /** @return list<string> */
    private function titles(): array
    {
        return array_map(
            static fn (Piece $piece): string => $piece->getTitle(),
            $this->entities()
                ->getRepository(Piece::class)
                ->findBy([], ['title' => 'ASC']),
        );
    }
}
