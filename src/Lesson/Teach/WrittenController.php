<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use App\Lesson\Sheet\LessonChunks;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\Sequence;
use App\Shared\Entity\User;
use CoinStair\Core\Log\EntryKind;
use CoinStair\Core\Log\LogEntry;
use CoinStair\Core\Log\WrittenLesson;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Refusal;
use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;
use Symfony\Component\Uid\Uuid;

/** A lesson that was held without the screen is written down: what was played, how far, how long (handbook 11). */
final class WrittenController extends AbstractController
{
    private const PATH = '/sequences/{id:sequence}/written';
    private const ID = ['id' => '\d{1,9}'];

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly LessonPlanner $planner,
        private readonly LessonChunks $chunks,
        private readonly LessonLog $log,
        private readonly ClockInterface $clock,
    ) {
    }

    #[Route(self::PATH, name: 'lesson_written', methods: ['GET'], requirements: self::ID)]
    public function form(Sequence $sequence): Response
    {
        return $this->page($sequence, WrittenInput::of($sequence->getClass(), $this->today($sequence)));
    }

    #[Route(self::PATH, name: 'lesson_write', methods: ['POST'], requirements: self::ID)]
    public function write(Sequence $sequence, Request $request, #[CurrentUser] User $user): Response
    {
        $input = WrittenInput::read($request->request);
        if ($request->request->has('as-planned')) {
            return $this->page($sequence, $input->asPlanned($this->planner->begin($sequence)->steps()));
        }
        $plan = $request->request->getString('plan');
        $lesson = $this->entities->wrapInTransaction(function () use ($sequence, $input, $plan, $user): Lesson|Refusal {
            $this->entities->lock($sequence, LockMode::PESSIMISTIC_WRITE);
            try {
                return $this->written($sequence, $input, $plan, $user);
            } catch (Refusal $refusal) {
                return $refusal;
            }
        });
        if ($lesson instanceof Refusal) {
            return $this->page($sequence, $input, $lesson->notice);
        }
        $this->addFlash('done', 'The lesson is written down.');

        return $this->redirectToRoute('lesson_end', ['id' => $lesson->getId()], 303);
    }

    /** @throws Refusal */
    private function written(Sequence $sequence, WrittenInput $input, string $plan, User $user): Lesson
    {
        $zone = new \DateTimeZone((string) $sequence->getProgram()?->getTimezone());
        $begun = $input->begun($this->today($sequence), $zone);
        $seconds = $input->seconds();
        $remark = $input->remark();
        $lesson = $this->planner->next($sequence, $begun);
        if (WrittenPage::planOf($lesson) !== $plan) {
            throw Refusal::because('What comes next in this sequence has changed in the meantime. Look once more, and write it down.');
        }
        $entries = WrittenLesson::entries($lesson->steps(), $input->reached($lesson->steps()), 1000 * $begun->getTimestamp(), $seconds);
        $this->entities->persist($lesson);
        $this->entities->flush();
        $this->log->add($lesson, array_map(
            static fn (LogEntry $entry): LogEntry => new LogEntry(
                Uuid::v4()->toRfc4122(),
                $entry->step,
                $entry->kind,
                $entry->tempo,
                $entry->at,
                $entry->count,
            ),
            $entries,
        ));
        $said = new LogEntry(Uuid::v4()->toRfc4122(), '', EntryKind::Written, 0, $this->log->now(), \count($entries), afterwards: true);
        $this->log->add($lesson, [$said], $user);
        $this->entities->refresh($lesson);
        $lesson->end($begun->modify("+$seconds seconds"), $remark);

        return $lesson;
    }

    private function page(Sequence $sequence, WrittenInput $input, ?Notice $problem = null): Response
    {
        $lesson = $this->planner->begin($sequence);
        $chunks = [];
        foreach ($this->chunks->of($lesson->steps()) as $chunk) {
            $chunks[(int) $chunk->getId()] = $chunk;
        }
        $page = new WrittenPage($sequence, $lesson, $chunks, $input, $this->today($sequence), $problem);

        return $this->render('lesson/written.html.twig', ['page' => $page], new Response(null, null === $problem ? 200 : 422));
    }

    /** Y-m-d. */
    private function today(Sequence $sequence): string
    {
        return $sequence->getProgram()?->today($this->clock->now())->format('Y-m-d') ?? '';
    }
}
