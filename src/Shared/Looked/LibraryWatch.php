<?php

declare(strict_types=1);

namespace App\Shared\Looked;

use App\Shared\Entity\Override;
use App\Shared\Entity\OwnSkill;
use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Tenancy\CurrentProgram;
use Doctrine\Bundle\DoctrineBundle\Attribute\AsDoctrineListener;
use Doctrine\ORM\Event\OnFlushEventArgs;
use Doctrine\ORM\Events;
use Symfony\Component\Console\ConsoleEvents;
use Symfony\Component\DependencyInjection\Attribute\AutowireServiceClosure;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\KernelEvents;
use Symfony\Contracts\Service\ResetInterface;

/**
 * Has a library looked through in the background after something changed from which the skills of its pieces follow: when the answer was
 * sent, so that nobody waits for it, and the next page that reads them finds them.
 */
#[AsDoctrineListener(event: Events::onFlush)]
#[AsEventListener(event: KernelEvents::TERMINATE, method: 'ask')]
#[AsEventListener(event: ConsoleEvents::TERMINATE, method: 'ask')]
final class LibraryWatch implements ResetInterface
{
    private const WATCHED = [Piece::class, Override::class, OwnSkill::class, SchoolClass::class];

    private bool $isChanged = false;

    /** @param \Closure(): LibraryLook $look made when it is wanted: it needs what listens here */
    public function __construct(
        #[AutowireServiceClosure(LibraryLook::class)] private readonly \Closure $look,
        private readonly CurrentProgram $program,
    ) {
    }

    public function reset(): void
    {
        $this->isChanged = false;
    }

    public function onFlush(OnFlushEventArgs $event): void
    {
        $work = $event->getObjectManager()->getUnitOfWork();
        $changed = [$work->getScheduledEntityInsertions(), $work->getScheduledEntityUpdates(), $work->getScheduledEntityDeletions()];
        foreach (array_merge(...array_map(array_values(...), $changed)) as $row) {
            $this->isChanged = $this->isChanged || \in_array($row::class, self::WATCHED, true);
        }
    }

    public function ask(): void
    {
        if ($this->isChanged && null !== $this->program->id()) {
            $this->isChanged = false;
            ($this->look)()->ask(null, null);
        }
    }
}
