<?php

declare(strict_types=1);

namespace App\Shared\Tenancy;

use App\Shared\Entity\User;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\KernelEvents;
use Symfony\Component\Translation\LocaleSwitcher;

/** Right after sign-in is known: enters the user's program and speaks its words. */
#[AsEventListener(event: KernelEvents::REQUEST, priority: 7)]
final readonly class EnterProgram
{
    /** Addresses that know no program and must not open a session. */
    private const WITHOUT = ['/health', '/sign-in'];

    public function __construct(
        private Security $security,
        private CurrentProgram $current,
        private EntityManagerInterface $entities,
        private LocaleSwitcher $locale,
    ) {
    }

    public function __invoke(RequestEvent $event): void
    {
        if (!$event->isMainRequest() || \in_array($event->getRequest()->getPathInfo(), self::WITHOUT, true)) {
            return;
        }
        $user = $this->security->getUser();
        if (!$user instanceof User) {
            return;
        }
        $program = $user->getProgram();
        $this->current->enter($program, $this->entities);
        $event->getRequest()->setLocale($user->getWords());
        $this->locale->setLocale($user->getWords());
    }
}
