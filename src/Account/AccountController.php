<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Entity\User;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\Form\FormError;
use Symfony\Component\Form\FormView;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Symfony\Contracts\Translation\TranslatorInterface;

/** A page of one's own: password, address, words, and the way out of every other session. */
final class AccountController extends AbstractController
{
    public function __construct(
        private readonly Accounts $accounts,
        private readonly EntityManagerInterface $entities,
        private readonly TranslatorInterface $translator,
    ) {
    }

    #[Route('/account', name: 'account', methods: ['GET'])]
    public function show(#[CurrentUser] User $user): Response
    {
        return $this->page($user);
    }

    #[Route('/account/password', name: 'account_password', methods: ['POST'])]
    public function password(Request $request, #[CurrentUser] User $user): Response
    {
        $form = $this->createForm(NewPasswordType::class, null, ['asks_current' => true])->handleRequest($request);
        if (!$form->isSubmitted() || !$form->isValid()) {
            return $this->page($user, password: $form->createView());
        }
        $password = $form->get('password')->getData();
        $this->accounts->setPassword($user, \is_string($password) ? $password : '');

        return $this->done('The password is changed. Every other session of this account is over.');
    }

    #[Route('/account/email', name: 'account_email', methods: ['POST'])]
    public function email(Request $request, #[CurrentUser] User $user): Response
    {
        $form = $this->createForm(AddressType::class, ['email' => $user->getUserIdentifier()])->handleRequest($request);
        $email = $form->get('email')->getData();
        if ($form->isSubmitted() && $form->isValid() && !$this->accounts->changeEmail($user, \is_string($email) ? $email : '')) {
            $form->get('email')->addError(new FormError($this->translator->trans('There is an account with this address already.')));
        }
        if (!$form->isSubmitted() || !$form->isValid()) {
            return $this->page($user, email: $form->createView());
        }

        return $this->done('The address is changed. Sign in with it from now on.');
    }

    #[Route('/account/words', name: 'account_words', methods: ['POST'])]
    public function words(Request $request, #[CurrentUser] User $user): Response
    {
        $form = $this->createForm(WordsType::class, ['words' => $user->getOwnWords()])->handleRequest($request);
        if (!$form->isSubmitted() || !$form->isValid()) {
            return $this->page($user, words: $form->createView());
        }
        $words = $form->get('words')->getData();
        $user->setOwnWords(\is_string($words) ? $words : null);
        $this->entities->flush();

        return $this->done('The words are changed.');
    }

    #[Route('/account/elsewhere', name: 'account_elsewhere', methods: ['POST'])]
    public function elsewhere(#[CurrentUser] User $user): Response
    {
        $user->beginEpoch();
        $this->entities->flush();

        return $this->done('Every other session of this account is over.');
    }

    private function done(string $message): Response
    {
        $this->addFlash('done', $message);

        return $this->redirectToRoute('account', [], 303);
    }

    /** A form that was refused is shown as it was typed, the others anew. */
    private function page(User $user, ?FormView $password = null, ?FormView $email = null, ?FormView $words = null): Response
    {
        $refused = null !== $password || null !== $email || null !== $words;

        return $this->render('account/account.html.twig', [
            'password' => $password ?? $this->createForm(NewPasswordType::class, null, ['asks_current' => true])->createView(),
            'email' => $email ?? $this->createForm(AddressType::class, ['email' => $user->getUserIdentifier()])->createView(),
            'words' => $words ?? $this->createForm(WordsType::class, ['words' => $user->getOwnWords()])->createView(),
            'user' => $user,
        ], new Response(null, $refused ? 422 : 200));
    }
}
