<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Entity\Piece;
use App\Shared\Entity\RhythmPattern;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Web\Once;
use App\Shared\Work\NowAndThen;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\DomCrawler\Form;

/** What is sent twice is done once: who presses twice is led to what was made the first time. */
final class OnceTest extends WebCase
{
    /**
     * @param string                $page     where the form is; {class} and {piece} stand for ids
     * @param string                $selector of the form
     * @param array<string, string> $typed
     * @param class-string          $makes
     */
    #[DataProvider('forms')]
    public function testAFormThatIsSentTwiceMakesOneThing(string $page, string $selector, array $typed, string $makes): void
    {
        $class = $this->schoolClass();
        $piece = $this->piece();
        $before = $this->entities()->getRepository($makes)->count([]);
        $form = $this->form(strtr($page, ['{class}' => $class->getId(), '{piece}' => $piece->getId()]), $selector, $typed);
        $this->browser->submit($form);
        self::assertResponseRedirects();
        $first = $this->browser->getResponse()->headers->get('Location');
        $this->browser->submit($form);
        self::assertResponseRedirects($first, 303);
        self::assertSame($before + 1, $this->entities()->getRepository($makes)->count([]));
    }

    /** @return iterable<string, array{string, string, array<string, string>, class-string}> */
    public static function forms(): iterable
    {
        yield 'a piece that is pasted' => ['/library/new', 'form.sheet:not([enctype])', ['abc' => self::TUNE], Piece::class];
        yield 'a piece that is typed' => ['/library/entry', '#entry', ['title' => 'Twice', 'text' => 'D A D A'], Piece::class];
        yield 'a rhythm pattern' => [
            '/patterns',
            'form[action="/patterns"]',
            ['name' => 'Long short', 'figure' => 'B B/ B/'],
            RhythmPattern::class,
        ];
        yield 'a class' => ['/classes/new', 'form.sheet', ['class[name]' => 'Twice'], SchoolClass::class];
        yield 'a sequence' => ['/pieces/{piece}?for=class-{class}', 'form.build', [], Sequence::class];
    }

    public function testOtherThingsInTheSameFormAreAnother(): void
    {
        $form = $this->form('/classes/new', 'form.sheet', ['class[name]' => 'One']);
        $this->browser->submit($form);
        $form['class[name]'] = 'Two';
        $this->browser->submit($form);
        self::assertSame(2, $this->entities()->getRepository(SchoolClass::class)->count([]));
    }

    public function testWhatWasRefusedIsTriedAnew(): void
    {
        $form = $this->form('/classes/new', 'form.sheet', ['class[name]' => '']);
        foreach ([1, 2] as $time) {
            $this->browser->submit($form);
            self::assertResponseStatusCodeSame(422, "time $time");
        }
        self::assertSame(0, $this->known());
    }

    public function testTheSameKeyOfAnotherProgramIsAnother(): void
    {
        $fields = ['abc' => self::TUNE, Once::FIELD => str_repeat('a', 32)];
        $this->post('/library/new', $fields);
        $this->post('/library/new', $fields);
        self::assertSame(1, $this->entities()->getRepository(Piece::class)->count([]));
        $other = $this->account('two@example.org');
        $this->browser->loginUser($other);
        $this->post('/library/new', $fields);
        $this->enter($other);
        self::assertSame(1, $this->entities()->getRepository(Piece::class)->count([]));
        self::assertSame(2, $this->known());
    }

    public function testAFormWithoutAKeyIsDoneEachTime(): void
    {
        $this->post('/library/new', ['abc' => self::TUNE]);
        $this->post('/library/new', ['abc' => self::TUNE, Once::FIELD => 'x']);
        $this->post('/library/new', ['abc' => self::TUNE, Once::FIELD => ['x']]);
        self::assertSame(3, $this->entities()->getRepository(Piece::class)->count([]));
    }

    public function testItIsForgottenAfterTwoDays(): void
    {
        $this->post('/library/new', ['abc' => self::TUNE, Once::FIELD => str_repeat('a', 32)]);
        $this->service(Once::class)->tidyUp(new NowAndThen());
        self::assertSame(1, $this->known());
        $this->entities()->getConnection()->executeStatement('UPDATE form_sent SET made_at = NOW() - INTERVAL 3 DAY');
        $this->service(Once::class)->tidyUp(new NowAndThen());
        self::assertSame(0, $this->known());
    }

    /** @param array<string, string> $typed */
    private function form(string $page, string $selector, array $typed): Form
    {
        $form = $this->browser->request('GET', $page)->filter($selector)->form($typed);
        self::assertTrue($form->has(Once::FIELD), 'it carries a key of its own');

        return $form;
    }

    private function known(): int
    {
        $count = $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM form_sent');

        return is_numeric($count) ? (int) $count : -1;
    }
}
