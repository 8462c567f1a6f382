<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\SchoolClass;
use App\Shared\Tenancy\CurrentProgram;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

final class TodayController extends AbstractController
{
    #[Route('/', name: 'today', methods: ['GET'])]
    public function __invoke(CurrentProgram $current, ClockInterface $clock, TodayView $today): Response
    {
        $day = $current->get()->today($clock->now());
        $cards = $today->cards();
        $weekday = (int) $day->format('N');
        $meets = array_values(array_filter($cards, static fn (array $card): bool => isset($card['class']->getMeetings()[$weekday])));
        usort($meets, static fn (array $a, array $b): int => self::start($a['class'], $weekday) <=> self::start($b['class'], $weekday));

        return $this->render('lesson/today.html.twig', [
            'day' => $day,
            'weekday' => $weekday,
            'meets' => $meets,
            'others' => array_values(array_filter($cards, static fn (array $card): bool => !isset($card['class']->getMeetings()[$weekday]))),
        ]);
    }

    private static function start(SchoolClass $class, int $weekday): string
    {
        return $class->getMeetings()[$weekday] ?? '';
    }
}
