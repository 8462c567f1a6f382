<?php

declare(strict_types=1);

namespace App\Shared\Web;

use App\Shared\Tenancy\CurrentProgram;
use App\Shared\Work\NowAndThen;
use Doctrine\DBAL\Connection;
use Psr\Clock\ClockInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Session\FlashBagAwareSessionInterface;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Event\ResponseEvent;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;
use Symfony\Component\HttpKernel\KernelEvents;
use Twig\Attribute\AsTwigFunction;

/**
 * What is sent twice is done once. A form that makes something carries a key of its own: who presses twice, or sends it again since no
 * answer came, is led to what was made the first time. The same form with other things in it is another one. Two at once come here one
 * after the other, by a lock of the database that ends with the connection, so that nothing waits for a request that died.
 */
final readonly class Once
{
    public const FIELD = '_once';
    /** Seconds for which the second waits for the first. */
    private const WAIT = 15;
    /** Hours for which it is known what was made. */
    private const HOURS = 48;
    private const LONGEST = 2000;
    private const LOCK = '_once_lock';

    public function __construct(private Connection $database, private CurrentProgram $program, private ClockInterface $clock)
    {
    }

    /** A key for one form. */
    #[AsTwigFunction('once')]
    public static function key(): string
    {
        return bin2hex(random_bytes(16));
    }

    /** When it is known whose request it is. */
    #[AsEventListener(event: KernelEvents::REQUEST, priority: 6)]
    public function before(RequestEvent $event): void
    {
        $request = $event->getRequest();
        $sent = $event->isMainRequest() && $request->isMethod('POST') ? $this->sent($request) : null;
        if (null === $sent) {
            return;
        }
        if (!\in_array($this->database->fetchOne('SELECT GET_LOCK(?, ?)', ['once-'.$sent, self::WAIT]), [1, '1'], true)) {
            throw new ConflictHttpException('This was sent before, and is still being done.');
        }
        $request->attributes->set(self::LOCK, $sent);
        $made = $this->database->fetchOne('SELECT location FROM form_sent WHERE sent = ?', [$sent]);
        if (\is_string($made)) {
            $event->setResponse(new RedirectResponse($made, 303));
        }
    }

    #[AsEventListener(event: KernelEvents::RESPONSE)]
    public function after(ResponseEvent $event): void
    {
        $request = $event->getRequest();
        $sent = $event->isMainRequest() ? $request->attributes->get(self::LOCK) : null;
        if (!\is_string($sent)) {
            return;
        }
        $to = $event->getResponse()->headers->get('Location') ?? '';
        if ($event->getResponse()->isRedirection() && '' !== $to && \strlen($to) <= self::LONGEST && !self::isRefused($request)) {
            $this->database->executeStatement(
                'INSERT IGNORE INTO form_sent (sent, program_id, location, made_at) VALUES (?, ?, ?, ?)',
                [$sent, $this->program->id(), $to, $this->clock->now()->format('Y-m-d H:i:s')],
            );
        }
        $this->database->fetchOne('SELECT RELEASE_LOCK(?)', ['once-'.$sent]);
    }

    #[AsEventListener]
    public function tidyUp(NowAndThen $event): void
    {
        $this->database->executeStatement(
            'DELETE FROM form_sent WHERE made_at < ? LIMIT 5000',
            [$this->clock->now()->modify('-'.self::HOURS.' hours')->format('Y-m-d H:i:s')],
        );
    }

    /** One word for the program, the form, and all that is in it; none if the form has no key. */
    private function sent(Request $request): ?string
    {
        $fields = $request->request->all();
        $key = $fields[self::FIELD] ?? '';
        $isFragment = $request->headers->has('HX-Request') && !$request->headers->has('HX-Boosted');
        if ($isFragment || null === $this->program->id() || !\is_string($key) || 1 !== preg_match('/^[\da-f]{32}$/D', $key)) {
            return null;
        }
        unset($fields[CsrfGuard::FIELD]);
        $files = $request->files->all();
        array_walk_recursive($files, static function (mixed &$file): void {
            $file = $file instanceof UploadedFile && $file->isValid() ? hash_file('xxh128', $file->getPathname()) : '';
        });

        return hash('xxh128', serialize([$this->program->id(), $request->getPathInfo(), $fields, $files]));
    }

    /** A redirection that says why nothing was made. */
    private static function isRefused(Request $request): bool
    {
        $session = $request->hasSession() ? $request->getSession() : null;

        return $session instanceof FlashBagAwareSessionInterface && [] !== $session->getFlashBag()->peek('error');
    }
}
