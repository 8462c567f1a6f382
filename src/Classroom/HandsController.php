<?php

declare(strict_types=1);

namespace App\Classroom;

use App\Shared\Entity\SchoolClass;
use App\Shared\Web\Version;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\HandFrames;
use CoinStair\Core\Score\Instrument;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** How a class plays: the policies of both hands, each with its sentence. */
final class HandsController extends AbstractController
{
    public function __construct(private readonly EntityManagerInterface $entities)
    {
    }

    #[Route('/classes/{id:class}/hands', name: 'class_hands', methods: ['GET', 'POST'], requirements: ['id' => '\d+'])]
    public function edit(SchoolClass $class, Request $request): Response
    {
        $part = $request->headers->has('HX-Request');
        if (!$request->isMethod('POST')) {
            return $this->render(
                $part ? 'classroom/_hands.html.twig' : 'classroom/hands.html.twig',
                $this->fields($class, $class->handPolicies()),
            );
        }
        /** @var array<string, mixed> $chosen */
        $chosen = $request->request->all('p');
        $policies = HandPolicies::of($class->getYear(), $chosen);
        if (Version::isOld($request, $class->getVersion())) {
            return $this->render(
                $part ? 'classroom/_hands.html.twig' : 'classroom/hands.html.twig',
                $this->fields(
                    $class,
                    $policies,
                    'Somebody else changed this in the meantime. Your values stand below; save again to keep them.',
                ),
            );
        }
        $class->setHandPolicies($policies);
        $this->entities->flush();

        return $part
            ? $this->render('classroom/_hands.html.twig', ['kept' => true] + $this->fields($class, $policies))
            : $this->redirectToRoute('class', ['id' => $class->getId()], 303);
    }

    /** The policies of a year of playing, for a page that has no class. */
    #[Route('/hands/usual', name: 'year_hands', methods: ['GET'])]
    public function year(Request $request): Response
    {
        return $this->render('classroom/_hands.html.twig', $this->fields(null, HandPolicies::ofLevel($request->query->getInt('year', 1))));
    }

    /** @return array<string, mixed> */
    private function fields(?SchoolClass $class, HandPolicies $policies, string $problem = ''): array
    {
        $positions = [];
        foreach ($class?->instruments() ?: Instrument::strings() as $instrument) {
            $all = HandFrames::positions($instrument);
            $positions[$instrument->value] = array_combine(
                $all,
                array_map(static fn (string $name): bool => \in_array($name, $policies->positionsOf($instrument), true), $all),
            );
        }

        return [
            'class' => $class,
            'policies' => $policies,
            'usual' => HandPolicies::ofLevel($policies->level)->chosen(),
            'matters' => array_map(static fn (string $matter): array => array_column($matter::cases(), 'value'), HandPolicies::matters()),
            'positions' => $positions,
            'problem' => $problem,
        ];
    }
}
