<?php

declare(strict_types=1);

namespace App\Account;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\KernelEvents;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;

/**
 * Leads a visitor who bears no session to the sign-in page. Where they wanted to go stands in the address: nothing is kept for somebody who
 * may never come back.
 */
#[AsEventListener(event: KernelEvents::EXCEPTION, priority: 8)]
final readonly class AskToSignIn
{
    /** Field and parameter that name the page to go on to. */
    public const TO = 'to';

    public function __construct(private UrlGeneratorInterface $addresses)
    {
    }

    public function __invoke(ExceptionEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->getThrowable() instanceof AccessDeniedException || $request->hasPreviousSession() || !$event->isMainRequest()) {
            return;
        }
        $to = $request->isMethod('GET') && !$request->headers->has('HX-Request') ? $request->getRequestUri() : '/';
        $event->setResponse(
            new RedirectResponse($this->addresses->generate('sign_in', '/' === $to ? [] : [self::TO => $to])),
        );
    }

    /** A page of ours to go on to, as asked for; the first page if it is none. */
    public static function target(Request $request): string
    {
        $to = $request->query->all()[self::TO] ?? '';

        return \is_string($to) && 1 === preg_match('#^/(?![/\\\\])[^\s\\\\]{0,1500}$#D', $to) ? $to : '';
    }
}
