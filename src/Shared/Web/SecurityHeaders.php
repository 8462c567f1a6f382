<?php

declare(strict_types=1);

namespace App\Shared\Web;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ResponseEvent;
use Symfony\Component\HttpKernel\KernelEvents;

/** Headers of every answer: no inline script, nothing from elsewhere, not to be framed, not to be kept by caches between. */
#[AsEventListener(event: KernelEvents::RESPONSE)]
final class SecurityHeaders
{
    private const POLICY = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; worker-src 'self'; style-src 'self'; "
        ."img-src 'self' data:; font-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none'; "
        ."frame-ancestors 'none'; manifest-src 'self'";

    public function __invoke(ResponseEvent $event): void
    {
        $headers = $event->getResponse()->headers;
        $headers->set('Content-Security-Policy', self::POLICY);
        $headers->set('X-Content-Type-Options', 'nosniff');
        $headers->set('X-Frame-Options', 'DENY');
        $headers->set('Referrer-Policy', 'same-origin');
        $headers->set('Cross-Origin-Opener-Policy', 'same-origin');
        $headers->set('Permissions-Policy', 'camera=(), microphone=(), geolocation=()');
        if (!$headers->has('Cache-Control') || 'no-cache, private' === $headers->get('Cache-Control')) {
            $headers->set('Cache-Control', 'private, no-cache');
        }
    }
}
