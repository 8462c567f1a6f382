<?php

declare(strict_types=1);

namespace App\Account;

use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Authentication\AuthenticationUtils;

final class SignInController extends AbstractController
{
    #[Route('/sign-in', name: 'sign_in', methods: ['GET', 'POST'])]
    public function __invoke(AuthenticationUtils $authentication): Response
    {
        if (null !== $this->getUser()) {
            return $this->redirectToRoute('today');
        }
        $error = $authentication->getLastAuthenticationError();

        return $this->render(
            'account/sign_in.html.twig',
            ['email' => $authentication->getLastUsername(), 'error' => $error],
            new Response(null, null === $error ? 200 : 422),
        );
    }
}
