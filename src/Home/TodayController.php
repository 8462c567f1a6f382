<?php

declare(strict_types=1);

namespace App\Home;

use App\Shared\Facts\Skills;
use App\Shared\Tenancy\CurrentProgram;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

final class TodayController extends AbstractController
{
    #[Route('/', name: 'today', methods: ['GET'])]
    public function __invoke(CurrentProgram $current, ClockInterface $clock, TodayView $today, Skills $skills): Response
    {
        $cards = $today->cards();

        return $this->render('home/today.html.twig', [
            'page' => new TodayPage($current->get()->today($clock->now()), $cards, $skills->catalogue()),
        ]);
    }
}
