<?php

declare(strict_types=1);

namespace App\Shared\Shares;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\HttpKernel\KernelEvents;

/**
 * A route is answered by processes of its kind alone. The web server tells the kind by the address; an address that it reads in another way
 * than the router does would bring work to processes that are kept for other work.
 */
#[AsEventListener(event: KernelEvents::REQUEST, priority: 31)]
final class OfThisKind
{
    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        $kind = Kind::ofProcess($request);
        if (!$event->isMainRequest() || null === $kind) {
            return;
        }
        if ($kind !== Kind::ofRoute($request->attributes->getString('_route'), $request->getMethod())) {
            throw new NotFoundHttpException('The address is written in another way than the application writes it.');
        }
    }
}
