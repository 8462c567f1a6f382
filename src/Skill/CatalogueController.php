<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Entity\OwnSkill;
use App\Shared\Facts\Skills;
use App\Shared\Repository\SkillRepository;
use App\Shared\Web\Version;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Skill\Family;
use CoinStair\Core\Skill\Rule\Block;
use CoinStair\Core\Skill\Skill;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Contracts\Translation\TranslatorInterface;

/** The catalogue of skills: looked through, searched, and with skills of the program's own. */
final class CatalogueController extends AbstractController
{
    private const CODE = ['code' => '[\w.-]{1,60}'];
    private const ID = ['id' => '\d{1,9}'];
    private const OLD = 'Somebody else changed this in the meantime. Your values stand below; save again to keep them.';

    public function __construct(
        private readonly Skills $skills,
        private readonly SkillRepository $own,
        private readonly FoundInLibrary $found,
        private readonly EntityManagerInterface $entities,
        private readonly TranslatorInterface $translator,
        private readonly ClockInterface $clock,
    ) {
    }

    #[Route('/skills', name: 'skills', methods: ['GET'])]
    public function list(Request $request): Response
    {
        $query = QuiltQuery::of($request->query);
        $families = [];
        foreach ($this->skills->catalogue()->skills as $skill) {
            if ($query->takes($skill, $this->translator)) {
                $families[$skill->family->value][] = $skill;
            }
        }

        return $this->render('skill/catalogue.html.twig', [
            'families' => $families,
            'all' => Family::cases(),
            'query' => $query,
            'count' => \count($this->skills->catalogue()->skills),
            'away' => $this->own->awayRows(),
        ]);
    }

    #[Route('/skills/{code}', name: 'skill', methods: ['GET'], requirements: self::CODE, priority: -1)]
    public function show(string $code, Request $request): Response
    {
        $catalogue = $this->skills->catalogue();
        $skill = $catalogue->find($code) ?? throw $this->createNotFoundException();
        $year = max(1, min(4, (int) $request->query->getString('year', '2')));
        $after = array_values(
            array_filter($catalogue->skills, static fn (Skill $one): bool => \in_array($code, $one->prerequisites, true)),
        );

        return $this->render('skill/skill.html.twig', [
            'skill' => $skill,
            'row' => $skill->isOwn ? $this->own->ownOf($code) : null,
            'before' => array_values(array_filter(array_map($catalogue->find(...), $skill->prerequisites))),
            'after' => $after,
            'year' => $year,
            'result' => $skill->isByHand() ? null : $this->found->of($skill, $year),
        ]);
    }

    #[Route('/skills/new', name: 'skill_new', methods: ['GET', 'POST'])]
    public function new(Request $request): Response
    {
        $form = SkillForm::of($request->request, $this->skills->catalogue());
        if ($request->isMethod('GET')) {
            return $this->form(SkillForm::blank(), null, null);
        }
        $skill = $this->read($form, '');
        if ($skill instanceof Notice) {
            return $this->form($form, null, $skill);
        }
        if (\count($this->own->ownRows()) >= OwnSkill::LIMIT) {
            $problem = new Notice(0, 0, 'A program keeps {most} skills of its own.', ['most' => (string) OwnSkill::LIMIT]);

            return $this->form($form, null, $problem);
        }
        $this->entities->persist(new OwnSkill($skill));
        $this->entities->flush();
        $this->addFlash('done', 'The skill is in the catalogue.');

        return $this->redirectToRoute('skill', ['code' => $skill->code], 303);
    }

    #[Route('/skills/own/{id:skill}', name: 'skill_edit', methods: ['GET', 'POST'], requirements: self::ID)]
    public function edit(OwnSkill $skill, Request $request): Response
    {
        if ($request->isMethod('GET')) {
            return $this->form(SkillForm::ofSkill($skill->skill()), $skill, null);
        }
        $form = SkillForm::of($request->request, $this->skills->catalogue());
        $changed = $this->read($form, $skill->getCode());
        if ($changed instanceof Notice) {
            return $this->form($form, $skill, $changed);
        }
        if (Version::isOld($request, $skill->getVersion())) {
            return $this->form($form, $skill, new Notice(0, 0, self::OLD), 409);
        }
        $skill->change($changed);
        $this->entities->flush();
        $this->addFlash('done', 'The skill is saved. All states are reckoned anew from the logs.');

        return $this->redirectToRoute('skill', ['code' => $changed->code], 303);
    }

    #[Route('/skills/own/{id:skill}/{what}', name: 'skill_away', methods: ['POST'], requirements: [
        'id' => '\d{1,9}',
        'what' => 'away|back',
    ])]
    public function putAway(OwnSkill $skill, string $what): Response
    {
        if ('away' === $what) {
            $skill->putAway($this->clock->now());
        } else {
            $skill->bringBack();
        }
        $this->entities->flush();
        $this->addFlash(
            'done',
            'away' === $what ? 'The skill is put away; it can be brought back below.' : 'The skill is in the catalogue again.',
        );

        return $this->redirectToRoute('skills', [], 303);
    }

    /** What a rule finds in the library while it is typed. */
    #[Route('/skills/try', name: 'skill_try', methods: ['POST'])]
    public function try(Request $request): Response
    {
        $form = SkillForm::of($request->request, $this->skills->catalogue());
        $result = $problem = null;
        if ('' !== $form->rule) {
            try {
                $result = $this->found->try($form->skill('own.tried'), $form->year);
            } catch (Refusal $refusal) {
                $problem = $refusal->notice;
            }
        }

        return $this->render('skill/_found.html.twig', ['result' => $result, 'problem' => $problem, 'year' => $form->year]);
    }

    private function read(SkillForm $form, string $code): Skill|Notice
    {
        try {
            return $form->read($this->skills->catalogue(), $code, $this->own);
        } catch (Refusal $refusal) {
            return $refusal->notice;
        }
    }

    private function form(SkillForm $form, ?OwnSkill $row, ?Notice $problem, int $status = 422): Response
    {
        return $this->render('skill/form.html.twig', [
            'form' => $form,
            'row' => $row,
            'problem' => $problem,
            'families' => Family::cases(),
            'blocks' => Block::cases(),
            'skills' => $this->skills->catalogue()->skills,
        ], new Response(null, null === $problem ? 200 : $status));
    }
}
