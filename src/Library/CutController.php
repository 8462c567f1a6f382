<?php

declare(strict_types=1);

namespace App\Library;

use App\Shared\Entity\Piece;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Chunk\Cut;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece as Score;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Refusal;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Cutting a piece. Every change answers with the map as it then is, or leads back to the page. */
#[Route('/pieces/{id:piece}', requirements: ['id' => '\d+'])]
final class CutController extends AbstractController
{
    public function __construct(private readonly EntityManagerInterface $entities, private readonly CutEditor $editor, private readonly CutView $view)
    {
    }

    /** The map for another class, method or choice of instruments. */
    #[Route('/cut', name: 'piece_cut', methods: ['GET'])]
    public function show(Piece $piece, Request $request): Response
    {
        if (!$request->headers->has('HX-Request')) {
            return $this->redirectToRoute('piece', ['id' => $piece->getId()] + $request->query->all());
        }

        return $this->workspace($piece, CutQuery::of($request->query, $piece, $this->entities));
    }

    #[Route('/cut', name: 'piece_cut_change', methods: ['POST'])]
    public function change(Piece $piece, Request $request): Response
    {
        $query = $this->view->settled($piece, CutQuery::of($request->request, $piece, $this->entities));
        $problem = $touched = '';
        try {
            $touched = $this->perform($this->view->plan($piece, $query), $request);
        } catch (Refusal $refusal) {
            $problem = $refusal->notice;
        }
        if (!$request->headers->has('HX-Request')) {
            if ('' !== $problem) {
                $this->addFlash('error', $problem);
            }

            return $this->redirectToRoute('piece', ['id' => $piece->getId(), 'for' => $query->for(), 'method' => $query->method->value, 'instruments' => array_column($query->instruments, 'value')], 303);
        }

        return $this->workspace($piece, $query, $problem, $touched);
    }

    /** Two methods over the same map, with their steps and minutes. */
    #[Route('/methods', name: 'piece_methods', methods: ['GET'])]
    public function methods(Piece $piece, Request $request): Response
    {
        $query = $this->view->settled($piece, CutQuery::of($request->query, $piece, $this->entities));
        $sides = [];
        foreach (['one' => Method::Forward, 'other' => Method::SpotFirst] as $side => $usual) {
            $method = Method::tryFrom($request->query->getString($side)) ?? $usual;
            $sides[] = ['name' => $side, 'method' => $method, 'shown' => $this->view->of($piece, $query->with($method))];
        }

        $apart = $sides[0]['shown']['seconds'] - $sides[1]['shown']['seconds'];

        return $this->render('library/methods.html.twig', ['piece' => $piece, 'query' => $query, 'sides' => $sides, 'quicker' => $sides[$apart > 0 ? 1 : 0]['method'], 'apart' => (int) round(abs($apart) / 60), 'methods' => Method::cases(), 'classes' => CutQuery::classes($this->entities), 'instruments' => Instrument::strings()]);
    }

    /** @return string edges of the chunk that was touched */
    private function perform(CutPlan $plan, Request $request): string
    {
        $score = $plan->piece->score();
        $fields = $request->request;
        $edges = $fields->getString('chunk');
        [$do, $beats] = [...explode(' ', $fields->getString('do'), 2), '0'];
        switch ($do) {
            case 'make':
                [$from, $last] = self::measures($plan->piece, $request);

                return $this->editor->make($plan, Place::of($from), Place::of($last + 1));
            case 'spot':
                [$from, $to] = self::edges($score, $beats);

                return $this->editor->make($plan, $from, $to, ChunkKind::Spot);
            case 'undo':
                $this->editor->undo($plan->piece);

                return '';
            case 'redo':
                $this->editor->redo($plan->piece);

                return '';
        }
        if ('' === $edges) {
            throw Refusal::because('Choose a chunk first.');
        }
        $ticks = max(-64, min(64, (int) $beats)) * $score->beatTicks;
        $at = $fields->has('position') && '' !== $fields->getString('position') ? self::place($score, $fields->getInt('position'), $fields->getInt('beat')) : null;

        return match ($do) {
            'start' => $this->editor->change($plan, $edges, static fn (Cut $cut, int $number): Cut => $cut->moveStart($number, $score->move($cut->chunks[$number]->from, $ticks)), true),
            'end' => $this->editor->change($plan, $edges, static fn (Cut $cut, int $number): Cut => $cut->moveEnd($number, $score->move($cut->chunks[$number]->to, $ticks)), true),
            'start-at' => $this->editor->change($plan, $edges, static fn (Cut $cut, int $number): Cut => $cut->moveStart($number, $at ?? $cut->chunks[$number]->from), true),
            'end-at' => $this->editor->change($plan, $edges, static fn (Cut $cut, int $number): Cut => $cut->moveEnd($number, $at ?? $cut->chunks[$number]->to), true),
            'split' => $this->editor->change($plan, $edges, static fn (Cut $cut, int $number): Cut => $cut->split($number, $at)),
            'join' => $this->editor->change($plan, $edges, static fn (Cut $cut, int $number): Cut => $cut->joinNext($number)),
            'landing' => $this->editor->change($plan, $edges, static fn (Cut $cut, int $number): Cut => $cut->turnLanding($number)),
            'remove' => $this->editor->change($plan, $edges, static fn (Cut $cut, int $number): Cut => $number > 0 && isset($plan->own[$number]) ? $cut->without($number) : throw Refusal::because('A proposed chunk goes when it is joined with another or its edges are moved.')),
            default => throw Refusal::because('This cannot be done with a chunk.'),
        };
    }

    /** A place by measure and whole beats, held inside the piece. */
    private static function place(Score $score, int $position, int $beats): Place
    {
        $count = \count($score->measures);

        return $position >= $count ? $score->end() : $score->move(Place::of(max(0, $position)), max(0, min(64, $beats)) * $score->beatTicks);
    }

    /**
     * @return array{Place, Place}
     *
     * @throws Refusal
     */
    private static function edges(Score $score, string $edges): array
    {
        if (1 !== preg_match('/^(\d{1,5})\.(\d{1,7})-(\d{1,5})\.(\d{1,7})$/', $edges, $match)) {
            throw Refusal::because('There is no such place.');
        }
        $from = Place::of((int) $match[1], (int) $match[2]);
        $to = Place::of((int) $match[3], (int) $match[4]);
        if (!$score->holds($from) || !$score->holds($to) || !$from->isBefore($to)) {
            throw Refusal::because('There is no such place.');
        }

        return [$from, $to];
    }

    /**
     * Positions as chosen on the map, or by the numbers that were typed.
     *
     * @return array{int, int}
     *
     * @throws Refusal
     */
    private static function measures(Piece $piece, Request $request): array
    {
        $typed = trim($request->request->getString('numbers'));
        if ('' === $typed) {
            $chosen = [$request->request->getInt('from', -1), $request->request->getInt('last', -1)];

            return $chosen[0] >= 0 && $chosen[0] <= $chosen[1] && $chosen[1] < $piece->getMeasures() ? $chosen : throw Refusal::because('Choose the measures of the chunk first.');
        }
        if (1 !== preg_match('/^\s*(\S+?)\s*(?:(?:-|–|\bto\b|,)\s*(\S+))?\s*$/u', $typed, $match)) {
            throw Refusal::because('There are no such measures.');
        }

        return MeasureNumbers::of($piece->score())->range($match[1], $match[2] ?? $match[1], $piece->usesPrinted()) ?? throw Refusal::because('There are no such measures.');
    }

    private function workspace(Piece $piece, CutQuery $query, Notice|string $problem = '', string $touched = ''): Response
    {
        return $this->render('library/_workspace.html.twig', $this->view->page($piece, $query) + ['problem' => $problem, 'touched' => $touched], new Response(null, '' === $problem ? 200 : 422));
    }
}
