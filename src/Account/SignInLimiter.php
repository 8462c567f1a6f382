<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Entity\EmailAddress;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpFoundation\RateLimiter\AbstractRequestRateLimiter;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\RateLimiter\LimiterInterface;
use Symfony\Component\RateLimiter\RateLimiterFactory;
use Symfony\Component\Security\Http\SecurityRequestAttributes;

/**
 * How often somebody may try. A device on which an account was signed in rightly has tries of its own for that account; so nobody else in
 * the same building, who comes from the same address, can use them up. No limit is an address's alone: a school has one for all.
 */
final class SignInLimiter extends AbstractRequestRateLimiter
{
    public function __construct(
        #[Autowire(service: 'limiter.sign_in_device')] private readonly RateLimiterFactory $ofDevice,
        #[Autowire(service: 'limiter.sign_in_address')] private readonly RateLimiterFactory $ofAddress,
        #[Autowire(service: 'limiter.sign_in_account')] private readonly RateLimiterFactory $ofAccount,
        private readonly KnownDevices $devices,
    ) {
    }

    /** @return list<LimiterInterface> */
    protected function getLimiters(Request $request): array
    {
        $name = $request->attributes->get(SecurityRequestAttributes::LAST_USERNAME, '');
        $email = EmailAddress::normal(\is_string($name) ? $name : '');
        $device = $this->devices->find($request, $email);
        if (null !== $device) {
            return [$this->ofDevice->create(hash('xxh128', $device.'|'.$email))];
        }

        return [
            $this->ofAddress->create(hash('xxh128', $request->getClientIp().'|'.$email)),
            $this->ofAccount->create(hash('xxh128', $email)),
        ];
    }
}
