<?php

declare(strict_types=1);

namespace App\Lesson\Sheet;

use App\Shared\Entity\Lesson;
use App\Shared\Plans\PiecesForClasses;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Score\Instrument;
use Symfony\Contracts\Translation\TranslatorInterface;

/**
 * What each instrument of a class sees and sounds in a lesson: for each chunk the notation with all its layers, tones, start card, hand
 * picture and ribbon. The screen takes away the layers that are not wanted.
 *
 * @phpstan-type Player array{id: string, name: string, instrument: string, part: string}
 */
final readonly class LessonPlayers
{
    private const PLAYERS = 8;

    public function __construct(
        private LessonChunks $chunks,
        private PiecesForClasses $pieces,
        private SheetViews $views,
        private TranslatorInterface $translator,
        private Memory $memory,
    ) {
    }

    /**
     * The parts of the score, and after them instruments of the class that have none and get one derived.
     *
     * @return list<Player> part is empty where it is derived, instrument where there are no hands
     */
    public function of(Lesson $lesson): array
    {
        $fingerprint = Fingerprint::of('players')
            ->with('score', $lesson->getPiece()->getScoreHash())
            ->with('instruments', $lesson->getClass()->instruments())
            ->with('row', $lesson->isRow())
            ->with('words', $this->translator->getLocale());

        return $this->memory->remember($fingerprint, fn (): array => $this->find($lesson));
    }

    /** @return list<Player> */
    private function find(Lesson $lesson): array
    {
        if ($lesson->isRow()) {
            return array_map($this->derived(...), $lesson->getClass()->instruments() ?: Instrument::strings());
        }
        $score = $lesson->getPiece()->score();
        $outline = $score->isOutline();
        $players = [];
        foreach ($score->parts as $part) {
            $instrument = $outline || Instrument::Other === $part->instrument ? '' : $part->instrument->value;
            $alone = 1 === \count($score->parts) && '' !== $instrument;
            $players[] = [
                'id' => $part->id,
                'name' => $alone ? $this->name($part->instrument) : ('' === $part->name ? $part->id : $part->name),
                'instrument' => $instrument,
                'part' => $part->id,
            ];
        }
        $there = array_column($players, 'instrument');
        foreach ($outline ? [] : $lesson->getClass()->instruments() as $instrument) {
            if (!\in_array($instrument->value, $there, true)) {
                $players[] = $this->derived($instrument);
            }
        }

        return \array_slice($players, 0, self::PLAYERS);
    }

    /** @return Player whose part is derived, or found in each piece of a row */
    private function derived(Instrument $instrument): array
    {
        return [
            'id' => 'as-'.$instrument->value,
            'name' => $this->name($instrument),
            'instrument' => $instrument->value,
            'part' => '',
        ];
    }

    /**
     * The views of one player by key of the chunk, as JSON that is safe inside a page. Made once for each state of all it depends on.
     *
     * @return string|null none if there is no such player
     */
    public function json(Lesson $lesson, string $id): ?string
    {
        $player = array_values(array_filter($this->of($lesson), static fn (array $player): bool => $player['id'] === $id))[0] ?? null;
        if (null === $player) {
            return null;
        }
        $instrument = Instrument::tryFrom($player['instrument']);
        $items = $this->items($lesson);
        $tempo = $lesson->goalTempo();
        $fingerprint = Fingerprint::of('room')
            ->with('player', $player)
            ->with('tempo', $tempo)
            ->with('words', $this->translator->getLocale())
            ->with('items', array_map(static fn (LessonItem $item): array => $item->told($instrument, $player['part'], $tempo), $items));

        return $this->memory->remember($fingerprint, function () use ($items, $player, $instrument, $tempo): string {
            $views = $sheets = [];
            foreach ($items as $item) {
                $part = $item->partOf($instrument, $player['part']);
                if (null === $instrument) {
                    $views[$item->key] = $this->views->plain($item->played()->piece, $part, $item->chunk);
                    continue;
                }
                $sheets[$item->music] ??= PlayerSheet::of($item->played()->piece, $item->played()->hands($instrument, $part, $tempo));
                $views[$item->key] = $this->views->of($sheets[$item->music], $item->chunk);
            }

            return json_encode((object) $views, \JSON_HEX_TAG | \JSON_HEX_AMP | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR);
        });
    }

    /** @return list<LessonItem> all that is played in a lesson, each once in each rhythm */
    private function items(Lesson $lesson): array
    {
        $steps = $lesson->steps();
        $figures = LessonChunks::figures($steps);
        $items = $pieces = [];
        foreach ($this->chunks->of($steps) as $chunk) {
            $piece = $chunk->getPiece();
            $of = $pieces[(int) $piece->getId()] ??= $this->pieces->of($piece, $lesson->getClass());
            foreach ($figures[(int) $chunk->getId()] ?? [] as $key => $figure) {
                $items[] = LessonItem::ofChunk((string) $key, $of, $figure, $chunk->chunk(), $piece->getScoreHash());
            }
        }
        $own = $pieces[(int) $lesson->getPiece()->getId()] ?? $this->pieces->of($lesson->getPiece(), $lesson->getClass());
        foreach (LessonChunks::warmUps($steps) as $key => $warmUp) {
            $items[] = LessonItem::ofWarmUp($key, $own, $warmUp, $lesson->getPiece()->getScoreHash());
        }

        return $items;
    }

    private function name(Instrument $instrument): string
    {
        return ucfirst($this->translator->trans('instrument.'.$instrument->value));
    }
}
