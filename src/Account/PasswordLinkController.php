<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Web\CsrfGuard;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Sets a new password by a link that works once. */
final class PasswordLinkController extends AbstractController
{
    #[Route(
        '/new-password/{secret}',
        name: 'new_password',
        requirements: ['secret' => '[\w-]{43}'],
        defaults: [CsrfGuard::ID => CsrfGuard::WITHOUT_SESSION],
        methods: ['GET', 'POST'],
    )]
    public function __invoke(string $secret, Request $request, PasswordLinks $links): Response
    {
        $account = $links->accountOf($secret);
        if (null === $account) {
            return $this->render('account/link_over.html.twig', [], new Response(null, 404));
        }
        $form = $this->createForm(NewPasswordType::class)->handleRequest($request);
        if ($form->isSubmitted() && $form->isValid()) {
            $password = $form->get('password')->getData();
            $links->use($secret, \is_string($password) ? $password : '');
            $this->addFlash('done', 'The password is set. Sign in with it.');

            return $this->redirectToRoute('sign_in', [], 303);
        }

        return $this->render('account/new_password.html.twig', ['form' => $form, 'email' => $account->getUserIdentifier()]);
    }
}
