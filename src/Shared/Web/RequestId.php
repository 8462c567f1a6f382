<?php

declare(strict_types=1);

namespace App\Shared\Web;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\HttpKernel\Event\ResponseEvent;
use Symfony\Component\HttpKernel\KernelEvents;
use Twig\Attribute\AsTwigFunction;

/** Names each request, so that whoever saw a failure can say which line of the log tells of it. */
final readonly class RequestId
{
    private const ATTRIBUTE = '_request_id';
    /** Given by the web server, and in its own log too. */
    private const GIVEN = 'COIN_STAIR_REQUEST';

    public function __construct(private RequestStack $requests)
    {
    }

    /** Of the request that is answered; empty where there is none. */
    #[AsTwigFunction('request_id')]
    public function now(): string
    {
        $request = $this->requests->getMainRequest();

        return null === $request ? '' : self::of($request);
    }

    /** 32 letters and digits. */
    public static function of(Request $request): string
    {
        $id = $request->attributes->get(self::ATTRIBUTE);
        if (!\is_string($id)) {
            $given = $request->server->get(self::GIVEN);
            $id = \is_string($given) && 1 === preg_match('/^[\da-f]{32}$/D', $given) ? $given : bin2hex(random_bytes(16));
            $request->attributes->set(self::ATTRIBUTE, $id);
        }

        return $id;
    }

    #[AsEventListener(event: KernelEvents::RESPONSE)]
    public function tell(ResponseEvent $event): void
    {
        if ($event->isMainRequest() && $event->getResponse()->isServerError()) {
            $event->getResponse()->headers->set('X-Request-Id', self::of($event->getRequest()));
        }
    }
}
