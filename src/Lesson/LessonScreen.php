<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Web\MusicExtension;
use App\Shared\Web\Notation;
use CoinStair\Core\Form\RhythmPattern;
use CoinStair\Core\Practice\Click;
use CoinStair\Core\Practice\CoinRule;
use CoinStair\Core\Practice\CountIn;
use CoinStair\Core\Practice\GoingOn;
use CoinStair\Core\Practice\Repetition;
use CoinStair\Core\Practice\StairMachine;
use CoinStair\Core\Practice\StairState;
use CoinStair\Core\Practice\StepPurpose;
use CoinStair\Core\Practice\TempoMarks;
use CoinStair\Core\Practice\Tone;
use CoinStair\Core\Score\Part;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Translation\TranslatorInterface;

/**
 * All that the lesson screen needs to teach without a network: for each step its notation, clicks, tones and the compiled rule of its stair.
 */
final readonly class LessonScreen
{
    /** Above any tempo that is played: the count-in of fast tempos. */
    private const FASTEST = 1000;

    public function __construct(
        private EntityManagerInterface $entities,
        private MusicExtension $music,
        private TranslatorInterface $translator,
        private CacheInterface $cache,
    ) {
    }

    /** @return array<string, mixed> as JSON goes into the page */
    public function data(Lesson $lesson): array
    {
        $piece = $lesson->getPiece()->score();
        $ids = array_values(array_unique(array_filter(array_column($lesson->getPlan(), 'chunk'))));
        $chunks = $spans = [];
        foreach ([] === $ids ? [] : $this->entities->getRepository(Chunk::class)->findBy(['id' => $ids]) as $chunk) {
            $spans[(string) $chunk->getId()] = $this->music->span($piece, $chunk->span());
            foreach (self::patterns($lesson, $chunk) as $key => $figure) {
                $chunks[$key] = $this->cache->get($chunk->fingerprint('room.'.hash('xxh64', $figure)), fn (): array => $this->chunk($chunk, $figure));
            }
        }
        $steps = [];
        foreach ($lesson->getPlan() as $step) {
            $rule = CoinRule::of(GoingOn::from($step['goingOn']), $step['coins'], $step['missesDown']);
            $machine = [] === $step['treads'] ? null : StairMachine::of(\count($step['treads']), $rule);
            $steps[] = [
                'id' => $step['id'],
                'purpose' => $step['purpose'],
                'title' => $this->title(StepPurpose::from($step['purpose']), $spans[(string) $step['chunk']] ?? ''),
                'chunk' => self::key($step['chunk'], $step['pattern'] ?? ''),
                'treads' => $step['treads'],
                'coins' => $step['coins'],
                'states' => null === $machine ? [] : array_map(self::state(...), $machine->states),
                'start' => null === $machine ? 0 : $machine->firsts[min($step['startTread'], \count($machine->firsts) - 1)],
                'mode' => $this->translator->trans('mode.'.$step['mode']),
                'prompt' => $step['prompt'],
                'seconds' => $step['seconds'],
                'doneBefore' => $step['doneBefore'],
                'twoMeasures' => array_map(static fn (int $tempo): bool => CountIn::isFast($piece, $tempo), $step['treads']),
            ];
        }

        return [
            'lesson' => $lesson->getId(),
            'startedAt' => $lesson->getStartedAt()->getTimestamp() * 1000,
            'minutes' => $lesson->getClass()->getMinutes(),
            'parts' => array_map(static fn (Part $part): array => ['id' => $part->id, 'name' => $part->name], $piece->parts),
            'chunks' => $chunks,
            'steps' => $steps,
        ];
    }

    private function title(StepPurpose $purpose, string $span): string
    {
        return trim($this->translator->trans('purpose.'.$purpose->value).' '.$span);
    }

    /** A chunk stands once in the page for each rhythm that it is played in. */
    private static function key(int $chunk, string $figure): string
    {
        return '' === $figure ? (string) $chunk : $chunk.'-'.hash('xxh32', $figure);
    }

    /** @return array<array-key, string> figures of the steps of a chunk, by key; empty for the plain line */
    private static function patterns(Lesson $lesson, Chunk $chunk): array
    {
        $figures = [];
        foreach ($lesson->getPlan() as $step) {
            if ($step['chunk'] === $chunk->getId()) {
                $figures[self::key($step['chunk'], $step['pattern'] ?? '')] = $step['pattern'] ?? '';
            }
        }

        return $figures;
    }

    /** @return array<string, mixed> */
    private function chunk(Chunk $chunk, string $figure): array
    {
        $span = $chunk->span();
        $piece = $chunk->getPiece()->score();
        $piece = '' === $figure ? $piece : RhythmPattern::parse($figure)->apply($piece);
        $parts = [];
        foreach ($piece->parts as $part) {
            $parts[$part->id] = Notation::ofChunk($piece, $span, [$part->id]) + [
                'tones' => array_map(static fn (Tone $tone): array => [$tone->at, $tone->beats, $tone->midi, $tone->event], Repetition::tones($piece, $part, $span)),
                'text' => Notation::text($piece, $part, $span->from->position, $span->lastPosition() + 1),
            ];
        }
        $clicks = static fn (int $tempo): array => array_map(static fn (Click $click): array => [$click->at, $click->count], Repetition::clicks($piece, $span, $tempo));

        return [
            'span' => $this->music->span($piece, $span),
            'beats' => $span->beats($piece),
            'clicks' => $clicks(TempoMarks::SLOWEST),
            'clicksFast' => $clicks(self::FASTEST),
            'parts' => $parts,
        ];
    }

    /** @return list<int> tread, coins, misses, done, and the states after a coin, a miss, up, down */
    private static function state(StairState $state): array
    {
        return [$state->tread, $state->coins, $state->misses, (int) $state->done, $state->onCoin, $state->onMiss, $state->onUp, $state->onDown];
    }
}
