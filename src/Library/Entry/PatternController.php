<?php

declare(strict_types=1);

namespace App\Library\Entry;

use App\Shared\Entity\RhythmPattern;
use App\Shared\Repository\PieceRepository;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Refusal;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The rhythm patterns of a program. */
final class PatternController extends AbstractController
{
    public function __construct(private readonly EntityManagerInterface $entities, private readonly PieceRepository $library)
    {
    }

    #[Route('/patterns', name: 'patterns', methods: ['GET'])]
    public function list(): Response
    {
        return $this->page();
    }

    #[Route('/patterns', name: 'pattern_new', methods: ['POST'])]
    public function new(Request $request): Response
    {
        $name = trim($request->request->getString('name'));
        $figure = $request->request->getString('figure');
        try {
            if ('' === $name) {
                throw Refusal::because('Give the pattern a name.');
            }
            if ($this->entities->getRepository(RhythmPattern::class)->count([]) >= RhythmPattern::LIMIT) {
                throw Refusal::because('A program keeps at most 100 patterns.');
            }
            $this->entities->persist(new RhythmPattern($name, $figure));
            $this->entities->flush();
        } catch (Refusal $refusal) {
            return $this->page($refusal->notice, $name, $figure);
        }

        return $this->redirectToRoute('patterns', [], 303);
    }

    #[Route('/patterns/{id:pattern}/remove', name: 'pattern_remove', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function remove(RhythmPattern $pattern): Response
    {
        $this->entities->remove($pattern);
        $this->entities->flush();

        return $this->redirectToRoute('patterns', [], 303);
    }

    private function page(Notice|string $problem = '', string $name = '', string $figure = ''): Response
    {
        return $this->render('library/patterns.html.twig', [
            'patterns' => $this->library->patterns(),
            'problem' => $problem,
            'name' => $name,
            'figure' => $figure,
        ], new Response(null, '' === $problem ? 200 : 422));
    }
}
