<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Entity\SaidState;
use App\Shared\Entity\SchoolClass;
use App\Shared\Entity\User;
use App\Shared\Facts\Skills;
use App\Shared\Repository\ClassRepository;
use CoinStair\Core\Progress\Said;
use CoinStair\Core\Progress\State;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Skill\Skill;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The quilt of one class or of several, and each cell of it. */
final class ClassSkillsController extends AbstractController
{
    private const ID = ['id' => '\d{1,9}'];
    private const CELL = ['id' => '\d{1,9}', 'code' => '[\w.-]{1,60}', 'instrument' => 'violin|viola|cello|bass'];
    /** Classes that stand beside each other. */
    private const CLASSES = 5;

    public function __construct(
        private readonly Skills $skills,
        private readonly QuiltView $quilt,
        private readonly CellView $cell,
        private readonly ClassRepository $classes,
        private readonly EntityManagerInterface $entities,
        private readonly ClockInterface $clock,
    ) {
    }

    #[Route('/classes/{id:class}/skills', name: 'class_skills', methods: ['GET'], requirements: self::ID)]
    public function ofClass(SchoolClass $class, Request $request): Response
    {
        return $this->show($this->quilt->of([$class], QuiltQuery::of($request->query)), $request);
    }

    #[Route('/skills/quilt', name: 'quilt', methods: ['GET'])]
    public function ofProgram(Request $request): Response
    {
        $page = max(1, min(1000, (int) $request->query->getString('page', '1')));
        $classes = $this->classes->page(($page - 1) * self::CLASSES, self::CLASSES + 1);

        return $this->show(
            $this->quilt->of(
                \array_slice($classes, 0, self::CLASSES),
                QuiltQuery::of($request->query),
                $page,
                \count($classes) > self::CLASSES,
            ),
            $request,
        );
    }

    #[Route('/classes/{id:class}/skills/{code}/{instrument}', name: 'skill_cell', methods: ['GET'], requirements: self::CELL)]
    public function cell(SchoolClass $class, string $code, Instrument $instrument, Request $request): Response
    {
        return $this->tell($this->cell->of($class, $this->skill($code, $instrument), $instrument), $request);
    }

    #[Route('/classes/{id:class}/skills/{code}/{instrument}', name: 'skill_say', methods: ['POST'], requirements: self::CELL)]
    public function say(SchoolClass $class, string $code, Instrument $instrument, Request $request): Response
    {
        $skill = $this->skill($code, $instrument);
        $state = State::tryFrom($request->request->getString('state'));
        $why = trim(mb_scrub($request->request->getString('why')));
        if (null === $state || !\in_array($state, State::sayable(), true)) {
            $problem = new Notice(0, 0, 'Choose the state that you have seen or heard.');

            return $this->tell($this->cell->of($class, $skill, $instrument, $problem, $why), $request, 422);
        }
        if (mb_strlen($why) > SaidState::WHY) {
            $problem = new Notice(0, 0, 'The reason is longer than {most} characters.', ['most' => (string) SaidState::WHY]);

            return $this->tell($this->cell->of($class, $skill, $instrument, $problem, $why), $request, 422);
        }
        $user = $this->getUser();
        $said = new Said($code, $instrument, $state, $this->skills->today(), why: $why);
        $this->entities->persist(new SaidState($class, $said, $user instanceof User ? $user : null, $this->clock->now()));
        $this->entities->flush();

        return $this->done($class, $skill, $instrument, $request);
    }

    #[Route('/classes/{id:class}/skills/said/{said}/take-back', name: 'skill_take_back', methods: ['POST'], requirements: [
        'id' => '\d{1,9}',
        'said' => '\d{1,9}',
    ])]
    public function takeBack(SchoolClass $class, int $said, Request $request): Response
    {
        $row = $this->entities->getRepository(SaidState::class)->findOneBy(['id' => $said, 'class' => $class]);
        if (null === $row) {
            throw $this->createNotFoundException();
        }
        $row->takeBack($this->clock->now());
        $this->entities->flush();

        return $this->done($class, $this->skill($row->getCode(), $row->getInstrument()), $row->getInstrument(), $request);
    }

    private function skill(string $code, Instrument $instrument): Skill
    {
        $skill = $this->skills->catalogue()->find($code);
        if (true !== $skill?->appliesTo($instrument)) {
            throw $this->createNotFoundException();
        }

        return $skill;
    }

    private function show(QuiltPage $page, Request $request): Response
    {
        $isPart = $request->headers->has('HX-Request') && '' !== $request->query->getString('part');

        return $this->render($isPart ? 'skill/_quilt_rows.html.twig' : 'skill/quilt.html.twig', ['page' => $page]);
    }

    private function tell(CellPage $page, Request $request, int $status = 200): Response
    {
        return $this->render(
            $request->headers->has('HX-Request') ? 'skill/_cell.html.twig' : 'skill/cell.html.twig',
            ['page' => $page],
            new Response(null, $status),
        );
    }

    /** The cell as it is now; in the quilt itself it changes too. */
    private function done(SchoolClass $class, Skill $skill, Instrument $instrument, Request $request): Response
    {
        if ($request->headers->has('HX-Request')) {
            return $this->render('skill/_cell_said.html.twig', ['page' => $this->cell->of($class, $skill, $instrument)]);
        }

        return $this->redirectToRoute(
            'skill_cell',
            ['id' => $class->getId(), 'code' => $skill->code, 'instrument' => $instrument->value],
            303,
        );
    }
}
