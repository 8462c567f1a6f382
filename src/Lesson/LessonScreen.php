<?php

declare(strict_types=1);

namespace App\Lesson;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Web\MusicExtension;
use CoinStair\Core\Form\CountIn;
use CoinStair\Core\Log\TaughtStep;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\TempoMarks;
use CoinStair\Core\Sequence\Step;
use CoinStair\Core\Sound\Click;
use CoinStair\Core\Sound\Repetition;
use CoinStair\Core\Stair\StairMachine;
use CoinStair\Core\Stair\StairState;
use Symfony\Contracts\Translation\TranslatorInterface;

/**
 * All that the lesson screen needs to teach without a network: for each step its clicks and the compiled rule of its stair; what each
 * instrument sees and sounds comes from LessonPlayers.
 *
 * @phpstan-import-type Row from LogNews
 *
 * @phpstan-type ClickData array{
 *     measures: string, beats: float, clicks: list<array{float|int, int}>, clicksFast: list<array{float|int, int}>,
 * }
 * @phpstan-type StepData array{
 *     id: string, purpose: string, title: string, chunk: string, treads: list<int>, coins: int, states: list<list<int>>, start: int,
 *     mode: string, prompt: string, seconds: float, doneBefore: bool, twoMeasures: list<bool>
 * }
 * @phpstan-type LessonData array{
 *     lesson: int, startedAt: int, minutes: int, parts: list<array{id: string, name: string}>,
 *     layers: array{fingers: string, letters: string},
 *     chunks: array<array-key, ClickData>, steps: list<StepData>, entries: list<Row>, after: int, key: string, title: string,
 * }
 */
final readonly class LessonScreen
{
    /** Above any tempo that is played: the count-in of fast tempos. */
    private const FASTEST = 1000;

    public function __construct(
        private MusicExtension $music,
        private TranslatorInterface $translator,
        private Memory $memory,
        private LessonPlayers $players,
        private LessonChunks $chunks,
    ) {
    }

    /**
     * @param LogNews $log all of it
     * @param string  $key of the lesson, for this screen
     *
     * @return LessonData
     */
    public function data(Lesson $lesson, LogNews $log, string $key): array
    {
        $piece = $lesson->getPiece()->score();
        $chunks = $labels = [];
        $steps = $lesson->steps();
        $figures = LessonChunks::figures($steps);
        foreach ($this->chunks->of($steps) as $chunk) {
            $id = (int) $chunk->getId();
            $labels[$id] = $this->music->measures($piece, $chunk->chunk());
            $clicks = $this->memory->remember(
                Fingerprint::of('clicks')->with('score', $lesson->getPiece()->getScoreHash())->with('chunk', $chunk->edges()),
                fn (): array => $this->clicks($chunk),
            );
            $chunks += array_fill_keys(array_keys($figures[$id]), $clicks);
        }
        $policies = $lesson->getClass()->handPolicies();

        return [
            'lesson' => (int) $lesson->getId(),
            'startedAt' => $lesson->getStartedAt()->getTimestamp() * 1000,
            'minutes' => $lesson->getClass()->getMinutes(),
            'parts' => array_map(
                static fn (array $player): array => ['id' => $player['id'], 'name' => $player['name']],
                $this->players->of($lesson),
            ),
            'layers' => [
                'fingers' => $policies->show->hasFingers() ? $policies->where->value : 'none',
                'letters' => $policies->show->hasLetters() ? $policies->where->value : 'none',
            ],
            'chunks' => $chunks,
            'steps' => array_map(fn (TaughtStep $step): array => $this->step($piece, $step, $labels), $steps),
            'entries' => $log->entries,
            'after' => $log->after,
            'key' => $key,
            'title' => $lesson->getPiece()->getTitle().', '.$lesson->getClass()->getName(),
        ];
    }

    /**
     * @param array<int, string> $labels of chunks, by id
     *
     * @return StepData
     */
    private function step(Piece $piece, TaughtStep $taught, array $labels): array
    {
        $step = $taught->step;
        $treads = $step->stair->treads ?? [];
        $machine = [] === $treads ? null : StairMachine::of(\count($treads), $step->rule);

        return [
            'id' => $taught->id,
            'purpose' => $step->purpose->value,
            'title' => $this->title($step, $labels[$taught->chunk] ?? '', $labels[$taught->like] ?? ''),
            'chunk' => LessonChunks::key($taught),
            'treads' => $treads,
            'coins' => $step->rule->count,
            'states' => null === $machine ? [] : array_map(self::state(...), $machine->states),
            'start' => null === $machine ? 0 : $machine->firsts[min($taught->startTread, \count($machine->firsts) - 1)],
            'mode' => $this->translator->trans('mode.'.$step->mode->value),
            'prompt' => '' === $step->prompt && null !== $step->rung
                ? $this->translator->trans('rung.say.'.$step->rung->value)
                : $step->prompt,
            'seconds' => $taught->seconds,
            'doneBefore' => $taught->doneBefore,
            'twoMeasures' => array_map(static fn (int $tempo): bool => CountIn::isFast($piece, $tempo), $treads),
        ];
    }

    private function title(Step $step, string $chunk, string $like): string
    {
        $title = trim($this->translator->trans('purpose.'.$step->purpose->value).' '.$chunk);

        return $title.
            (null === $step->rung ? '' : ', '.$this->translator->trans('rung.'.$step->rung->value)).
            ('' === $like ? '' : ', '.$this->translator->trans('the same as %measures%', ['%measures%' => $like]));
    }

    /** @return ClickData */
    private function clicks(Chunk $chunk): array
    {
        $played = $chunk->chunk();
        $piece = $chunk->getPiece()->score();
        $clicks = static fn (int $tempo): array => array_map(
            static fn (Click $click): array => [$click->at, $click->count],
            Repetition::clicks($piece, $played, $tempo),
        );

        return [
            'measures' => $this->music->measures($piece, $played),
            'beats' => $played->beats($piece),
            'clicks' => $clicks(TempoMarks::SLOWEST),
            'clicksFast' => $clicks(self::FASTEST),
        ];
    }

    /** @return list<int> tread, coins, misses, done, and the states after a coin, a miss, up, down */
    private static function state(StairState $state): array
    {
        return [
            $state->tread,
            $state->coins,
            $state->misses,
            (int) $state->done,
            $state->onCoin,
            $state->onMiss,
            $state->onUp,
            $state->onDown,
        ];
    }
}
