<?php

declare(strict_types=1);

namespace App\Classroom;

use App\Shared\Entity\SchoolClass;
use App\Shared\Web\Version;
use CoinStair\Core\Hands\HandPolicies;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** How a class plays: the policies of both hands, each with its sentence. */
final class HandsController extends AbstractController
{
    private const OLD = 'Somebody else changed this in the meantime. Your values stand below; save again to keep them.';

    public function __construct(private readonly EntityManagerInterface $entities)
    {
    }

    #[Route('/classes/{id:class}/hands', name: 'class_hands', methods: ['GET', 'POST'], requirements: ['id' => '\d{1,9}'])]
    public function edit(SchoolClass $class, Request $request): Response
    {
        $part = $request->headers->has('HX-Request');
        if (!$request->isMethod('POST')) {
            return $this->render(
                $part ? 'classroom/_hands.html.twig' : 'classroom/hands.html.twig',
                ['page' => HandsPage::of($class, $class->handPolicies())],
            );
        }
        $policies = HandPolicies::of($class->getYear(), $request->request->all('p'));
        if (Version::isOld($request, $class->getVersion())) {
            return $this->render(
                $part ? 'classroom/_hands.html.twig' : 'classroom/hands.html.twig',
                ['page' => HandsPage::of($class, $policies, self::OLD)],
            );
        }
        $class->setHandPolicies($policies);
        $this->entities->flush();

        return $part
            ? $this->render('classroom/_hands.html.twig', ['page' => HandsPage::of($class, $policies, kept: true)])
            : $this->redirectToRoute('class', ['id' => $class->getId()], 303);
    }

    /** The policies of a year of playing, for a page that has no class. */
    #[Route('/hands/usual', name: 'year_hands', methods: ['GET'])]
    public function year(Request $request): Response
    {
        return $this->render('classroom/_hands.html.twig', [
            'page' => HandsPage::of(null, HandPolicies::ofLevel($request->query->getInt('year', 1))),
        ]);
    }
}
