<?php

declare(strict_types=1);

namespace App\Library\Cut;

use App\Library\Cut\Command\CutForm;
use App\Shared\Entity\Piece;
use App\Shared\Repository\ClassRepository;
use App\Shared\Undo\Turn;
use App\Shared\Web\Typed;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Refusal;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The cut of a piece: its map, and what a teacher does to it. */
#[Route('/pieces/{id:piece}', requirements: ['id' => '\d{1,9}'])]
final class CutController extends AbstractController
{
    private const OLD = 'The cut was changed in another window or by somebody else. It is shown as it is now; your change was not made.';

    public function __construct(
        private readonly ClassRepository $classes,
        private readonly CutEditor $editor,
        private readonly CutView $view,
    ) {
    }

    /** The map for another class, method or choice of instruments. */
    #[Route('/cut', name: 'piece_cut', methods: ['GET'])]
    public function show(Piece $piece, Request $request): Response
    {
        if (!$request->headers->has('HX-Request')) {
            return $this->redirectToRoute('piece', ['id' => $piece->getId()] + $request->query->all());
        }

        return $this->workspace($this->view->load($piece, CutQuery::of($request->query, $piece, $this->classes)));
    }

    #[Route('/cut', name: 'piece_cut_change', methods: ['POST'])]
    public function change(Piece $piece, Request $request): Response
    {
        $cut = $this->view->load($piece, CutQuery::of($request->request, $piece, $this->classes));
        $query = $cut->query;
        $now = $cut->chunks;
        $problem = $touched = '';
        try {
            if (Typed::number($request->request, 'cut', $piece->getCutVersion()) !== $piece->getCutVersion()) {
                throw Refusal::because(self::OLD);
            }
            $turn = Turn::read($request->request->getString('do'));
            if (null !== $turn) {
                $now = $this->editor->turn($cut, $turn);
            } else {
                [$touched, $now] = $this->editor->change($cut, CutForm::command($piece, $request->request));
            }
        } catch (Refusal $refusal) {
            $problem = $refusal->notice;
        }
        if ($request->headers->has('HX-Request')) {
            return $this->workspace($now === $cut->chunks ? $cut : $this->view->again($cut, $now), $problem, $touched);
        }
        if ('' !== $problem) {
            $this->addFlash('error', $problem);
        }

        return $this->redirectToRoute(
            'piece',
            [
                'id' => $piece->getId(),
                'for' => $query->for(),
                'method' => $query->method->value,
                'instruments' => array_column($query->instruments, 'value'),
            ],
            303,
        );
    }

    /** Two methods over the same map, with their steps and minutes. */
    #[Route('/methods', name: 'piece_methods', methods: ['GET'])]
    public function methods(Piece $piece, Request $request): Response
    {
        $cut = $this->view->load($piece, CutQuery::of($request->query, $piece, $this->classes));
        $sides = [];
        foreach (['one' => Method::Forward, 'other' => Method::SpotFirst] as $side => $usual) {
            $method = Method::tryFrom($request->query->getString($side)) ?? $usual;
            $sides[] = new MethodSide($side, $method, $this->view->show($cut->with($method)));
        }

        return $this->render('library/methods.html.twig', [
            'page' => new MethodsPage($piece, $cut->query, $sides[0], $sides[1], $this->classes->choices()),
        ]);
    }

    private function workspace(LoadedCut $cut, Notice|string $problem = '', string $touched = ''): Response
    {
        $page = $this->view->page($cut, $problem, $touched);
        $response = new Response(null, '' === $problem ? 200 : 422);

        return $this->render('library/_workspace.html.twig', ['page' => $page, 'oob' => true], $response);
    }
}
