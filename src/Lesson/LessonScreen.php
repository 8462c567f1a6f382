<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Web\MusicExtension;
use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Form\CountIn;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\TempoMarks;
use CoinStair\Core\Sound\Click;
use CoinStair\Core\Sound\Repetition;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\StairMachine;
use CoinStair\Core\Stair\StairState;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Translation\TranslatorInterface;

/**
 * All that the lesson screen needs to teach without a network: for each step its clicks and the compiled rule of its stair; what each
 * instrument sees and sounds comes from LessonPlayers.
 */
final readonly class LessonScreen
{
    /** Above any tempo that is played: the count-in of fast tempos. */
    private const FASTEST = 1000;

    public function __construct(
        private MusicExtension $music,
        private TranslatorInterface $translator,
        private CacheInterface $cache,
        private LessonPlayers $players,
    ) {
    }

    /** @return array<string, mixed> as JSON goes into the page */
    public function data(Lesson $lesson): array
    {
        $piece = $lesson->getPiece()->score();
        $chunks = $spans = [];
        foreach ($this->players->chunks($lesson) as $chunk) {
            $spans[(string) $chunk->getId()] = $this->music->span($piece, $chunk->span());
            foreach (array_keys(self::patterns($lesson, $chunk)) as $key) {
                $chunks[$key] = $this->cache->get($chunk->fingerprint('room.clicks'), fn (): array => $this->clicks($chunk));
            }
        }
        $steps = [];
        foreach ($lesson->getPlan() as $step) {
            $rung = Rung::tryFrom($step['rung'] ?? '');
            $rule = CoinRule::of(GoingOn::from($step['goingOn']), $step['coins'], $step['missesDown']);
            $machine = [] === $step['treads'] ? null : StairMachine::of(\count($step['treads']), $rule);
            $steps[] = [
                'id' => $step['id'],
                'purpose' => $step['purpose'],
                'title' => $this->title(StepPurpose::from($step['purpose']), $spans[(string) $step['chunk']] ?? '', $rung, $spans[(string) ($step['like'] ?? 0)] ?? ''),
                'chunk' => self::key($step['chunk'], $step['pattern'] ?? ''),
                'treads' => $step['treads'],
                'coins' => $step['coins'],
                'states' => null === $machine ? [] : array_map(self::state(...), $machine->states),
                'start' => null === $machine ? 0 : $machine->firsts[min($step['startTread'], \count($machine->firsts) - 1)],
                'mode' => $this->translator->trans('mode.'.$step['mode']),
                'prompt' => '' === $step['prompt'] && null !== $rung ? $this->translator->trans('rung.say.'.$rung->value) : $step['prompt'],
                'seconds' => $step['seconds'],
                'doneBefore' => $step['doneBefore'],
                'twoMeasures' => array_map(static fn (int $tempo): bool => CountIn::isFast($piece, $tempo), $step['treads']),
            ];
        }

        $policies = $lesson->getClass()->handPolicies();

        return [
            'lesson' => $lesson->getId(),
            'startedAt' => $lesson->getStartedAt()->getTimestamp() * 1000,
            'minutes' => $lesson->getClass()->getMinutes(),
            'parts' => array_map(static fn (array $player): array => ['id' => $player['id'], 'name' => $player['name']], $this->players->of($lesson)),
            'layers' => ['fingers' => $policies->show->hasFingers() ? $policies->where->value : 'none', 'letters' => $policies->show->hasLetters() ? $policies->where->value : 'none'],
            'chunks' => $chunks,
            'steps' => $steps,
        ];
    }

    private function title(StepPurpose $purpose, string $span, ?Rung $rung, string $like): string
    {
        $title = trim($this->translator->trans('purpose.'.$purpose->value).' '.$span);

        return $title.(null === $rung ? '' : ', '.$this->translator->trans('rung.'.$rung->value)).('' === $like ? '' : ', '.$this->translator->trans('the same as %span%', ['%span%' => $like]));
    }

    /** A chunk stands once in the page for each rhythm that it is played in. */
    private static function key(int $chunk, string $figure): string
    {
        return '' === $figure ? (string) $chunk : $chunk.'-'.hash('xxh32', $figure);
    }

    /** @return array<array-key, string> figures of the steps of a chunk, by key; empty for the plain line */
    public static function patterns(Lesson $lesson, Chunk $chunk): array
    {
        $figures = [];
        foreach ($lesson->getPlan() as $step) {
            if ($step['chunk'] === $chunk->getId()) {
                $figures[self::key($step['chunk'], $step['pattern'] ?? '')] = $step['pattern'] ?? '';
            }
        }

        return $figures;
    }

    /** @return array{span: string, beats: float, clicks: list<array{float|int, int}>, clicksFast: list<array{float|int, int}>} */
    private function clicks(Chunk $chunk): array
    {
        $span = $chunk->span();
        $piece = $chunk->getPiece()->score();
        $clicks = static fn (int $tempo): array => array_map(static fn (Click $click): array => [$click->at, $click->count], Repetition::clicks($piece, $span, $tempo));

        return ['span' => $this->music->span($piece, $span), 'beats' => $span->beats($piece), 'clicks' => $clicks(TempoMarks::SLOWEST), 'clicksFast' => $clicks(self::FASTEST)];
    }

    /** @return list<int> tread, coins, misses, done, and the states after a coin, a miss, up, down */
    private static function state(StairState $state): array
    {
        return [$state->tread, $state->coins, $state->misses, (int) $state->done, $state->onCoin, $state->onMiss, $state->onUp, $state->onDown];
    }
}
