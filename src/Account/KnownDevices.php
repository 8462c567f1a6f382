<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Entity\User;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Cookie;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Security\Http\Event\LoginSuccessEvent;

/** Remembers on a device that an account was signed in there rightly. It opens nothing; it only keeps its tries apart (SignInLimiter). */
#[AsEventListener]
final readonly class KnownDevices
{
    private const DAYS = 400;

    public function __construct(#[Autowire('%kernel.secret%')] private string $secret)
    {
    }

    public function __invoke(LoginSuccessEvent $event): void
    {
        $user = $event->getUser();
        $response = $event->getResponse();
        if (!$user instanceof User || null === $response || null !== $this->find($event->getRequest(), $user->getUserIdentifier())) {
            return;
        }
        $name = bin2hex(random_bytes(8));
        $response->headers->setCookie(
            Cookie::create(
                self::cookie($user->getUserIdentifier()),
                $name.'.'.$this->sign($name, $user->getUserIdentifier()),
                new \DateTimeImmutable('+'.self::DAYS.' days'),
                '/sign-in',
                null,
                $event->getRequest()->isSecure(),
                true,
                false,
                Cookie::SAMESITE_STRICT,
            ),
        );
    }

    /** The name of the device, if this account is known on it. */
    public function find(Request $request, string $email): ?string
    {
        $kept = $request->cookies->all()[self::cookie($email)] ?? null;
        [$name, $signature] = explode('.', \is_string($kept) ? $kept : '', 2) + [1 => ''];

        return hash_equals($this->sign($name, $email), $signature) ? $name : null;
    }

    private static function cookie(string $email): string
    {
        return 'known_'.substr(hash('sha256', $email), 0, 12);
    }

    private function sign(string $name, string $email): string
    {
        return hash_hmac('sha256', 'known-device.'.$name.'.'.$email, $this->secret);
    }
}
