<?php

declare(strict_types=1);

namespace App\Account;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Security\Http\Event\LogoutEvent;

/** Whoever signs out leaves nothing on a shared device, but for coins that could not be sent yet (assets/js/waiting.js counts them). */
#[AsEventListener(priority: -10)]
final class SignedOut
{
    public function __invoke(LogoutEvent $event): void
    {
        $waiting = $event->getRequest()->request->all()['waiting'] ?? 0;
        $none = !is_numeric($waiting) || (int) $waiting <= 0;
        $event->getResponse()?->headers->set('Clear-Site-Data', $none ? '"cache", "storage"' : '"cache"');
    }
}
