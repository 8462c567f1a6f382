<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Web\MusicExtension;
use App\Shared\Web\Notation;
use CoinStair\Core\Analysis\BothHands;
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
use CoinStair\Core\Score\Piece;
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
        private LessonHands $hands,
    ) {
    }

    /** @return array<string, mixed> as JSON goes into the page */
    public function data(Lesson $lesson): array
    {
        $piece = $lesson->getPiece()->score();
        $ids = array_values(array_unique(array_filter(array_column($lesson->getPlan(), 'chunk'))));
        $chunks = $spans = $built = [];
        $players = $this->hands->players($lesson);
        $given = $this->hands->given($lesson, $players);
        $policies = $lesson->getClass()->handPolicies();
        $tempo = $lesson->getSequence()?->getGoalTempo() ?? $lesson->getPiece()->getGoalTempo();
        $key = hash('xxh128', serialize([$players, $given, $policies->fingerprint(), $tempo, $this->translator->getLocale()]));
        foreach ([] === $ids ? [] : $this->entities->getRepository(Chunk::class)->findBy(['id' => $ids]) as $chunk) {
            $spans[(string) $chunk->getId()] = $this->music->span($piece, $chunk->span());
            foreach (self::patterns($lesson, $chunk) as $key => $figure) {
                $chunks[$key] = $this->cache->get($chunk->fingerprint('room.'.hash('xxh64', $figure).'.'.$key), function () use ($chunk, $figure, $players, $given, $policies, $tempo, &$built): array {
                    $played = self::played($piece = $chunk->getPiece()->score(), $figure);
                    foreach ($players as $player) {
                        // A rhythm pattern has notes of its own: what was set of the written ones does not meet them.
                        $built[$figure][$player['id']] ??= $this->hands->hands($played, $player, $policies, $tempo, $played === $piece ? $given : []);
                    }

                    return $this->chunk($chunk, $played, $players, array_filter($built[$figure] ?? []));
                });
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
            'parts' => array_map(static fn (array $player): array => ['id' => $player['id'], 'name' => $player['name']], $players),
            'layers' => ['fingers' => $policies->show->hasFingers() ? $policies->where->value : 'none', 'letters' => $policies->show->hasLetters() ? $policies->where->value : 'none'],
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

    private static function played(Piece $piece, string $figure): Piece
    {
        return '' === $figure ? $piece : RhythmPattern::parse($figure)->apply($piece);
    }

    /**
     * @param Piece                                                                   $piece   as it is played
     * @param list<array{id: string, name: string, instrument: string, part: string}> $players
     * @param array<string, BothHands>                                                $hands   by player
     *
     * @return array<string, mixed>
     */
    private function chunk(Chunk $chunk, Piece $piece, array $players, array $hands): array
    {
        $span = $chunk->span();
        $parts = [];
        foreach ($players as $player) {
            $part = $piece->part($player['part']);
            if (isset($hands[$player['id']])) {
                $parts[$player['id']] = $this->hands->view($piece, $hands[$player['id']], $span);
            } elseif (null !== $part) {
                $parts[$part->id] = Notation::ofChunk($piece, $span, [$part->id]) + [
                    'tones' => array_map(static fn (Tone $tone): array => [$tone->at, $tone->beats, $tone->midi, $tone->event], Repetition::tones($piece, $part, $span)),
                    'text' => Notation::text($piece, $part, $span->from->position, $span->lastPosition() + 1),
                    'fresh' => [], 'verses' => 0, 'card' => '', 'ribbon' => null, 'picture' => '',
                ];
            }
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
