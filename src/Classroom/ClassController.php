<?php

declare(strict_types=1);

namespace App\Classroom;

use App\Shared\Entity\SchoolClass;
use App\Shared\Repository\ClassRepository;
use App\Shared\Web\Version;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\Form\FormError;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Contracts\Translation\TranslatorInterface;

final class ClassController extends AbstractController
{
    private const PAGE = 60;

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly ClassRepository $classes,
        private readonly TranslatorInterface $translator,
    ) {
    }

    #[Route('/classes', name: 'classes', methods: ['GET'])]
    public function list(Request $request): Response
    {
        $page = max(1, $request->query->getInt('page', 1));
        $classes = $this->classes->page(($page - 1) * self::PAGE, self::PAGE + 1);

        return $this->render('classroom/list.html.twig', [
            'classes' => \array_slice($classes, 0, self::PAGE),
            'page' => $page,
            'more' => \count($classes) > self::PAGE,
            'weekdays' => ClassType::WEEKDAYS,
        ]);
    }

    #[Route('/classes/new', name: 'class_new', methods: ['GET', 'POST'])]
    public function new(Request $request): Response
    {
        return $this->form(new SchoolClass(), $request);
    }

    #[Route('/classes/{id:class}', name: 'class', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function show(SchoolClass $class, Request $request, ClassView $view): Response
    {
        return $this->render('classroom/class.html.twig', ['page' => $view->of($class, max(1, $request->query->getInt('page', 1)))]);
    }

    #[Route('/classes/{id:class}/edit', name: 'class_edit', methods: ['GET', 'POST'], requirements: ['id' => '\d{1,9}'])]
    public function edit(SchoolClass $class, Request $request): Response
    {
        return $this->form($class, $request);
    }

    private function form(SchoolClass $class, Request $request): Response
    {
        $form = $this->createForm(ClassType::class, $class)->handleRequest($request);
        if ($form->isSubmitted() && null !== $class->getId() && Version::isOld($request, $class->getVersion())) {
            $form->addError(
                new FormError(
                    $this->translator->trans(
                        'Somebody else changed this in the meantime. Your values stand below; save again to keep them.',
                    ),
                ),
            );
        } elseif ($form->isSubmitted() && $form->isValid()) {
            $isNew = null === $class->getId();
            $this->entities->persist($class);
            $this->entities->flush();
            if ($isNew) {
                $this->addFlash('done', 'The class is there. Say where it began, if its year does not tell: under Skills.');
            }

            return $this->redirectToRoute('class', ['id' => $class->getId()], 303);
        }

        return $this->render('classroom/form.html.twig', ['class' => $class, 'form' => $form]);
    }
}
