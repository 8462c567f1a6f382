<?php

declare(strict_types=1);

namespace App\PutAway;

use App\Lesson\Teach\Corrections;
use App\Shared\Entity\CanBePutAway;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\User;
use App\Shared\Repository\PutAwayRepository;
use CoinStair\Core\Score\Refusal;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** Puts away and brings back; deletes what was put away and never taught (handbook 11). */
final class PutAwayController extends AbstractController
{
    private const ONE = '/{kind}/{id}';
    private const WHERE = ['kind' => 'pieces|classes|sequences|lessons', 'id' => '\d{1,9}'];

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly PutAwayRepository $rows,
        private readonly Corrections $corrections,
    ) {
    }

    #[Route('/put-away', name: 'put_away_list', methods: ['GET'])]
    public function list(): Response
    {
        $lists = [];
        foreach (PutAwayKind::cases() as $kind) {
            $rows = $this->rows->all($kind->entity());
            $taught = $this->rows->taught($kind->entity(), array_column($rows, 'id'));
            $lists[$kind->value] = array_map(
                static fn (array $row): PutAwayRow => new PutAwayRow(
                    $kind,
                    $row['id'],
                    $row['title'].('' === $row['class'] ? '' : ', '.$row['class']),
                    $row['day'],
                    !\in_array($row['id'], $taught, true),
                ),
                $rows,
            );
        }

        return $this->render('put_away/list.html.twig', ['lists' => $lists]);
    }

    #[Route(self::ONE.'/put-away', name: 'put_away', methods: ['POST'], requirements: self::WHERE)]
    public function putAway(PutAwayKind $kind, int $id, ClockInterface $clock, #[CurrentUser] User $user): Response
    {
        $row = $this->row($kind, $id);
        if ($row instanceof Lesson) {
            return $this->corrected(
                $row,
                $user,
                Corrections::OUT,
                'Nothing of this lesson counts any more. Bring it back whenever you like.',
            );
        }
        $row->putAway($clock->now());
        $this->entities->flush();
        $this->addFlash('done', 'It is put away: out of the lists, still in the record. Bring it back whenever you like.');

        return $this->redirectToRoute('put_away_list', [], 303);
    }

    #[Route(self::ONE.'/bring-back', name: 'bring_back', methods: ['POST'], requirements: self::WHERE)]
    public function bringBack(PutAwayKind $kind, int $id, #[CurrentUser] User $user): Response
    {
        $row = $this->row($kind, $id);
        if ($row instanceof Lesson) {
            return $this->corrected($row, $user, Corrections::BACK, 'This lesson counts again.');
        }
        $row->bringBack();
        $this->entities->flush();
        $this->addFlash('done', 'It is back in the lists.');

        return $this->redirectToRoute($kind->route(), ['id' => $id], 303);
    }

    #[Route(self::ONE.'/delete', name: 'delete', methods: ['POST'], requirements: self::WHERE)]
    public function delete(PutAwayKind $kind, int $id): Response
    {
        $row = $this->row($kind, $id);
        if (!$row->isPutAway() || [] !== $this->rows->taught($kind->entity(), [$id])) {
            $this->addFlash('error', 'The record of a lesson speaks of it, or it is in use: it stays. Put it away instead.');

            return $this->redirectToRoute('put_away_list', [], 303);
        }
        $this->entities->remove($row);
        $this->entities->flush();
        $this->addFlash('done', 'It is deleted.');

        return $this->redirectToRoute('put_away_list', [], 303);
    }

    /** A lesson leaves the record and comes back by a correction of it, with who and when. */
    private function corrected(Lesson $lesson, User $user, string $what, string $done): Response
    {
        try {
            $this->corrections->make($lesson, $user, $what, '');
            $this->addFlash('done', $done);
        } catch (Refusal $refusal) {
            $this->addFlash('error', $refusal->notice);
        }

        return $this->redirectToRoute('lesson_end', ['id' => $lesson->getId()], 303);
    }

    private function row(PutAwayKind $kind, int $id): CanBePutAway
    {
        return $this->rows->find($kind->entity(), $id) ?? throw $this->createNotFoundException();
    }
}
