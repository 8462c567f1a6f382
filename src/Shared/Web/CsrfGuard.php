<?php

declare(strict_types=1);

namespace App\Shared\Web;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Session\FlashBagAwareSessionInterface;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;
use Symfony\Component\HttpKernel\KernelEvents;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Component\Security\Csrf\CsrfToken;
use Symfony\Component\Security\Csrf\CsrfTokenManagerInterface;

/**
 * Every request that changes something carries the session's token, as a field or as a header. Checked here, once, for all, sign-in too.
 */
#[AsEventListener(event: KernelEvents::REQUEST, priority: 20)]
final readonly class CsrfGuard
{
    public const TOKEN = 'request';
    public const FIELD = '_token';
    public const HEADER = 'X-CSRF-Token';
    /** Set on a route that is opened by a key of its own, which no other page could send. */
    public const OWN = '_own_key';
    /** Set on a route that names another token than the session's. */
    public const ID = '_csrf';
    /** A token for pages that somebody opens who has no session: told by where the request comes from. */
    public const WITHOUT_SESSION = 'without_session';

    public function __construct(private CsrfTokenManagerInterface $tokens, private UrlGeneratorInterface $addresses)
    {
    }

    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || $request->isMethodSafe() || $request->attributes->getBoolean(self::OWN)) {
            return;
        }
        if ($this->bodyWasDropped($request)) {
            $session = $request->getSession();
            if ($session instanceof FlashBagAwareSessionInterface) {
                $session->getFlashBag()->add('error', 'The file is larger than 20 MB.');
            }
            $event->setResponse(new RedirectResponse($this->addresses->generate('piece_new'), 303));

            return;
        }
        $given = $request->headers->get(self::HEADER) ?? $request->request->getString(self::FIELD);
        if (!$this->tokens->isTokenValid(new CsrfToken($request->attributes->getString(self::ID, self::TOKEN), $given))) {
            throw new AccessDeniedHttpException('The page was too old to be sent. Load it again and repeat what you did.');
        }
    }

    /** PHP drops a body that is larger than its own limit; nothing is left that could be checked. */
    private function bodyWasDropped(Request $request): bool
    {
        return 0 === $request->request->count() && 0 === $request->files->count()
            && str_starts_with((string) $request->headers->get('Content-Type'), 'multipart/form-data')
            && (int) $request->headers->get('Content-Length') > 20 * 1024 * 1024;
    }
}
