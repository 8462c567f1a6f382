<?php

declare(strict_types=1);

namespace App\Shared\Web;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;
use Symfony\Component\HttpKernel\Exception\HttpException;
use Symfony\Component\HttpKernel\KernelEvents;

/**
 * What is sent in a field is text in UTF-8 of a bounded length, or it is refused before anything looks at it. Files are another matter.
 */
#[AsEventListener(event: KernelEvents::REQUEST, priority: 64)]
final class PlainText
{
    /** Deeper than any field of ours is nested. */
    private const DEEP = 6;
    /** Bytes of one field: a draft of a typed line is the longest (Drafts). */
    private const LONGEST = 90_000;
    /** A tune, or a book of tunes, may be pasted whole; its reader has limits of its own. */
    private const WHOLE_TUNE = 'abc';

    public function __invoke(RequestEvent $event): void
    {
        if (!$event->isMainRequest()) {
            return;
        }
        $request = $event->getRequest();
        $sent = $request->request->all();
        if (\is_string($sent[self::WHOLE_TUNE] ?? null)) {
            // ABC is also read in other encodings.
            unset($sent[self::WHOLE_TUNE]);
        }
        self::check([rawurldecode($request->getPathInfo()), $request->query->all(), $sent, $request->cookies->all()], self::DEEP);
    }

    private static function check(mixed $value, int $deep): void
    {
        if (\is_string($value)) {
            if (\strlen($value) > self::LONGEST) {
                throw new HttpException(413, 'A field holds more than is kept of it.');
            }
            if (!mb_check_encoding($value, 'UTF-8') || str_contains($value, "\0")) {
                throw new BadRequestHttpException('What was sent is no text in UTF-8.');
            }
        }
        if (!\is_array($value)) {
            return;
        }
        if ($deep <= 0) {
            throw new BadRequestHttpException('What was sent is nested too deeply.');
        }
        foreach ($value as $key => $inner) {
            self::check((string) $key, 0);
            self::check($inner, $deep - 1);
        }
    }
}
