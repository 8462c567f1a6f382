<?php

declare(strict_types=1);

namespace App\Account;

use Doctrine\DBAL\Connection;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

final class PagesController extends AbstractController
{
    /** For a watchman: the application answers and reaches its database. */
    #[Route('/health', name: 'health', methods: ['GET'])]
    public function health(Connection $database): JsonResponse
    {
        try {
            $database->executeQuery('SELECT 1');
        } catch (\Throwable) {
            return new JsonResponse(['status' => 'no database'], 503);
        }

        return new JsonResponse(['status' => 'ok']);
    }

    /** General cautions, once and in full (handbook 9). */
    #[Route('/cautions', name: 'cautions', methods: ['GET'])]
    public function cautions(): Response
    {
        return $this->render('account/cautions.html.twig');
    }

    /** An empty page of the same stack: the yardstick of bin/bench. */
    #[Route('/blank', name: 'blank', methods: ['GET'])]
    public function blank(): Response
    {
        return $this->render('account/blank.html.twig');
    }
}
