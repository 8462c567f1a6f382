<?php

declare(strict_types=1);

namespace App\Library\Entry;

use App\Shared\Web\MusicWords;
use CoinStair\Core\Format\QuickEntry\Entry;
use CoinStair\Core\Format\QuickEntry\PlayedNotes;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;

/** Answers with a line in which what was played is typed. */
final readonly class PlayedTyping
{
    /** Notes or chords of one request, and keys of a chord. */
    public const AT_ONCE = 8;
    private const KEYS = 10;

    public function __construct(private MusicWords $music)
    {
    }

    /** @param Request $request with caret (characters before it) and played (JSON: for each note or chord its keys, 60 is middle C) */
    public function answer(Entry $entry, Request $request): JsonResponse
    {
        $typed = PlayedNotes::type($entry, $request->request->getInt('caret'), self::played($request->request->getString('played')));

        return new JsonResponse([
            'text' => $typed->text,
            'caret' => $typed->caret,
            'said' => null === $typed->refused ? '' : $this->music->notice($typed->refused),
        ]);
    }

    /** @return list<list<int>> what is no key is left out */
    private static function played(string $json): array
    {
        $sent = json_decode($json, true, 4);
        $played = [];
        foreach (\is_array($sent) ? \array_slice($sent, 0, self::AT_ONCE) : [] as $keys) {
            $keys = \is_array($keys) ? array_filter(\array_slice($keys, 0, self::KEYS), is_int(...)) : [];
            $played[] = array_values($keys);
        }

        return $played;
    }
}
