<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Piece;
use App\Shared\Entity\RhythmPattern;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\Step;
use App\Shared\Reckoned\TimedSequences;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\ClassRepository;
use App\Shared\Repository\PieceRepository;
use App\Shared\Repository\SequenceRepository;
use App\Shared\Web\Version;
use CoinStair\Core\Method\Method;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Sequence\Mode;
use CoinStair\Core\Stair\Growth;
use CoinStair\Core\Stair\Stair;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The page of a lesson sequence. Every change answers with the sequence as it then is. */
final class SequenceController extends AbstractController
{
    private const MAX_STEPS = 120;
    private const OLD = 'Somebody else changed this sequence in the meantime. It is shown as it is now; your last change was not made.';

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly ChunkRepository $chunks,
        private readonly ClassRepository $classes,
        private readonly PieceRepository $library,
        private readonly SequenceRepository $sequences,
        private readonly TimedSequences $timed,
        private readonly ClockInterface $clock,
    ) {
    }

    #[Route('/sequences', name: 'sequence_new', methods: ['POST'])]
    public function new(Request $request, SequenceBuilder $builder): Response
    {
        $class = $this->classes->find($request->request->getInt('class')) ?? throw $this->createNotFoundException();
        $piece =
            $this->entities->getRepository(Piece::class)->find($request->request->getInt('piece')) ??
            throw $this->createNotFoundException();
        $goal = max(30, min(240, $request->request->getInt('goal', $piece->getGoalTempo())));
        $sequence = $builder->build(
            $class,
            $piece,
            $goal,
            Method::tryFrom($request->request->getString('method')) ?? Method::Forward,
            self::instruments($request),
        );
        $this->entities->flush();

        return $this->redirectToRoute('sequence', ['id' => $sequence->getId()], 303);
    }

    #[Route('/sequences/{id:sequence}', name: 'sequence', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function show(Sequence $sequence): Response
    {
        return $this->render('lesson/sequence.html.twig', ['page' => $this->page($sequence)]);
    }

    /** Another goal, method, comfort tempo or choice of instruments: the steps are made anew. */
    #[Route('/sequences/{id:sequence}/aim', name: 'sequence_aim', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function aim(Sequence $sequence, Request $request, SequenceBuilder $builder): Response
    {
        return $this->change($sequence, $request, static function () use ($sequence, $request, $builder): void {
            $goal = $request->request->getInt('goal');
            $typed = trim($request->request->getString('comfort'));
            $comfort = '' === $typed ? null : (float) $typed;
            if ($goal < 30 || $goal > 240 || (null !== $comfort && ($comfort < 20 || $comfort > 240))) {
                throw Refusal::because('Goal tempos lie between 30 and 240, comfort tempos between 20 and 240.');
            }
            $sequence->aim($goal, $comfort);
            $sequence->setMethod(Method::tryFrom($request->request->getString('method')) ?? $sequence->getMethod());
            $sequence->setInstruments(self::instruments($request));
            $builder->fill($sequence);
        });
    }

    #[Route('/sequences/{id:sequence}/order', name: 'sequence_order', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function order(Sequence $sequence, Request $request): Response
    {
        return $this->change($sequence, $request, static function () use ($sequence, $request): void {
            $sequence->reorder(array_map(intval(...), explode(',', $request->request->getString('order'))));
        });
    }

    #[Route('/sequences/{id:sequence}/steps', name: 'step_new', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function add(Sequence $sequence, Request $request, SequenceBuilder $builder): Response
    {
        return $this->change($sequence, $request, function () use ($sequence, $request, $builder): void {
            if (\count($sequence->steps()) >= self::MAX_STEPS) {
                throw Refusal::because('A sequence holds as many steps as there can be.');
            }
            $what = $request->request->getString('what');
            if (\in_array($what, [StepPurpose::Rest->value, StepPurpose::HoldCheck->value], true)) {
                $sequence->add(new Step($sequence, StepPurpose::from($what), null, null, $sequence->getClass()->rule()));

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

    /** The form of one step: loaded when it is wanted, since a sequence has many. */
    #[Route('/steps/{id:step}', name: 'step_form', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function form(Step $step, Request $request): Response
    {
        if (null === $step->stair()) {
            throw $this->createNotFoundException();
        }

        return $this->render($request->headers->has('HX-Request') ? 'lesson/_step_form.html.twig' : 'lesson/step.html.twig', [
            'step' => $step,
            'sequence' => $step->getSequence(),
            'modes' => Mode::cases(),
            'patterns' => $this->library->patterns(),
        ]);
    }

    #[Route('/steps/{id:step}', name: 'step_edit', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function edit(Step $step, Request $request): Response
    {
        $patterns = $this->entities->getRepository(RhythmPattern::class);

        return $this->change($step->getSequence(), $request, static function () use ($step, $request, $patterns): void {
            $fields = $request->request;
            $growth = $step->getSequence()->getClass()->growth();
            $kind = $fields->getString('growth');
            if ('' !== $kind) {
                $growth = Growth::parse($kind.':'.$fields->getString('growthValues'));
            }
            $stair = Stair::climb($fields->getInt('start'), $fields->getInt('goal'), $growth);
            $step->climb($stair);
            $step->setCoins(max(1, min(10, $fields->getInt('coins', $step->getCoins()))));
            $step->setTurns(max(1, min(12, $fields->getInt('turns', 1))));
            $step->setMode(Mode::tryFrom($fields->getString('mode')) ?? $step->getMode());
            $step->setPattern($patterns->find($fields->getInt('pattern')));
            $step->setPrompt(mb_substr(trim($fields->getString('prompt')), 0, Step::PROMPT));
        });
    }

    #[Route('/steps/{id:step}/remove', name: 'step_remove', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function remove(Step $step, Request $request): Response
    {
        return $this->change($step->getSequence(), $request, static function () use ($step): void {
            $step->getSequence()->remove($step);
        });
    }

    /**
     * @param \Closure(): void $change throws a refusal with what went wrong
     */
    private function change(Sequence $sequence, Request $request, \Closure $change): Response
    {
        $problem = '';
        try {
            if (Version::isOld($request, $sequence->getVersion())) {
                throw Refusal::because(self::OLD);
            }
            $change();
            $sequence->touch($this->clock->now());
            $this->entities->flush();
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
            ['page' => $this->page($sequence, $problem)],
            new Response(null, '' === $problem ? 200 : 422),
        );
    }

    /** @return list<Instrument> */
    private static function instruments(Request $request): array
    {
        return array_values(
            array_filter(
                array_map(
                    static fn (mixed $name): ?Instrument => \is_string($name) ? Instrument::tryFrom($name) : null,
                    $request->request->all('instruments'),
                ),
            ),
        );
    }

    private function page(Sequence $sequence, Notice|string $problem = ''): SequencePage
    {
        // The chunks first: the steps then find theirs among them, and are read without joining each row with two of them.
        $chunks = $this->chunks->of($sequence->getPiece());
        $sequence = $this->sequences->withSteps((int) $sequence->getId());

        return new SequencePage($sequence, $this->timed->of($sequence), $chunks, $problem);
    }
}
