<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Plans\Prospects;
use App\Shared\Repository\ClassRepository;
use App\Shared\Web\ForWhom;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Can this class play this piece, and what should it play next? */
final class ReadyController extends AbstractController
{
    /** Classes of which one can be chosen. */
    private const CLASSES = 60;

    #[Route('/pieces/{id:piece}/ready', name: 'piece_ready', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function piece(Piece $piece, Request $request, ClassRepository $classes, ReadyView $view): Response
    {
        $all = $classes->page(0, self::CLASSES);
        $class = ForWhom::parse($request->query->getString('for'), $classes)->class ?? $classes->workingOn($piece) ?? $all[0] ?? null;

        return $this->render('skill/ready.html.twig', [
            'piece' => $piece,
            'classes' => $all,
            'page' => null === $class ? null : $view->of($piece, $class),
        ]);
    }

    #[Route('/classes/{id:class}/next', name: 'what_next', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function next(SchoolClass $class, Request $request, Prospects $prospects, ReadyView $view): Response
    {
        return $this->render('1' === $request->query->getString('part') ? 'skill/_next_short.html.twig' : 'skill/next.html.twig', [
            'class' => $class,
            'catalogue' => $view->catalogue(),
            'next' => $prospects->of($class, $view->learned($class)),
        ]);
    }
}
