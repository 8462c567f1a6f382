<?php

declare(strict_types=1);

namespace App\Library;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Piece;
use App\Shared\Entity\RhythmPattern;
use App\Shared\Record\ChunkList;
use App\Shared\Web\Version;
use CoinStair\Core\Format\QuickEntry\Entry;
use CoinStair\Core\Format\QuickEntry\EntryMode;
use CoinStair\Core\Format\QuickEntry\EntryResult;
use CoinStair\Core\Format\QuickEntry\Reader;
use CoinStair\Core\Format\QuickEntry\Writer;
use CoinStair\Core\Format\ReadResult;
use CoinStair\Core\Format\ScoreWriter;
use CoinStair\Core\Hands\PartsFromLine;
use CoinStair\Core\Hands\Transposition;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece as Score;
use CoinStair\Core\Score\PrintedNumbers;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Score\Splice;
use CoinStair\Core\Sound\Performance;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Changes of a score that keep its measures, copies of it, and its files. Chunks stay where they are. */
#[Route('/pieces/{id:piece}', requirements: ['id' => '\d+'])]
final class ScoreEditController extends AbstractController
{
    /** Measures that are corrected at once. */
    private const EDITED = 16;
    private const OLD = 'Somebody else changed this piece in the meantime. It is shown as it is now; your change was not made.';

    public function __construct(private readonly EntityManagerInterface $entities, private readonly PieceImport $import)
    {
    }

    #[Route('/file/{format}', name: 'piece_file', methods: ['GET'], requirements: ['format' => 'abc|musicxml|mxl|midi'])]
    public function give(Piece $piece, string $format, Request $request, ChunkList $chunks): Response
    {
        $score = $request->query->getBoolean('chunks') ? self::withChunks($piece->score(), $chunks->of($piece)) : $piece->score();
        $writer = ScoreWriter::from($format);
        $name = trim((string) preg_replace('/[^\p{L}\p{N}]+/u', '-', $piece->getTitle()), '-') ?: 'piece';

        return new Response($writer->write($score, Performance::read($score, tempo: $piece->getGoalTempo())), 200, [
            'Content-Type' => $writer->mediaType(),
            'Content-Disposition' => HeaderUtils::makeDisposition('attachment', $name.'.'.$writer->ending(), 'piece.'.$writer->ending()),
        ]);
    }

    /** What the book prints over the measures, and whether the class goes by it. */
    #[Route('/numbers', name: 'piece_numbers', methods: ['POST'])]
    public function numbers(Piece $piece, Request $request): Response
    {
        return $this->change($piece, $request, static function (Score $score) use ($piece, $request): Score|string {
            $fields = $request->request;
            $what = $fields->getString('what');
            if ('use' === $what) {
                $piece->usePrinted('printed' === $fields->getString('use'));

                return $score->withIntroduction(max(0, min(99, $fields->getInt('introduction'))), $fields->getBoolean('introductionCounted'));
            }
            $position = MeasureNumbers::of($score)->find($fields->getString('measure'), $piece->usesPrinted());
            if (null === $position) {
                return 'There is no measure with this number.';
            }
            $label = trim($fields->getString('label'));
            if ('count' === $what) {
                return 1 === preg_match('/^\d{1,4}$/', $label) ? PrintedNumbers::countFrom($score, $position, (int) $label) : 'Labels count on from a number.';
            }

            return 'clear' === $what ? PrintedNumbers::clearFrom($score, $position) : PrintedNumbers::label($score, $position, $label);
        });
    }

    /** Parts for the four instruments from the first one. */
    #[Route('/parts', name: 'piece_parts', methods: ['POST'])]
    public function parts(Piece $piece, Request $request): Response
    {
        $notices = [];

        return $this->change($piece, $request, static function (Score $score) use (&$notices): Score {
            $derived = PartsFromLine::of($score, Instrument::strings());
            $notices = $derived->notices;

            return $derived->piece;
        }, $notices);
    }

    #[Route('/octave', name: 'piece_octave', methods: ['POST'])]
    public function octave(Piece $piece, Request $request): Response
    {
        return $this->change($piece, $request, static function (Score $score) use ($piece, $request): Score|string {
            $range = MeasureNumbers::of($score)->range($request->request->getString('from'), $request->request->getString('last'), $piece->usesPrinted());
            if (null === $range) {
                return 'There are no such measures.';
            }

            return Transposition::octaves($score, $request->request->getString('part'), $range[0], $range[1] + 1, $request->request->getInt('octaves') < 0 ? -1 : 1);
        });
    }

    /** Copies of the tune on other strings, all in one go. */
    #[Route('/strings', name: 'piece_strings', methods: ['POST'])]
    public function strings(Piece $piece, Request $request): Response
    {
        $copies = [];
        try {
            foreach ([-2 => 'two strings lower', -1 => 'one string lower', 1 => 'one string higher', 2 => 'two strings higher'] as $strings => $words) {
                if (\in_array((string) $strings, $request->request->all('strings'), true)) {
                    $copies[] = $this->copy($piece, Transposition::strings($piece->score(), $strings), $words);
                }
            }
        } catch (Refusal $refusal) {
            $this->addFlash('error', $refusal->notice);
        }
        if ([] !== $copies) {
            $this->addFlash('done', 'The copies are in the library.');
        }

        return $this->redirectToRoute(1 === \count($copies) ? 'piece' : 'library', 1 === \count($copies) ? ['id' => $copies[0]->getId()] : ['search' => $piece->getTitle()], 303);
    }

    /** A copy with a rhythm pattern on each tone. */
    #[Route('/rhythm', name: 'piece_rhythm', methods: ['POST'])]
    public function rhythm(Piece $piece, Request $request): Response
    {
        $pattern = $this->entities->getRepository(RhythmPattern::class)->find($request->request->getInt('pattern'));
        if (null === $pattern) {
            $this->addFlash('error', 'Choose a rhythm pattern of this program.');

            return $this->redirectToRoute('piece', ['id' => $piece->getId()], 303);
        }
        $copy = $this->copy($piece, $pattern->pattern()->apply($piece->score()), $pattern->getName());
        $this->addFlash('done', 'The played version is a piece of its own.');

        return $this->redirectToRoute('piece', ['id' => $copy->getId()], 303);
    }

    /** The quick-entry line of some measures of one part. */
    #[Route('/line', name: 'piece_line', methods: ['GET'])]
    public function line(Piece $piece, Request $request): Response
    {
        [$score, $part, $from, $to] = $this->lineOf($piece, $request->query->getString('part'), $request->query->getInt('from'), $request->query->getInt('to', $request->query->getInt('from') + 1));
        $entry = Writer::letters($score, $part, $from, $to, false);

        return $this->render('library/line.html.twig', $this->lineView($piece, $part, $from, $to, $entry));
    }

    #[Route('/line/preview', name: 'piece_line_preview', methods: ['POST'])]
    public function linePreview(Piece $piece, Request $request): Response
    {
        [$score, $part, $from, $to] = $this->lineOf($piece, $request->request->getString('part'), $request->request->getInt('from'), $request->request->getInt('to'));
        $entry = self::typed($score, $part, $from, $request);

        return $this->render('library/_entry_preview.html.twig', EntryPreview::of(Reader::read($entry), $entry->text, self::numbersFrom($score, $from)));
    }

    #[Route('/line', name: 'piece_line_save', methods: ['POST'])]
    public function saveLine(Piece $piece, Request $request): Response
    {
        [$score, $part, $from, $to] = $this->lineOf($piece, $request->request->getString('part'), $request->request->getInt('from'), $request->request->getInt('to'));
        $entry = self::typed($score, $part, $from, $request);
        $result = Reader::read($entry);
        $said = $this->refusal($piece, $request, $result, $to - $from);
        if ('' === $said && null !== $result->piece) {
            try {
                $piece->rewrite(Splice::into($score, $part->id, $from, $result->piece->parts[0]->measures), $piece->getNotices());
                $this->entities->flush();
                $this->addFlash('done', 'The notes are changed; the chunks stay.');

                return $this->redirectToRoute('piece', ['id' => $piece->getId()], 303);
            } catch (Refusal $refusal) {
                $said = $refusal->notice;
            }
        }

        return $this->render('library/line.html.twig', ['said' => $said] + $this->lineView($piece, $part, $from, $to, $entry), new Response(null, 422));
    }

    /**
     * Chunk borders as rehearsal marks, where the book has none of its own.
     *
     * @param list<Chunk> $chunks
     */
    private static function withChunks(Score $score, array $chunks): Score
    {
        $measures = $score->measures;
        foreach ($chunks as $index => $chunk) {
            $position = $chunk->span()->from->position;
            if (isset($measures[$position]) && '' === $measures[$position]->rehearsal) {
                $measures[$position] = $measures[$position]->rehearsed('chunk '.($index + 1));
            }
        }

        return $score->withMeasures(array_values($measures));
    }

    private function refusal(Piece $piece, Request $request, EntryResult $result, int $measures): string
    {
        return match (true) {
            Version::isOld($request, $piece->getVersion()) => self::OLD,
            null === $result->piece => 'There are no notes yet.',
            [] !== array_filter($result->problems, static fn ($problem): bool => !isset($problem->notice->parameters['beats'])) => 'Mend what is underlined first.',
            \count($result->piece->measures) !== $measures => 'The line has to hold as many measures as before; a chunk may stand on each of them.',
            default => '',
        };
    }

    /** @return array{Score, Part, int, int} score, part, first position, position after the last */
    private function lineOf(Piece $piece, string $partId, int $from, int $to): array
    {
        $score = $piece->score();
        $part = $score->part($partId) ?? $score->parts[0];
        $from = max(0, min(\count($score->measures) - 1, $from));

        return [$score, $part, $from, max($from + 1, min($to, $from + self::EDITED, \count($score->measures)))];
    }

    private static function typed(Score $score, Part $part, int $from, Request $request): Entry
    {
        $shown = Writer::letters($score, $part, $from, $from + 1);

        return new Entry('fingers' === $request->request->getString('mode') ? EntryMode::Fingers : EntryMode::Letters, $request->request->getString('text'), '', '', $shown->meter, $request->request->getString('unit', $shown->unit), $shown->key, '', $part->instrument);
    }

    /** @return array<string, mixed> */
    private function lineView(Piece $piece, Part $part, int $from, int $to, Entry $entry): array
    {
        $numbers = MeasureNumbers::of($piece->score());

        return ['piece' => $piece, 'part' => $part, 'from' => $from, 'to' => $to, 'entry' => $entry, 'span' => $from + 1 === $to ? $numbers->at($from) : $numbers->at($from).'–'.$numbers->at($to - 1)]
            + EntryPreview::of(Reader::read($entry), $entry->text, self::numbersFrom($piece->score(), $from));
    }

    /** @return list<string> measure numbers from a position on */
    private static function numbersFrom(Score $score, int $from): array
    {
        return \array_slice(MeasureNumbers::of($score)->all(), $from);
    }

    private function copy(Piece $piece, Score $score, string $suffix): Piece
    {
        $copy = $this->import->take(new ReadResult($score, []), 'copy.txt', 'copy of '.$piece->getTitle(), $piece->getBook());
        $copy->setTitle(mb_substr($piece->getTitle(), 0, 150).', '.$suffix);
        $copy->setComposer($piece->getComposer());
        $copy->setGoalTempo($piece->getGoalTempo());
        $this->entities->flush();

        return $copy;
    }

    /**
     * @param \Closure(Score): (Score|string) $edit    gives the new score, or what is wrong
     * @param list<Notice>                    $notices that the edit makes, by reference
     */
    private function change(Piece $piece, Request $request, \Closure $edit, array &$notices = []): Response
    {
        if (Version::isOld($request, $piece->getVersion())) {
            $this->addFlash('error', self::OLD);
        } else {
            try {
                $changed = $edit($piece->score());
                if ($changed instanceof Score) {
                    $piece->rewrite($changed, [...$piece->getNotices(), ...$notices]);
                    $this->entities->flush();
                } else {
                    $this->addFlash('error', $changed);
                }
            } catch (Refusal $refusal) {
                $this->addFlash('error', $refusal->notice);
            }
        }

        return $this->redirectToRoute('piece', ['id' => $piece->getId()], 303);
    }
}
