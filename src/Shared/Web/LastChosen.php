<?php

declare(strict_types=1);

namespace App\Shared\Web;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\Sequence;
use App\Shared\Repository\ClassRepository;
use CoinStair\Core\Method\Method;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\ControllerArgumentsEvent;
use Symfony\Component\HttpKernel\KernelEvents;

/**
 * The class with which somebody worked last, and the method by which they looked at a piece last: a page of a piece whose address names
 * none is for these, so that nobody is led away from their class by a link, and nothing is chosen anew after a reload. Kept in the
 * session, which is written when it changes alone.
 */
#[AsEventListener(event: KernelEvents::CONTROLLER_ARGUMENTS)]
final readonly class LastChosen
{
    private const CLASS_OF = 'last-class';
    private const METHOD = 'last-method';
    /** Pages of a piece that are for a class. */
    private const PAGES = ['piece', 'piece_ready', 'piece_methods'];

    public function __construct(private ClassRepository $classes)
    {
    }

    public function __invoke(ControllerArgumentsEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || !$request->hasPreviousSession()) {
            return;
        }
        $this->note($request, self::CLASS_OF, self::named($event->getArguments()) ?? self::asked($request));
        $route = $request->attributes->getString('_route');
        if (str_starts_with($route, 'piece')) {
            $this->note($request, self::METHOD, Method::tryFrom(self::typed($request, 'method'))?->value);
        }
        if (\in_array($route, self::PAGES, true)) {
            $this->fill($request);
        }
    }

    /** @param array<mixed> $arguments of the controller */
    private static function named(array $arguments): ?int
    {
        foreach ($arguments as $argument) {
            $class = match (true) {
                $argument instanceof SchoolClass => $argument,
                $argument instanceof Sequence, $argument instanceof Lesson => $argument->getClass(),
                default => null,
            };
            if (null !== $class) {
                return $class->getId();
            }
        }

        return null;
    }

    private static function asked(Request $request): ?int
    {
        return ForWhom::classIn(self::typed($request, 'for'));
    }

    private static function typed(Request $request, string $name): string
    {
        $typed = $request->query->all()[$name] ?? $request->request->all()[$name] ?? '';

        return \is_string($typed) ? $typed : '';
    }

    private function note(Request $request, string $what, int|string|null $value): void
    {
        if (null !== $value && $request->getSession()->get($what) !== $value) {
            $request->getSession()->set($what, $value);
        }
    }

    private function fill(Request $request): void
    {
        $id = $request->getSession()->get(self::CLASS_OF);
        if (!$request->query->has('for') && \is_int($id)) {
            // A class of another program is not found; one that was put away is worked with no more.
            $class = $this->classes->find($id);
            if (null !== $class && !$class->isPutAway()) {
                $request->query->set('for', 'class-'.$id);
            }
        }
        $method = $request->getSession()->get(self::METHOD);
        if (!$request->query->has('method') && \is_string($method)) {
            $request->query->set('method', $method);
        }
    }
}
