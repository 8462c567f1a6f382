<?php

declare(strict_types=1);

namespace App\PutAway;

use App\Shared\Entity\CanBePutAway;
use App\Shared\Repository\PutAwayRepository;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Puts away and brings back; deletes what was put away and never taught (handbook 11). */
final class PutAwayController extends AbstractController
{
    private const ONE = '/{kind}/{id}';
    private const WHERE = ['kind' => 'pieces|classes|sequences|lessons', 'id' => '\d{1,9}'];

    public function __construct(private readonly EntityManagerInterface $entities, private readonly PutAwayRepository $rows)
    {
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
    public function putAway(PutAwayKind $kind, int $id, ClockInterface $clock): Response
    {
        $this->row($kind, $id)->putAway($clock->now());
        $this->entities->flush();
        $this->addFlash('done', 'It is put away: out of the lists, still in the record. Bring it back whenever you like.');

        return $this->redirectToRoute('put_away_list', [], 303);
    }

    #[Route(self::ONE.'/bring-back', name: 'bring_back', methods: ['POST'], requirements: self::WHERE)]
    public function bringBack(PutAwayKind $kind, int $id): Response
    {
        $this->row($kind, $id)->bringBack();
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

    private function row(PutAwayKind $kind, int $id): CanBePutAway
    {
        return $this->rows->find($kind->entity(), $id) ?? throw $this->createNotFoundException();
    }
}
