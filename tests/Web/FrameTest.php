<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Tests\Sequence\Plans;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\Yaml\Yaml;
use Symfony\Contracts\Translation\TranslatorInterface;

/** What holds for all pages: who may come in, headers, words, forms; and the commands. */
final class FrameTest extends WebCase
{
    public function testWithoutAnAccountOnlySignInHealthAndCautionsAreOpen(): void
    {
        $this->browser->restart();
        foreach (['/', '/library', '/classes', '/program', '/blank'] as $address) {
            $this->browser->request('GET', $address);
            self::assertResponseRedirects('/' === $address ? '/sign-in' : '/sign-in?to='.$address);
            self::assertSame([], $this->browser->getResponse()->headers->getCookies(), 'A visit makes no session.');
        }
        foreach (['/sign-in', '/health', '/cautions'] as $address) {
            $this->browser->request('GET', $address);
            self::assertResponseIsSuccessful($address);
            self::assertSame([], $this->browser->getResponse()->headers->getCookies(), $address);
        }
    }

    public function testAfterSignInTheWayGoesOnToAPageOfOursOnly(): void
    {
        $asked = [
            '/classes' => '/classes',
            '//elsewhere.example/x' => '',
            'https://elsewhere.example' => '',
            '/\\elsewhere.example' => '',
        ];
        foreach ($asked as $to => $kept) {
            $this->browser->restart();
            $field = $this->browser->request('GET', '/sign-in?to='.rawurlencode($to))->filter('[name=_target_path]');
            self::assertSame($kept, 0 === $field->count() ? '' : $field->attr('value'));
        }
    }

    public function testSignInIsThrottled(): void
    {
        $this->browser->restart();
        $email = bin2hex(random_bytes(6)).'@example.org';
        for ($try = 0; $try < 6; ++$try) {
            $form = $this->browser
                ->request('GET', '/sign-in')
                ->selectButton('Sign in')
                ->form(['email' => $email, 'password' => 'wrong']);
            $this->browser->submit($form);
            $this->browser->followRedirect();
            self::assertResponseStatusCodeSame(422);
        }
        self::assertSelectorTextContains('.error', 'Too many tries went wrong.');
    }

    public function testEveryChangeNeedsTheToken(): void
    {
        foreach (['/program', '/classes/new', '/library/new', '/sequences', '/sign-out', '/sign-in'] as $address) {
            $this->browser->request('POST', $address, ['_token' => 'guessed']);
            self::assertResponseStatusCodeSame(403, $address);
        }
    }

    public function testHeaders(): void
    {
        $this->browser->request('GET', '/');
        $policy = (string) $this->browser->getResponse()->headers->get('Content-Security-Policy');
        self::assertStringContainsString("script-src 'self' 'wasm-unsafe-eval';", $policy);
        self::assertStringNotContainsString('unsafe-inline', $policy);
        self::assertStringContainsString("frame-ancestors 'none'", $policy);
        self::assertResponseHeaderSame('X-Content-Type-Options', 'nosniff');
        self::assertStringContainsString('private', (string) $this->browser->getResponse()->headers->get('Cache-Control'));
        self::assertStringNotContainsString(' style="', $this->body());
        self::assertDoesNotMatchRegularExpression('/ on[a-z]+="/', $this->body());
    }

    public function testTheProgramSwitchesItsWords(): void
    {
        $piece = $this->piece();
        $this->browser->request('GET', "/pieces/{$piece->getId()}");
        self::assertSelectorTextContains('.facts', 'measures');
        $this->teacher->getProgram()->setWords('en_GB');
        $this->entities()->flush();
        $this->browser->request('GET', "/pieces/{$piece->getId()}");
        self::assertSelectorTextContains('.facts', 'bars');
        self::assertStringNotContainsString(
            'easure',
            (string) preg_replace(
                '/(class|id|for|name|data-[a-z-]+|aria-labelledby)="[^"]*"/',
                '',
                $this->browser->getCrawler()->filter('main')->html(),
            ),
        );
    }

    public function testUkWordsTranslateSentencesThatAreReallySaid(): void
    {
        $said = '';
        foreach (['templates', 'src', 'core'] as $folder) {
            foreach (
                new \RecursiveIteratorIterator(
                    new \RecursiveDirectoryIterator(\dirname(__DIR__, 2).'/'.$folder, \FilesystemIterator::SKIP_DOTS),
                ) as $file
            ) {
                $said .= $file instanceof \SplFileInfo ? (string) file_get_contents($file->getPathname()) : '';
            }
        }
        // A long sentence may stand on two lines.
        $said = (string) preg_replace("/'\s*\.\s*'/", '', $said);
        $us = $this->words('messages.en_US') + $this->words('messages+intl-icu.en_US');
        foreach (array_keys($this->words('messages.en_GB') + $this->words('messages+intl-icu.en_GB')) as $key) {
            self::assertTrue(isset($us[$key]) || str_contains($said, (string) $key), "\"$key\" is said nowhere.");
        }
    }

    /** @param array<string, int|string> $values */
    #[DataProvider('countedThings')]
    public function testWhatIsCountedHasAFormForOne(string $locale, string $sentence, array $values, string $expected): void
    {
        self::assertSame($expected, $this->service(TranslatorInterface::class)->trans($sentence, $values, null, $locale));
    }

    /** @return iterable<string, array{string, string, array<string, int|string>, string}> */
    public static function countedThings(): iterable
    {
        yield 'one bass' => ['en_US', 'count.players.bass', ['%count%' => 1], '1 bass'];
        yield 'two basses' => ['en_GB', 'count.players.bass', ['%count%' => 2], '2 basses'];
        yield 'one try' => ['en_US', 'about %n% tries', ['%n%' => 1], 'about 1 try'];
        yield 'nine tries' => ['en_GB', 'about %n% tries', ['%n%' => 9], 'about 9 tries'];
        yield 'one notice' => ['en_US', '%count% notices', ['%count%' => 1], '1 notice'];
        yield 'one measure' => ['en_US', '%count% measures', ['%count%' => 1], '1 measure'];
        yield 'one bar' => ['en_GB', '%count% measures', ['%count%' => 1], '1 bar'];
        yield 'eight bars' => ['en_GB', '%count% measures', ['%count%' => 8], '8 bars'];
        yield 'a coin in all' => ['en_US', 'rule.row', ['%count%' => 1], '1 coin'];
        yield 'a number as text' => [
            'en_GB',
            'Each of the {count} measures is to be learned.',
            ['{count}' => '9'],
            'Each of the 9 bars is to be learned.',
        ];
        $beats = 'Measure {measure} holds {beats} beats; its meter {meter} asks for {wanted}.';
        $values = ['{measure}' => '3', '{meter}' => '4/4', '{wanted}' => '4'];
        yield 'one beat' => ['en_US', $beats, ['{beats}' => '1'] + $values, 'Measure 3 holds 1 beat; its meter 4/4 asks for 4.'];
        yield 'beats and a half' => [
            'en_US',
            $beats,
            ['{beats}' => '4½'] + $values,
            'Measure 3 holds 4½ beats; its meter 4/4 asks for 4.',
        ];
    }

    /** @return array<string, string> */
    private function words(string $file): array
    {
        /** @var array<string, string> $words */
        $words = Yaml::parseFile(\dirname(__DIR__, 2)."/translations/$file.yaml");

        return $words;
    }

    public function testAClassIsMadeAndAWrongTimeIsTold(): void
    {
        $crawler = $this->browser->request('GET', '/classes/new');
        $form = $crawler->selectButton('Save')->form();
        $this->browser->submit($form, [
            'class[name]' => 'Weir Beginners',
            'class[violin]' => '7',
            'class[day2]' => 'noon',
            'class[growthKind]' => 'percent',
            'class[growthValues]' => '60, 80, 100',
        ]);
        self::assertSelectorTextContains('.said.error', 'A time such as 09:40 was expected.');
        self::assertInputValueSame('class[name]', 'Weir Beginners');
        $this->browser->submit($this->browser->getCrawler()->selectButton('Save')->form(), ['class[day2]' => '9:40']);
        self::assertResponseRedirects();
        $class = $this->entities()
            ->getRepository(SchoolClass::class)
            ->findOneBy(['name' => 'Weir Beginners']);
        self::assertSame([[2 => '09:40'], 7, 'percent:60,80,100'], [$class?->getMeetings(), $class?->size(), $class?->getGrowth()]);
    }

    public function testAnOldFormIsToldAndKeepsWhatWasTyped(): void
    {
        $class = $this->schoolClass();
        $form = $this->browser
            ->request('GET', "/classes/{$class->getId()}/edit")
            ->selectButton('Save')
            ->form();
        $this->browser->submit($form, ['class[name]' => 'Changed by another', 'version' => '99']);
        self::assertSelectorTextContains('.said.error', 'Somebody else changed this in the meantime.');
        self::assertInputValueSame('class[name]', 'Changed by another');
    }

    public function testPieceReadTellsAFileAsJsonAndRefusesABadOne(): void
    {
        $kernel = self::$kernel ?? throw new \LogicException();
        $tester = new CommandTester((new Application($kernel))->find('piece:read'));
        $folder = \dirname(__DIR__, 2).'/demo/tunes';
        self::assertSame(0, $tester->execute(['file' => $folder.'/05-tin-market.abc', '--format' => 'json']));
        $data = json_decode($tester->getDisplay(), true);
        self::assertIsArray($data);
        self::assertSame(['title', 'composer', 'parts', 'measures', 'playOrder', 'quarters', 'notes', 'notices'], array_keys($data));
        self::assertSame(['printed' => '32', 'plain' => '16', 'once' => '18'], $data['quarters']);
        self::assertSame([0, 1, 2, 3, 4, 5, 6, 7, 0, 1, 2, 3, 4, 5, 6, 8], ((array) $data['playOrder'])['printed']);
        self::assertSame(1, $tester->execute(['file' => __FILE__]));
        self::assertSame(1, $tester->execute(['file' => '/nowhere']));
        self::assertSame(2, $tester->execute(['file' => $folder.'/05-tin-market.abc', '--format' => 'xml']));
    }

    public function testPieceConvertAndPieceHands(): void
    {
        $kernel = self::$kernel ?? throw new \LogicException();
        $application = new Application($kernel);
        $tune = \dirname(__DIR__, 2).'/demo/tunes/05-tin-market.abc';
        $convert = new CommandTester($application->find('piece:convert'));
        self::assertSame(0, $convert->execute(['file' => $tune, '--to' => 'musicxml']));
        self::assertStringContainsString('<work-title>Tin Market</work-title>', $convert->getDisplay());
        self::assertSame(2, $convert->execute(['file' => $tune, '--to' => 'pdf']));
        self::assertSame(1, $convert->execute(['file' => __FILE__, '--to' => 'abc']));
        $hands = new CommandTester($application->find('piece:hands'));
        self::assertSame(0, $hands->execute(['file' => $tune, '--format' => 'json', '--instrument' => 'bass', '--level' => '2']));
        $data = json_decode($hands->getDisplay(), true);
        self::assertIsArray($data);
        self::assertSame(['bass', 2, 'crossing'], [$data['instrument'], $data['level'], ((array) $data['policies'])['openStrings']]);
        self::assertSame(0, $hands->execute(['file' => $tune, '--explain' => true]));
        self::assertStringContainsString('an octave', $hands->getDisplay());
        $withUpbeat = \dirname(__DIR__, 2).'/demo/tunes/08-kettle-on-the-hob.abc';
        self::assertSame(0, $hands->execute(['file' => $withUpbeat]));
        self::assertMatchesRegularExpression('/^ +0  D4/m', $hands->getDisplay(), 'numbers are those of the page');
        foreach (
            [
                ['--instrument' => 'flute'],
                ['--level' => '9'],
                ['--bowing' => 'sideways'],
                ['--open-strings' => 'never'],
                ['--tempo' => 'fast'],
            ] as $wrong
        ) {
            self::assertSame(2, $hands->execute(['file' => $tune] + $wrong));
        }
    }

    public function testPiecePlanTellsTheLessons(): void
    {
        $kernel = self::$kernel ?? throw new \LogicException();
        $plan = new CommandTester((new Application($kernel))->find('piece:plan'));
        $tune = \dirname(__DIR__, 2).'/demo/tunes/08-kettle-on-the-hob.abc';
        $class = ['file' => $tune, '--level' => '2', '--goal' => '96'];
        self::assertSame(0, $plan->execute($class + ['--format' => 'json']));
        $data = json_decode($plan->getDisplay(), true);
        self::assertIsArray($data);
        self::assertSame(['forward', 2, 96, 27], [$data['method'], $data['level'], $data['goal'], $data['minutes']]);
        self::assertSame([3, 96], [\count((array) $data['lessons']), $data['reaches']]);
        $slow = $this->file(Plans::SLOW);
        self::assertSame(0, $plan->execute(['file' => $slow, '--slow' => 'wait', '--lessons' => '2'] + $class));
        self::assertStringContainsString('2 lessons', $plan->getDisplay());
        self::assertStringContainsString('the goal stays out of reach', $plan->getDisplay());
        self::assertSame(0, $plan->execute($class + ['--explain' => true, '--contact' => 'say', '--instruments' => ['violin,cello']]));
        self::assertMatchesRegularExpression('/say, tap, pluck, bow 0–1;/', $plan->getDisplay());
        self::assertMatchesRegularExpression('/\d+ ÷ [\d.]+, [\d.]+ beats: clean 0\.\d+;/', $plan->getDisplay());
        self::assertStringNotContainsString('bass', $plan->getDisplay());
        self::assertSame(0, $plan->execute(['file' => $slow] + $class));
        self::assertStringContainsString('the whole at 96; basses eased.', $plan->getDisplay());
        self::assertSame(0, $plan->execute($class));
        self::assertStringNotContainsString('new place', $plan->getDisplay(), 'a class that knows all');
        foreach (['', 'year:1', 'finger.D.1,finger.D.2'] as $knows) {
            self::assertSame(0, $plan->execute($class + ['--knows' => $knows]));
            self::assertStringContainsString('new place', $plan->getDisplay(), "knows $knows");
            self::assertMatchesRegularExpression('/say, tap, pluck, bow \d/', $plan->getDisplay());
        }
        self::assertDoesNotMatchRegularExpression('/(stroke|hand|new|check):[A-G\d]/', $plan->getDisplay(), 'no code in a text');
        self::assertSame(0, $plan->execute($class + ['--instruments' => ['violin', 'cello'], '--format' => 'json']));
        self::assertMatchesRegularExpression('/"who": \[\s+"violin",\s+"cello"\s+\]/', $plan->getDisplay(), 'given twice, both are taken');
        foreach (
            [
                ['--knows' => 'year:9'],
                ['--knows' => 'finger.none'],
                ['--method' => 'upwards'],
                ['--instruments' => ['violin,flute']],
                ['--goal' => '9'],
                ['--minutes' => '0'],
                ['--lessons' => 'many'],
                ['--slow' => 'off'],
                ['--contact' => 'sing'],
                ['--format' => 'xml'],
            ] as $wrong
        ) {
            self::assertSame(2, $plan->execute($wrong + $class));
        }
        self::assertSame(1, $plan->execute(['file' => __FILE__]));
    }

    public function testPieceChunksTellsTheCutAndTheOrderOfAMethod(): void
    {
        $kernel = self::$kernel ?? throw new \LogicException();
        $chunks = new CommandTester((new Application($kernel))->find('piece:chunks'));
        $tune = \dirname(__DIR__, 2).'/demo/tunes/08-kettle-on-the-hob.abc';
        self::assertSame(
            0,
            $chunks->execute([
                'file' => $tune,
                '--format' => 'json',
                '--method' => 'last-first',
                '--level' => '2',
                '--tempo' => '96',
                '--instrument' => ['violin', 'cello'],
            ]),
        );
        $data = json_decode($chunks->getDisplay(), true);
        self::assertIsArray($data);
        self::assertSame(['method', 'level', 'tempo', 'policies', 'comfort', 'spots', 'chunks', 'order'], array_keys($data));
        self::assertSame(['last-first', 2, 96], [$data['method'], $data['level'], $data['tempo']]);
        self::assertSame(['violin', 'cello'], array_keys(array_column((array) $data['comfort'], 'instrument', 'instrument')));
        self::assertSame(0, $chunks->execute(['file' => $tune, '--instrument' => ['violin,viola']]));
        self::assertMatchesRegularExpression('/^find .*as 0–/m', $chunks->getDisplay());
        foreach (
            [
                ['--method' => 'backwards'],
                ['--instrument' => ['violin', 'flute']],
                ['--level' => '5'],
                ['--tempo' => '0'],
                ['--format' => 'xml'],
            ] as $wrong
        ) {
            self::assertSame(2, $chunks->execute(['file' => $tune] + $wrong));
        }
        self::assertSame(1, $chunks->execute(['file' => '/nowhere.abc']));
    }

    public function testPieceFormTellsWhatComesBack(): void
    {
        $kernel = self::$kernel ?? throw new \LogicException();
        $form = new CommandTester((new Application($kernel))->find('piece:form'));
        $tune = \dirname(__DIR__, 2).'/demo/tunes/08-kettle-on-the-hob.abc';
        self::assertSame(0, $form->execute(['file' => $tune, '--format' => 'json']));
        $data = json_decode($form->getDisplay(), true);
        self::assertIsArray($data);
        self::assertSame(['parts', 'measures', 'sections', 'distinct', 'ofParts', 'borders', 'texture'], array_keys($data));
        self::assertSame([18, ['A', 'B', 'A′']], [$data['distinct'], array_column((array) $data['sections'], 'label')]);
        self::assertSame(['of' => 1, 'kind' => 'same', 'by' => 0], ((array) ((array) ((array) $data['measures'])[18])['likeness'])[0]);
        self::assertSame(0, $form->execute(['file' => $tune]));
        self::assertStringContainsString('26 measures, of which 18 are to be learned', $form->getDisplay());
        self::assertSame(2, $form->execute(['file' => $tune, '--level' => '7']));
        self::assertSame(1, $form->execute(['file' => __FILE__]));
    }

    /** A file that holds a tune, as long as the test lasts. */
    private function file(string $tune): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'tune');
        file_put_contents($file, $tune);
        register_shutdown_function(static fn (): bool => @unlink($file));

        return $file;
    }

    public function testEveryDemoTuneIsReadWithoutANotice(): void
    {
        $tunes = glob(\dirname(__DIR__, 2).'/demo/tunes/*') ?: [];
        self::assertGreaterThanOrEqual(12, \count($tunes));
        foreach ($tunes as $tune) {
            self::assertSame([], \CoinStair\Core\Format\ScoreFile::read((string) file_get_contents($tune))->notices, $tune);
        }
    }
}
