<?php

declare(strict_types=1);

namespace App\Lesson\Sequence;

use App\Lesson\Sheet\SheetViews;
use App\Lesson\Sheet\StepSheets;
use App\Shared\Entity\Chunk;
use App\Shared\Entity\Piece;
use App\Shared\Entity\RhythmPattern;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use App\Shared\Plans\LessonSequences;
use App\Shared\Repository\ClassRepository;
use App\Shared\Repository\PieceRepository;
use App\Shared\Repository\SequenceRepository;
use App\Shared\Undo\Turn;
use App\Shared\Web\Typed;
use App\Shared\Web\Version;
use CoinStair\Core\Chunk\Chunk as CoreChunk;
use CoinStair\Core\Lesson\FirstContact;
use CoinStair\Core\Lesson\OwnStep;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Refusal;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\ValueResolver;
use Symfony\Component\Routing\Attribute\Route;

final class SequenceController extends AbstractController
{
    private const OLD = 'Somebody else changed this sequence in the meantime. It is shown as it is now; your change was not made.';
    private const OLD_FORM = 'Somebody else changed this sequence in the meantime. What you typed stands here still: save it once more.';
    private const MAX_STEPS = 200;
    private const ID = ['id' => '\d{1,9}'];
    private const LESSON = ['id' => '\d{1,9}', 'number' => '\d{1,4}'];
    private const MAX_SHOWN = 40;

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly ClassRepository $classes,
        private readonly PieceRepository $library,
        private readonly SequenceRepository $sequences,
        private readonly SequenceEditor $editor,
        private readonly SequenceView $view,
    ) {
    }

    #[Route('/sequences', name: 'sequence_new', methods: ['POST'])]
    public function new(Request $request, SequenceBuilder $builder): Response
    {
        $class = $this->classes->find(Typed::number($request->request, 'class')) ?? throw $this->createNotFoundException();
        $piece =
            $this->entities->getRepository(Piece::class)->find(Typed::number($request->request, 'piece')) ??
            throw $this->createNotFoundException();
        $goal = max(30, min(240, Typed::number($request->request, 'goal', $piece->getGoalTempo())));
        $method = Method::tryFrom($request->request->getString('method')) ?? Method::Forward;
        $sequence = $this->entities->wrapInTransaction(static fn (): Sequence => $builder->build($class, $piece, $goal, $method));

        return $this->redirectToRoute('sequence', ['id' => $sequence->getId()], 303);
    }

    /** A range of a book as a row of short steps. */
    #[Route('/sequences/row', name: 'sequence_row', methods: ['POST'])]
    public function row(Request $request, SequenceBuilder $builder): Response
    {
        $class = $this->classes->find(Typed::number($request->request, 'class')) ?? throw $this->createNotFoundException();
        $from = max(1, min(9999, Typed::number($request->request, 'from')));
        $to = max($from, min(9999, Typed::number($request->request, 'to')));
        $pieces = $this->library->range($request->request->getString('book'), $from, $to);
        if ([] === $pieces) {
            $this->addFlash('error', 'This book has no pieces with these numbers. Numbers stand beside the titles in the library.');

            return $this->redirectToRoute('class', ['id' => $class->getId()], 303);
        }
        $sequence = $this->entities->wrapInTransaction(static fn (): Sequence => $builder->row($class, $pieces));

        return $this->redirectToRoute('sequence', ['id' => $sequence->getId()], 303);
    }

    #[Route('/sequences/{id:sequence}', name: 'sequence', methods: ['GET'], requirements: self::ID)]
    public function show(#[ValueResolver(SequenceWithSteps::class)] Sequence $sequence): Response
    {
        return $this->render('lesson/sequence.html.twig', ['page' => $this->view->page($sequence)]);
    }

    /** The steps of a later lesson: read when they are wanted, since a sequence has many. */
    #[Route('/sequences/{id:sequence}/lessons/{number}', name: 'sequence_lesson', methods: ['GET'], requirements: self::LESSON)]
    public function lesson(
        #[ValueResolver(SequenceWithSteps::class)] Sequence $sequence,
        Request $request,
        int $number,
    ): Response {
        $page = $this->view->page($sequence, shown: [$number]);
        $lesson = $page->lesson($number);
        if (null === $lesson || !$lesson->isShown()) {
            throw $this->createNotFoundException();
        }

        return $request->headers->has('HX-Request')
            ? new Response($lesson->list)
            : $this->render('lesson/sequence.html.twig', ['page' => $page]);
    }

    /** Another goal, method, comfort tempo, or what is done about a slow group and what is new. A method makes the steps anew. */
    #[Route('/sequences/{id:sequence}/aim', name: 'sequence_aim', methods: ['POST'], requirements: self::ID)]
    public function aim(Sequence $sequence, Request $request, SequenceBuilder $builder): Response
    {
        return $this->change($sequence, $request, static function () use ($sequence, $request, $builder): void {
            $fields = $request->request;
            $goal = Typed::number($fields, 'goal', $sequence->getGoalTempo());
            $typed = trim($fields->getString('comfort'));
            $comfort = '' === $typed ? null : (float) $typed;
            if ($goal < 30 || $goal > 240 || (null !== $comfort && ($comfort < 20 || $comfort > 240))) {
                throw Refusal::because('Goal tempos lie between 30 and 240, comfort tempos between 20 and 240.');
            }
            $sequence->aim($goal, $comfort);
            $sequence->teachWith(
                SlowGroup::tryFrom($fields->getString('slow')) ?? $sequence->getSlow(),
                FirstContact::tryFrom($fields->getString('contact')) ?? $sequence->getContact(),
            );
            $method = Method::tryFrom($fields->getString('method')) ?? $sequence->getMethod();
            if ($method !== $sequence->getMethod()) {
                $sequence->setMethod($method);
                $builder->fill($sequence);
            }
        });
    }

    /** The steps as the method makes them: what was moved, added or taken out goes, what was set by hand where that is asked for, too. */
    #[Route('/sequences/{id:sequence}/anew', name: 'sequence_anew', methods: ['POST'], requirements: self::ID)]
    public function anew(Sequence $sequence, Request $request, SequenceBuilder $builder): Response
    {
        $drops = $request->request->getBoolean('drop');

        return $this->change($sequence, $request, static fn () => $drops ? $builder->fill($sequence) : $builder->anew($sequence));
    }

    /** What each method would make of it, with lessons and minutes. */
    #[Route('/sequences/{id:sequence}/methods', name: 'sequence_methods', methods: ['GET'], requirements: self::ID)]
    public function methods(Sequence $sequence, LessonSequences $plans): Response
    {
        return $this->render('lesson/_methods.html.twig', ['sequence' => $sequence, 'plans' => $plans->byMethod($sequence)]);
    }

    #[Route('/sequences/{id:sequence}/order', name: 'sequence_order', methods: ['POST'], requirements: self::ID)]
    public function order(Sequence $sequence, Request $request): Response
    {
        return $this->change($sequence, $request, static function () use ($sequence, $request): void {
            $sequence->reorder(array_map(intval(...), explode(',', $request->request->getString('order'))));
        });
    }

    /** Puts a step before another one, or into another lesson. */
    #[Route('/sequences/{id:sequence}/move', name: 'sequence_move', methods: ['POST'], requirements: self::ID)]
    public function move(Sequence $sequence, Request $request, LessonSequences $plans): Response
    {
        return $this->change($sequence, $request, static function () use ($sequence, $request, $plans): void {
            $fields = $request->request;
            $step = $sequence->step(Typed::number($fields, 'step')) ?? throw Refusal::because('This step is no longer there.');
            $lesson = Typed::number($fields, 'lesson');
            $next = $plans->of($sequence)->taught + 1;
            if ($lesson > 0) {
                $step->setHand($step->hand()->notBefore($lesson > $next ? $lesson : 0));
            }
            $before = Typed::number($fields, 'before');
            if ($before !== $step->getId() && null !== $sequence->step($before)) {
                $ids = [];
                foreach ($sequence->steps() as $other) {
                    array_push($ids, ...($other->getId() === $before ? [$step->getId()] : []));
                    array_push($ids, ...($other === $step ? [] : [$other->getId()]));
                }
                $sequence->reorder(array_map(intval(...), $ids));
            }
        });
    }

    #[Route('/sequences/{id:sequence}/steps', name: 'step_new', methods: ['POST'], requirements: self::ID)]
    public function add(Sequence $sequence, Request $request, SequenceBuilder $builder): Response
    {
        return $this->change($sequence, $request, function () use ($sequence, $request, $builder): void {
            if (\count($sequence->steps()) >= self::MAX_STEPS) {
                throw Refusal::because('A sequence holds as many steps as there can be.');
            }
            $what = $request->request->getString('what');
            if (\in_array($what, [StepPurpose::Break->value, StepPurpose::HoldCheck->value, StepPurpose::Free->value], true)) {
                $sequence->add($step = new Step($sequence, StepPurpose::from($what)));
                $step->setPrompt(mb_substr(trim($request->request->getString('prompt')), 0, Step::PROMPT));

                return;
            }
            $ladder = str_starts_with($what, 'ladder-');
            $chunk = $this->entities
                ->getRepository(Chunk::class)
                ->findOneBy(['id' => (int) ($ladder ? substr($what, 7) : $what), 'piece' => $sequence->getPiece()]);
            if (null === $chunk) {
                throw Refusal::because('Choose a chunk of this piece.');
            }
            $builder->add($sequence, $chunk, $ladder);
        });
    }

    /** Leaves out something that a lesson asks for itself, such as its review; a second time brings it back. */
    #[Route('/sequences/{id:sequence}/skip', name: 'sequence_skip', methods: ['POST'], requirements: self::ID)]
    public function skip(Sequence $sequence, Request $request): Response
    {
        return $this->change($sequence, $request, static function () use ($sequence, $request): void {
            $sequence->skip(
                OwnStep::parse($request->request->getString('what')) ?? throw Refusal::because('No lesson asks for this by itself.'),
            );
        });
    }

    /** Asks for a warm-up in the next lesson. */
    #[Route('/sequences/{id:sequence}/ask', name: 'sequence_ask', methods: ['POST'], requirements: self::ID)]
    public function ask(Sequence $sequence, Request $request, LessonSequences $plans): Response
    {
        return $this->change($sequence, $request, static function () use ($sequence, $request, $plans): void {
            $warmUp = WarmUp::parse($request->request->getString('warmUp')) ?? throw Refusal::because('There is no such warm-up.');
            if ($sequence->isRow()) {
                throw Refusal::because('A row of short pieces has no warm-ups.');
            }
            $sequence->askFor(\count($plans->past($sequence->getClass(), $sequence->getPiece())) + 1, $warmUp);
        });
    }

    /** Takes the cut that would be made now in place of the one on which the sequence was built. */
    #[Route('/sequences/{id:sequence}/cut', name: 'sequence_cut', methods: ['POST'], requirements: self::ID)]
    public function cut(Sequence $sequence, Request $request, SequenceBuilder $builder): Response
    {
        return $this->change($sequence, $request, static fn () => $builder->takeNewerCut($sequence));
    }

    /** What changed in the rules was read: it is not said again. */
    #[Route('/sequences/{id:sequence}/rules', name: 'sequence_rules', methods: ['POST'], requirements: self::ID)]
    public function rules(Sequence $sequence, Request $request): Response
    {
        return $this->answer($sequence, $request, function () use ($sequence): void {
            $sequence->seeRules();
            $this->entities->flush();
        });
    }

    /** Undo, and redo. */
    #[Route('/sequences/{id:sequence}/turn', name: 'sequence_turn', methods: ['POST'], requirements: self::ID)]
    public function turn(Sequence $sequence, Request $request): Response
    {
        return $this->answer($sequence, $request, function () use ($sequence, $request): void {
            $this->editor->turn(
                $sequence,
                Turn::read($request->request->getString('do')) ?? throw Refusal::because('Changes are taken back, or made again.'),
            );
        });
    }

    /**
     * What is played in a step, for one instrument: a warm-up by its code, a step of the order by its id, or what a lesson asks for itself
     * by the edges of its chunk.
     */
    #[Route('/sequences/{id:sequence}/music', name: 'sequence_music', methods: ['GET'], requirements: self::ID)]
    public function music(Sequence $sequence, Request $request, StepSheets $sheets): JsonResponse
    {
        $query = $request->query;
        $instrument = Instrument::tryFrom($query->getString('instrument')) ?? $sequence->getInstruments()[0];
        $piece = $sequence->getPiece();
        $class = $sequence->getClass();
        $warmUp = WarmUp::parse($query->getString('code'));
        $step = $sequence->step($query->getInt('step'));
        $chunk = $step?->getChunk();
        $between = CoreChunk::between($piece->score(), $query->getString('edges'));
        $figure = $step?->getPattern()?->getFigure() ?? '';
        $view = match (true) {
            null !== $warmUp => $sheets->warmUp($piece, $class, $warmUp, $instrument),
            null !== $chunk => $sheets->chunk($chunk->getPiece(), $class, $chunk->chunk(), $figure, $instrument),
            null !== $between => $sheets->chunk($piece, $class, $between, '', $instrument),
            default => throw $this->createNotFoundException(),
        };

        return new JsonResponse($view + ['layers' => SheetViews::layers($class->handPolicies())]);
    }

    /** The form of one step: loaded when it is wanted, since a sequence has many. */
    #[Route('/steps/{id:step}', name: 'step_form', methods: ['GET'], requirements: self::ID)]
    public function form(Step $step, Request $request): Response
    {
        return $this->stepForm($step, $request, StepFields::of($step));
    }

    /** @param array{string, Notice}|null $wrong field that is to blame (empty for none), and what was expected */
    private function stepForm(Step $step, Request $request, StepFields $fields, ?array $wrong = null): Response
    {
        $isPart = $request->headers->has('HX-Request');
        $page = new StepPage($step, $this->library->patterns(), $fields, $wrong[1] ?? null, $wrong[0] ?? '');

        return $this->render($isPart ? 'lesson/_step_form.html.twig' : 'lesson/step.html.twig', ['page' => $page], new Response(
            null,
            null === $wrong ? 200 : 422,
            // What was typed stays where it was typed.
            null === $wrong || !$isPart ? [] : ['HX-Retarget' => '#step-form-'.$step->getId(), 'HX-Reswap' => 'outerHTML'],
        ));
    }

    #[Route('/steps/{id:step}', name: 'step_edit', methods: ['POST'], requirements: self::ID)]
    public function edit(Step $step, Request $request): Response
    {
        $patterns = $this->entities->getRepository(RhythmPattern::class);
        $old = Version::isOld($request, $step->getSequence()->getVersion());
        $wrong = $old ? ['', new Notice(0, 0, self::OLD_FORM)] : StepInput::wrong($request->request);
        if (null !== $wrong) {
            return $this->stepForm($step, $request, StepFields::typed($request->request), $wrong);
        }

        return $this->change($step->getSequence(), $request, static function () use ($step, $request, $patterns): void {
            $fields = $request->request;
            $step->setHand(StepInput::read($fields, $step->hand(), $step->getSequence()->getClass()->rule()));
            $step->setPattern($patterns->find(Typed::number($fields, 'pattern')));
            $step->setPrompt(mb_substr(trim($fields->getString('prompt')), 0, Step::PROMPT));
        });
    }

    #[Route('/steps/{id:step}/remove', name: 'step_remove', methods: ['POST'], requirements: self::ID)]
    public function remove(Step $step, Request $request): Response
    {
        return $this->change($step->getSequence(), $request, static function () use ($step): void {
            $step->setRemoved(true);
        });
    }

    /** @param \Closure(): void $change throws a refusal with what went wrong */
    private function change(Sequence $sequence, Request $request, \Closure $change): Response
    {
        return $this->answer($sequence, $request, function () use ($sequence, $request, $change): void {
            if (Version::isOld($request, $sequence->getVersion())) {
                throw Refusal::because(self::OLD);
            }
            $this->editor->change($sequence, $change);
        });
    }

    /** @param \Closure(): void $change throws a refusal with what went wrong */
    private function answer(Sequence $sequence, Request $request, \Closure $change): Response
    {
        $problem = '';
        try {
            $change();
        } catch (Refusal $refusal) {
            $problem = $refusal->notice;
        }
        if (!$request->headers->has('HX-Request')) {
            if ('' !== $problem) {
                $this->addFlash('error', $problem);
            }

            return $this->redirectToRoute('sequence', ['id' => $sequence->getId()], 303);
        }

        return $this->render(
            'lesson/_sequence.html.twig',
            [
                'page' => $this->view->page(
                    $this->sequences->withSteps((int) $sequence->getId()) ?? $sequence,
                    $problem,
                    self::shown($request),
                    Typed::number($request->request, 'step'),
                ),
            ],
            new Response(null, '' === $problem ? 200 : 422),
        );
    }

    /** @return list<int> numbers of the lessons whose steps the page shows */
    private static function shown(Request $request): array
    {
        return array_map(intval(...), \array_slice(explode(',', $request->request->getString('shown')), 0, self::MAX_SHOWN));
    }
}
