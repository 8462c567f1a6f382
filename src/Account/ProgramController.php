<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Tenancy\CurrentProgram;
use App\Shared\Web\Version;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\Form\FormError;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Contracts\Translation\TranslatorInterface;

final class ProgramController extends AbstractController
{
    #[Route('/program', name: 'program', methods: ['GET', 'POST'])]
    public function __invoke(
        Request $request,
        CurrentProgram $current,
        EntityManagerInterface $entities,
        TranslatorInterface $translator,
    ): Response {
        $program = $current->get();
        $form = $this->createForm(ProgramType::class, $program)->handleRequest($request);
        if ($form->isSubmitted() && Version::isOld($request, $program->getVersion())) {
            $form->addError(
                new FormError(
                    $translator->trans('Somebody else changed this in the meantime. Your values stand below; save again to keep them.'),
                ),
            );
        } elseif ($form->isSubmitted() && $form->isValid()) {
            $entities->flush();
            $this->addFlash('done', 'The program is saved.');

            return $this->redirectToRoute('program', [], 303);
        }

        return $this->render('account/program.html.twig', ['form' => $form, 'program' => $program]);
    }
}
