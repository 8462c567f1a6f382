<?php

declare(strict_types=1);

namespace App\Library\Entry;

use App\Library\Cut\MeasureMap;
use App\Shared\Entity\Piece;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Format\QuickEntry\Outline;
use CoinStair\Core\Format\QuickEntry\Problem;
use CoinStair\Core\Format\QuickEntry\Reader;
use CoinStair\Core\Format\QuickEntry\Writer;
use CoinStair\Core\Format\ReadResult;
use CoinStair\Core\Hands\PartsFromLine;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece as Score;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** A piece typed in: line by line, or as an outline. Every pause is answered with a preview, and keeps the draft. */
final class EntryController extends AbstractController
{
    private const ENTRY = 'entry';
    private const OUTLINE = 'outline';

    public function __construct(private readonly Drafts $drafts, private readonly PieceImport $import)
    {
    }

    #[Route('/library/entry', name: 'entry', methods: ['GET'])]
    public function entry(): Response
    {
        return $this->entryPage(EntryForm::entryFields($this->drafts->fields(self::ENTRY)));
    }

    #[Route('/library/entry/preview', name: 'entry_preview', methods: ['POST'])]
    public function preview(Request $request): Response
    {
        $fields = EntryForm::sent($request->request, false);
        $this->drafts->keep(self::ENTRY, $fields);

        return $this->render(
            'library/_entry_preview.html.twig',
            ['preview' => EntryPreview::ofEntry(EntryForm::entry($fields))],
        );
    }

    /** The line with what was played on a keyboard; it is kept when it is previewed. */
    #[Route('/library/entry/played', name: 'entry_played', methods: ['POST'])]
    public function played(Request $request, PlayedTyping $typing): JsonResponse
    {
        return $typing->answer(EntryForm::entry(EntryForm::sent($request->request, false)), $request);
    }

    /** The line written in the other mode. */
    #[Route('/library/entry/turn', name: 'entry_turn', methods: ['POST'])]
    public function turn(Request $request): Response
    {
        $fields = EntryForm::sent($request->request, false);
        $result = Reader::read(EntryForm::entry($fields));
        if (null !== $result->piece && [] === $result->problems) {
            $write = 'letters' === $fields['mode'] ? Writer::fingers(...) : Writer::letters(...);
            $turned = $write($result->piece, $result->piece->parts[0], 0, \count($result->piece->measures));
            $fields = array_replace($fields, ['text' => $turned->text, 'unit' => $turned->unit, 'mode' => $turned->mode->value]);
            $this->drafts->keep(self::ENTRY, $fields);
        } elseif ('' === trim($fields['text'])) {
            $fields['mode'] = 'letters' === $fields['mode'] ? 'fingers' : 'letters';
            $this->drafts->keep(self::ENTRY, $fields);
        } else {
            $this->drafts->keep(self::ENTRY, $fields);
            $this->addFlash('error', 'The line is turned into the other way of typing when nothing in it is underlined.');
        }

        return $this->redirectToRoute('entry', [], 303);
    }

    #[Route('/library/entry/drop', name: 'entry_drop', methods: ['POST'])]
    public function drop(): Response
    {
        $this->drafts->drop(self::ENTRY);

        return $this->redirectToRoute('entry', [], 303);
    }

    #[Route('/library/entry', name: 'entry_add', methods: ['POST'])]
    public function add(Request $request): Response
    {
        $fields = EntryForm::sent($request->request, false);
        $this->drafts->keep(self::ENTRY, $fields);
        $result = Reader::read(EntryForm::entry($fields));
        $said = match (true) {
            '' === trim($fields['title']) => 'Give the piece a title.',
            null === $result->piece => 'There are no notes yet.',
            default => EntryForm::tooLong($fields),
        };
        if ('' !== $said || null === $result->piece) {
            return $this->entryPage($fields, $said, 422);
        }
        $notices = array_map(static fn (Problem $problem): Notice => $problem->notice, $result->problems);
        $parts = EntryForm::parts($fields);
        $derived = [] === $parts ? null : PartsFromLine::of($result->piece, $parts);
        $piece = $this->take($derived->piece ?? $result->piece, [...$notices, ...$derived->notices ?? []], 'typed.txt', $fields);
        $this->drafts->drop(self::ENTRY);

        return $this->redirectToRoute('piece', ['id' => $piece->getId()], 303);
    }

    #[Route('/library/outline', name: 'outline', methods: ['GET'])]
    public function outline(): Response
    {
        return $this->outlinePage(EntryForm::outlineFields($this->drafts->fields(self::OUTLINE)));
    }

    #[Route('/library/outline/preview', name: 'outline_preview', methods: ['POST'])]
    public function outlinePreview(Request $request): Response
    {
        $fields = EntryForm::sent($request->request, true);
        $this->drafts->keep(self::OUTLINE, $fields);

        return $this->render('library/_outline_preview.html.twig', self::outlineView(self::read($fields)));
    }

    #[Route('/library/outline', name: 'outline_add', methods: ['POST'])]
    public function addOutline(Request $request): Response
    {
        $fields = EntryForm::sent($request->request, true);
        $this->drafts->keep(self::OUTLINE, $fields);
        $outline = self::read($fields);
        $said =
            '' === trim($fields['title'])
                ? 'Give the piece a title.'
                : (null === $outline->piece || [] !== $outline->problems
                    ? 'Mend what is told below first.'
                    : EntryForm::tooLong($fields));
        if ('' !== $said || null === $outline->piece) {
            return $this->outlinePage($fields, $said, 422);
        }
        $piece = $this->take($outline->piece, [], 'outline.txt', $fields);
        $this->drafts->drop(self::OUTLINE);

        return $this->redirectToRoute('piece', ['id' => $piece->getId()], 303);
    }

    /**
     * @param list<Notice>          $notices
     * @param array<string, string> $fields
     */
    private function take(Score $score, array $notices, string $fileName, array $fields): Piece
    {
        $source = '';
        foreach ($fields as $name => $value) {
            $source .= "$name: $value\n";
        }
        $piece = $this->import->take(new ReadResult($score, $notices), $fileName, $source, trim($fields['book'] ?? ''));
        $this->addFlash(
            'done',
            [] === $notices
                ? 'The piece is in the library.'
                : 'The piece is in the library. What was left out or looks odd is listed below.',
        );

        return $piece;
    }

    /** @param array<string, string> $fields */
    private function entryPage(array $fields, string $said = '', int $status = 200): Response
    {
        return $this->render(
            'library/entry.html.twig',
            [
                'fields' => $fields,
                'said' => $said,
                'parts' => EntryForm::parts($fields),
                'preview' => EntryPreview::ofEntry(EntryForm::entry($fields)),
            ],
            new Response(null, $status),
        );
    }

    /** @param array<string, string> $fields */
    private function outlinePage(array $fields, string $said = '', int $status = 200): Response
    {
        return $this->render(
            'library/outline.html.twig',
            ['fields' => $fields, 'said' => $said] + self::outlineView(self::read($fields)),
            new Response(null, $status),
        );
    }

    /** @return array{outline: Outline, map: MeasureMap|null} */
    private static function outlineView(Outline $outline): array
    {
        return [
            'outline' => $outline,
            'map' => null === $outline->piece ? null : MeasureMap::of($outline->piece, Likeness::of($outline->piece)),
        ];
    }

    /** @param array<string, string> $fields */
    private static function read(array $fields): Outline
    {
        return Outline::of(
            $fields['title'] ?? '',
            $fields['composer'] ?? '',
            $fields['meter'] ?? '',
            $fields['key'] ?? '',
            $fields['measures'] ?? '',
            $fields['pickup'] ?? '',
            $fields['lines'] ?? '',
            $fields['sections'] ?? '',
            $fields['tempo'] ?? '',
        );
    }
}
