<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Web\CsrfGuard;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Authentication\AuthenticationUtils;

final class SignInController extends AbstractController
{
    #[Route('/sign-in', name: 'sign_in', defaults: [CsrfGuard::ID => CsrfGuard::WITHOUT_SESSION], methods: ['GET', 'POST'])]
    public function __invoke(Request $request, AuthenticationUtils $authentication): Response
    {
        if (null !== $this->getUser()) {
            return $this->redirectToRoute('today');
        }
        $asked = $request->hasPreviousSession() || $request->isMethod('POST');
        $error = $asked ? $authentication->getLastAuthenticationError() : null;

        return $this->render(
            'account/sign_in.html.twig',
            [
                'email' => $asked ? $authentication->getLastUsername() : '',
                'error' => $error,
                'to' => AskToSignIn::target($request),
            ],
            new Response(null, null === $error ? 200 : 422),
        );
    }
}
