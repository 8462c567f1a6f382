<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Repository\PieceRepository;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Is the order of a book sound? */
final class BookController extends AbstractController
{
    #[Route('/books', name: 'book', methods: ['GET'])]
    public function __invoke(Request $request, PieceRepository $library, BookView $view): Response
    {
        $books = $library->books();
        $book = $request->query->getString('book', $books[0] ?? '');
        $year = max(1, min(4, (int) $request->query->getString('year', '2')));

        return $this->render('skill/book.html.twig', [
            'books' => $books,
            'page' => '' === $book ? null : $view->of($book, $year, '' !== $request->query->getString('presumed')),
            'year' => $year,
        ]);
    }
}
