<?php

declare(strict_types=1);

namespace App\Tests;

use App\Account\Accounts;
use App\Shared\Entity\User;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;

/** Signing in and out, and a page of one's own (handbook 11). */
final class AccountTest extends WebCase
{
    private const NEW = 'seven green kettles whistle';

    public function testThePasswordIsChangedByWhoKnowsItAndEndsOtherSessions(): void
    {
        $this->browser->request('GET', '/account');
        $elsewhere = $this->browser->getCookieJar()->all();
        $this->browser->restart();
        $this->browser->loginUser($this->teacher);
        $wrong = [
            ['wrong', self::NEW, self::NEW],
            ['long-enough-4', 'abcabcabcabc', 'abcabcabcabc'],
            ['long-enough-4', self::NEW, 'x'],
        ];
        foreach ($wrong as $typed) {
            $this->changePassword(...$typed);
            self::assertResponseStatusCodeSame(422);
        }
        $this->changePassword('long-enough-4', self::NEW, self::NEW);
        self::assertResponseRedirects('/account');
        $this->browser->request('GET', '/account');
        self::assertResponseIsSuccessful('this session goes on');
        $this->browser->restart();
        array_map($this->browser->getCookieJar()->set(...), $elsewhere);
        $this->browser->request('GET', '/account');
        self::assertResponseRedirects(null, 302, 'a session elsewhere is over');
        self::assertTrue($this->signsIn('one@example.org', self::NEW));
        self::assertFalse($this->signsIn('one@example.org', 'long-enough-4'));
    }

    public function testTheAddressIsChangedAndNobodyElsesIsTaken(): void
    {
        $this->account('two@example.org');
        $this->changeEmail('two@example.org');
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('main', 'There is an account with this address already');
        $this->changeEmail('no address');
        self::assertResponseStatusCodeSame(422);
        $this->changeEmail('New.One@example.org');
        self::assertResponseRedirects('/account');
        self::assertTrue($this->signsIn('new.one@example.org', 'long-enough-4'));
    }

    public function testOnesOwnWordsGoBeforeThoseOfTheProgram(): void
    {
        $piece = $this->piece();
        $form = $this->browser->request('GET', '/account')->selectButton('Change the words')->form();
        $this->browser->submit($form, ['words[words]' => 'en_GB']);
        $this->browser->request('GET', "/pieces/{$piece->getId()}");
        self::assertSelectorTextContains('.facts', 'bars');
        $form = $this->browser->request('GET', '/account')->selectButton('Change the words')->form();
        $this->browser->submit($form, ['words[words]' => '']);
        $this->browser->request('GET', "/pieces/{$piece->getId()}");
        self::assertSelectorTextContains('.facts', 'measures');
    }

    public function testALinkForANewPasswordWorksOnce(): void
    {
        $said = $this->command('account:reset', ['email' => 'one@example.org']);
        self::assertSame(1, preg_match('#/new-password/[\w-]{43}#', $said, $found));
        $this->browser->restart();
        $form = $this->browser->request('GET', $found[0])->selectButton('Set the password')->form();
        $fields = ['new_password[password][first]' => 'short', 'new_password[password][second]' => 'short'];
        $this->browser->submit($form, $fields);
        self::assertResponseStatusCodeSame(422);
        $form = $this->browser->request('GET', $found[0])->selectButton('Set the password')->form();
        $this->browser->submit($form, ['new_password[password][first]' => self::NEW, 'new_password[password][second]' => self::NEW]);
        self::assertResponseRedirects('/sign-in');
        $this->browser->request('GET', $found[0]);
        self::assertResponseStatusCodeSame(404);
        self::assertTrue($this->signsIn('one@example.org', self::NEW));
    }

    public function testASecondPersonOfTheSameProgram(): void
    {
        $name = $this->teacher->getProgram()->getName();
        $said = $this->command('account:create', ['email' => 'second@example.org', '--program' => $name]);
        self::assertSame(1, preg_match('/password\s+([\da-f]{16})/', $said, $found));
        self::assertTrue($this->signsIn('second@example.org', $found[1]));
        $second = $this->service(Accounts::class)->find('second@example.org');
        self::assertSame($this->teacher->getProgram()->getId(), $second?->getProgram()->getId());
        $refusal = $this->command('account:create', ['email' => 'x@example.org', '--program' => 'None']);
        self::assertStringContainsString('no program of this name', $refusal);
    }

    public function testNobodyElseAtTheSameAddressShutsOutAnAccountOrADevice(): void
    {
        $one = 'a'.bin2hex(random_bytes(5)).'@example.org';
        $two = 'b'.bin2hex(random_bytes(5)).'@example.org';
        foreach ([$one, $two] as $email) {
            $this->account($email);
        }
        $this->browser->restart();
        self::assertTrue($this->signsIn($one, 'long-enough-4', false), 'the device is known from here on');
        $cookies = $this->browser->getCookieJar()->all();
        for ($try = 0; $try < 8; ++$try) {
            $this->signsIn($one, 'guessed');
        }
        self::assertFalse($this->signsIn($one, 'long-enough-4'), 'an unknown device waits');
        self::assertTrue($this->signsIn($two, 'long-enough-4'), 'another account of the same building comes in');
        $this->browser->restart();
        foreach ($cookies as $cookie) {
            if (str_starts_with($cookie->getName(), 'known_')) {
                $this->browser->getCookieJar()->set($cookie);
            }
        }
        self::assertTrue($this->signsIn($one, 'long-enough-4', false), 'a known device comes in');
    }

    public function testAnAddressIsOneHoweverItIsTyped(): void
    {
        $name = bin2hex(random_bytes(5));
        $this->account("Rene.$name@Example.org");
        self::assertTrue($this->signsIn(" rene.$name@example.ORG ", 'long-enough-4'));
        self::assertTrue($this->signsIn("\u{ff32}ene.$name@example.org", 'long-enough-4'), 'letters of full width');
        self::assertFalse($this->signsIn("ren\u{e9}.$name@example.org", 'long-enough-4'), 'an accent makes another address');
        self::assertNull($this->service(Accounts::class)->find("ren\u{e9}.$name@example.org"));
        self::assertStringContainsString('There is an account', $this->command('account:create', [
            'email' => "RENE.$name@example.org",
            'program' => 'Another',
        ]));
    }

    public function testTriesAreCountedOfOneAddressHoweverItIsTyped(): void
    {
        $name = bin2hex(random_bytes(5));
        $this->account("rene.$name@example.org");
        foreach (['rene', 'RENE', ' rene', "\u{ff32}ene", 'ReNe'] as $typed) {
            self::assertFalse($this->signsIn("$typed.$name@example.org", 'guessed'));
        }
        self::assertFalse($this->signsIn("rene.$name@example.org", 'long-enough-4'), 'five tries were enough');
    }

    public function testThePresentPasswordIsNotGuessedInsideASession(): void
    {
        for ($try = 0; $try < 8; ++$try) {
            $this->changePassword('guess '.$try, self::NEW, self::NEW);
            self::assertSelectorTextContains('main', 'This is not the present password');
        }
        $this->changePassword('long-enough-4', self::NEW, self::NEW);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('main', 'Too many wrong passwords');
    }

    public function testSignedOutADeviceKeepsNothingButWhatWaits(): void
    {
        $this->post('/sign-out');
        self::assertResponseHeaderSame('Clear-Site-Data', '"cache", "storage"');
        $this->browser->loginUser($this->teacher);
        $this->post('/sign-out', ['waiting' => '3']);
        self::assertResponseHeaderSame('Clear-Site-Data', '"cache"');
    }

    public function testASessionKeepsNoPassword(): void
    {
        $kept = serialize($this->teacher);
        self::assertStringNotContainsString($this->teacher->getPassword(), $kept);
        $read = unserialize($kept);
        self::assertInstanceOf(User::class, $read);
        self::assertTrue($this->teacher->isEqualTo($read));
        $this->teacher->beginEpoch();
        self::assertFalse($this->teacher->isEqualTo($read));
    }

    public function testWhatHasExpiredIsSweptAndTheRestStays(): void
    {
        $database = $this->entities()->getConnection();
        foreach (['old' => 1, 'new' => time() + 1000] as $id => $until) {
            $database->executeStatement('INSERT INTO sessions VALUES (?, ?, ?, ?)', [$id, '', $until, 1]);
        }
        foreach (['entry' => '2020-01-01', 'outline' => date('Y-m-d')] as $kind => $day) {
            $database->executeStatement(
                'INSERT INTO draft (program_id, user_id, kind, fields, changed_at) VALUES (?, ?, ?, ?, ?)',
                [$this->teacher->getProgram()->getId(), $this->teacher->getId(), $kind, '{}', $day],
            );
        }
        $this->command('account:reset', ['email' => 'one@example.org']);
        $database->executeStatement('UPDATE password_link SET expires_at = ?', ['2020-01-01']);
        $said = $this->command('sweep', []);
        self::assertStringContainsString("sessions 1\ndrafts 1\ntasks 0\nlinks 1\n", $said);
        self::assertSame('new', $database->fetchOne('SELECT sess_id FROM sessions'));
        self::assertSame('outline', $database->fetchOne('SELECT kind FROM draft'));
    }

    private function changePassword(string $current, string $first, string $second): void
    {
        $form = $this->browser->request('GET', '/account')->selectButton('Change the password')->form();
        $this->browser->submit($form, [
            'new_password[current]' => $current,
            'new_password[password][first]' => $first,
            'new_password[password][second]' => $second,
        ]);
    }

    private function changeEmail(string $email): void
    {
        $form = $this->browser->request('GET', '/account')->selectButton('Change the address')->form();
        $this->browser->submit($form, ['address[email]' => $email, 'address[current]' => 'long-enough-4']);
    }

    private function signsIn(string $email, string $password, bool $anew = true): bool
    {
        if ($anew) {
            $this->browser->restart();
        }
        $form = $this->browser->request('GET', '/sign-in')->selectButton('Sign in')->form(['email' => $email, 'password' => $password]);
        $this->browser->submit($form);

        return !str_contains((string) $this->browser->getResponse()->headers->get('Location'), '/sign-in');
    }

    /** @param array<string, string> $input */
    private function command(string $name, array $input): string
    {
        $kernel = self::$kernel ?? self::bootKernel();
        $tester = new CommandTester((new Application($kernel))->find($name));
        $tester->execute($input, ['capture_stderr_separately' => false]);

        return $tester->getDisplay();
    }
}
