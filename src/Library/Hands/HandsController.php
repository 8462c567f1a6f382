<?php

declare(strict_types=1);

namespace App\Library\Hands;

use App\Shared\Entity\Override;
use App\Shared\Entity\Piece;
use App\Shared\Repository\ClassRepository;
use App\Shared\Repository\OverrideRepository;
use App\Shared\Web\HandWords;
use App\Shared\Web\Notation;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\BowAgreement;
use CoinStair\Core\Hands\HandsOnScore;
use CoinStair\Core\Hands\NoteHands;
use CoinStair\Core\RightHand\BowZone;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Override as Setting;
use CoinStair\Core\Score\OverrideKind;
use CoinStair\Core\Score\Refusal;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** One note's hands with its reasons, what a teacher sets against them, and four instruments side by side. */
final class HandsController extends AbstractController
{
    /** Measures that stand side by side at once. */
    private const MEASURES = 32;

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly ClassRepository $classes,
        private readonly OverrideRepository $overrides,
        private readonly HandsView $view,
        private readonly HandWords $words,
    ) {
    }

    #[Route('/pieces/{id:piece}/hands/note', name: 'hand_note', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function note(Piece $piece, Request $request): Response
    {
        return $this->card($piece, HandsQuery::of($request->query, $this->classes), $request->query->getString('note'));
    }

    /** Sets string and finger, direction or amount of a note, for one class or for all. */
    #[Route('/pieces/{id:piece}/hands/overrides', name: 'override_new', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function set(Piece $piece, Request $request): Response
    {
        $query = HandsQuery::of($request->request, $this->classes);
        $note = $request->request->getString('note');
        [$hands, $index] = $this->find($piece, $query, $note);
        $problem = '';
        try {
            $made = $this->settings($hands, $index, $request->request->getString('set'));
        } catch (Refusal) {
            $made = [];
            $problem = 'This cannot be set of the note.';
        }
        $class = 'all' === $request->request->getString('whose') ? null : $query->class;
        $there = $this->overrides->ofInstrument($piece, $hands->instrument());
        if (\count($there) + \count($made) >= Override::LIMIT) {
            $made = [];
            $problem = 'This piece holds as many settings of notes as there can be.';
        }
        foreach ($made as $setting) {
            $row = new Override($piece, $class, $hands->instrument(), $setting);
            foreach ($there as $old) {
                if ($row->replaces($old)) {
                    $this->entities->remove($old);
                }
            }
            $this->entities->persist($row);
        }
        $this->entities->flush();

        return $this->answer($piece, $request, $query, $note, $problem);
    }

    #[Route('/overrides/{id:override}/undo', name: 'override_undo', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function undo(Override $override, Request $request): Response
    {
        $piece = $override->getPiece();
        $note = $override->setting()->note;
        $this->entities->remove($override);
        $this->entities->flush();
        $query = HandsQuery::of($request->request, $this->classes);

        return $this->answer($piece, $request, $query, $request->request->getBoolean('list') ? '' : $note, '');
    }

    /** The same measures on several instruments: for a chunk, to be looked at and printed. */
    #[Route('/pieces/{id:piece}/four', name: 'piece_four', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function four(Piece $piece, Request $request): Response
    {
        $score = $piece->score();
        $count = \count($score->measures);
        $from = max(0, min($count - 1, $request->query->getInt('from')));
        $to = max($from + 1, min($count, $request->query->getInt('to', $count), $from + self::MEASURES));
        $query = HandsQuery::of($request->query, $this->classes);
        $numbers = MeasureNumbers::of($score)->all();
        $played = $this->view->played($piece, $query);
        $rows = $all = [];
        foreach ($score->isOutline() ? [] : ($query->class?->instruments() ?: Instrument::strings()) as $instrument) {
            $all[] = $hands = $played->hands($instrument, $query->part);
            $rows[] = $this->view->side($piece, $hands, $from, $to) + [
                'xml' => Notation::ofMeasures(
                    HandsOnScore::marked($hands, $query->layers),
                    $from,
                    $to,
                    null,
                    \array_slice($numbers, $from, $to - $from),
                ),
                'ribbon' => $query->ribbon ? $this->words->ribbon($hands, $from, $to) : null,
                'text' => $this->words->lines($hands, $from, $to),
            ];
        }
        $agreement = BowAgreement::compare($all, $from, $to);

        return $this->render('library/four.html.twig', [
            'piece' => $piece,
            'query' => $query,
            'rows' => $rows,
            'numbers' => $numbers,
            'from' => $from,
            'to' => $to,
            'agreement' => \array_slice($agreement, 0, 12),
            'address' => $request->query->all(),
        ]);
    }

    /**
     * @return list<Setting>
     *
     * @throws Refusal for what is no choice, direction or amount of this note
     */
    private function settings(BothHands $hands, int $index, string $set): array
    {
        [$kind, $value] = [...explode(':', $set, 2), ''];
        $note = $hands->fingering->notes[$index];
        if ('place' !== $kind) {
            // A stroke has one direction and one amount: they are kept with its first note.
            $stroke = $hands->strokeOf($note->id);
            $note =
                $hands->fingering->notes[
                    null === $stroke ? $index : $hands->indexOf($hands->bowing->strokes[$stroke]->stroke->notes[0] ?? '') ?? $index
                ];

            return [
                Setting::of(
                    $note->id,
                    $note->pitch->name(),
                    OverrideKind::tryFrom($kind) ?? throw Refusal::because('This cannot be set of the note.'),
                    $value,
                ),
            ];
        }
        foreach ($hands->places($index) as ['choice' => $choice]) {
            if ($hands->fingering->fingerboard->stringName($choice->string).$choice->finger === $value) {
                return $hands->overridesFor($index, $choice);
            }
        }

        throw Refusal::because('This cannot be set of the note.');
    }

    private function answer(Piece $piece, Request $request, HandsQuery $query, string $note, Notice|string $problem): Response
    {
        if (!$request->headers->has('HX-Request')) {
            return $this->redirectToRoute('piece', ['id' => $piece->getId()], 303);
        }
        $response = '' === $note ? new Response() : $this->card($piece, $query, $note, $problem);
        $response->headers->set('HX-Trigger', 'hands-changed');

        return $response;
    }

    private function card(Piece $piece, HandsQuery $query, string $note, Notice|string $problem = ''): Response
    {
        [$hands, $index] = $this->find($piece, $query, $note);
        $hand = NoteHands::of($hands, $index);
        $zone = fn (float $place): string => $this->words->zone(BowZone::of($place)->value);
        $overrides = [];
        foreach ($this->view->overridesOf($piece, $query, $hands) as $row) {
            $setting = $row['override']->setting();
            if ($setting->note === $note || (!$setting->isOfLeftHand() && $hand->isInOneStrokeWith($setting->note))) {
                $overrides[] = $row;
            }
        }

        return $this->render('library/_hand_note.html.twig', [
            'page' => new HandNotePage(
                $piece,
                $query,
                $hand,
                MeasureNumbers::of($piece->score())->at($hand->note->position),
                null === $hand->step ? '' : $zone($hand->from).' – '.$zone($hand->to),
                null === $hand->inside ? '' : $zone($hand->inside),
                $overrides,
                $problem,
            ),
        ]);
    }

    /** @return array{BothHands, int} the hands of the voice that has the note, and its index */
    private function find(Piece $piece, HandsQuery $query, string $note): array
    {
        foreach ($this->view->hands($piece, $query)?->voices() ?? [] as $hands) {
            $index = $hands->indexOf($note);
            if (null !== $index) {
                return [$hands, $index];
            }
        }

        throw new BadRequestHttpException('No such note of this instrument.');
    }
}
