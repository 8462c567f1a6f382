<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use App\Lesson\Sequence\RoundWords;
use App\Lesson\Sequence\StepWords;
use App\Lesson\Sheet\LessonChunks;
use App\Lesson\Sheet\LessonPlayers;
use App\Lesson\Sheet\SheetViews;
use App\Shared\Entity\Lesson;
use App\Shared\Plans\PiecesForClasses;
use App\Shared\Web\MusicWords;
use CoinStair\Core\Chunk\Chunk as CoreChunk;
use CoinStair\Core\Form\CountIn;
use CoinStair\Core\Lesson\LessonDraft;
use CoinStair\Core\Lesson\Others;
use CoinStair\Core\Lesson\Round;
use CoinStair\Core\Lesson\Step;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Lesson\Version;
use CoinStair\Core\Lesson\Who;
use CoinStair\Core\Lesson\WhoKind;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\TempoMarks;
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
 * @phpstan-type ExcerptData array{
 *     from: float|int, measures: string, beats: float, clicks: list<array{float|int, int}>, clicksFast: list<array{float|int, int}>,
 * }
 * @phpstan-type RoundData array{mode: string, name: string, say: string, silent: bool, excerpt: ExcerptData|null}
 * @phpstan-type StepData array{
 *     id: string, purpose: string, title: string, chunk: string, treads: list<int>, coins: list<int>, states: list<list<int>>, start: int,
 *     mode: string, rounds: list<RoundData>, who: string, others: string,
 *     players: list<string>, easier: string, fuller: string, half: float|int, isSpare: bool, prompt: string,
 *     listen: string, quick: string, seconds: float,
 *     doneBefore: bool, twoMeasures: list<bool>
 * }
 * @phpstan-type LessonData array{
 *     lesson: int, startedAt: int, minutes: int, parts: list<array{id: string, name: string, instrument: string}>,
 *     layers: array{fingers: string, letters: string},
 *     chunks: array<array-key, ClickData>, steps: list<StepData>, upFor: float, entries: list<Row>, after: int, key: string, title: string,
 * }
 */
final readonly class LessonScreen
{
    /** Above any tempo that is played: the count-in of fast tempos. */
    private const FASTEST = 1000;

    public function __construct(
        private MusicWords $music,
        private StepWords $words,
        private RoundWords $roundWords,
        private TranslatorInterface $translator,
        private Memory $memory,
        private LessonPlayers $players,
        private LessonChunks $chunks,
        private PiecesForClasses $pieces,
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
        $chunks = $labels = $scores = $halves = $byId = [];
        $steps = $lesson->steps();
        $figures = LessonChunks::figures($steps);
        foreach ($this->chunks->of($steps) as $chunk) {
            $id = (int) $chunk->getId();
            $score = $chunk->getPiece()->score();
            $scores[$id] = $score;
            $byId[$id] = $chunk->chunk();
            $halves[$id] = $score->ticksBetween($chunk->chunk()->from, $chunk->chunk()->to) / $score->beatTicks / 2;
            $isOwn = !$lesson->isRow() && $chunk->getPiece() === $lesson->getPiece();
            $labels[$id] = $isOwn ? $this->music->measures($score, $chunk->chunk()) : $chunk->getPiece()->getTitle();
            $clicks = $this->memory->remember(
                Fingerprint::of('clicks')->with('score', $chunk->getPiece()->getScoreHash())->with('chunk', $chunk->edges()),
                fn (): array => $this->clicks($score, $chunk->chunk()),
            );
            $chunks += array_fill_keys(array_keys($figures[$id] ?? []), $clicks);
        }
        $forClass = $this->pieces->of($lesson->getPiece(), $lesson->getClass());
        foreach (LessonChunks::warmUps($steps) as $named => $warmUp) {
            $music = $forClass->musicOf($warmUp);
            $chunks[$named] = $this->clicks($music, CoreChunk::whole($music));
        }

        return [
            'lesson' => (int) $lesson->getId(),
            'startedAt' => $lesson->getStartedAt()->getTimestamp() * 1000,
            'minutes' => $lesson->getClass()->getMinutes(),
            'parts' => array_map(
                static fn (array $player): array => [
                    'id' => $player['id'],
                    'name' => $player['name'],
                    'instrument' => $player['instrument'],
                ],
                $this->players->of($lesson),
            ),
            'layers' => SheetViews::layers($lesson->getClass()->handPolicies()),
            'chunks' => $chunks,
            'steps' => array_map(
                fn (TaughtStep $step): array => $this->step(
                    $scores[$step->chunk] ?? $lesson->getPiece()->score(),
                    $step,
                    $labels,
                    $halves,
                    $byId,
                ),
                $steps,
            ),
            'upFor' => LessonDraft::upFor($lesson->getClass()->getYear()),
            'entries' => $log->entries,
            'after' => $log->after,
            'key' => $key,
            'title' => $lesson->getPiece()->getTitle().', '.$lesson->getClass()->getName(),
        ];
    }

    /**
     * @param array<int, string>    $labels of chunks, by id
     * @param array<int, float|int> $halves beats of their first halves
     * @param array<int, CoreChunk> $chunks by id
     *
     * @return StepData
     */
    private function step(Piece $piece, TaughtStep $taught, array $labels, array $halves, array $chunks): array
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
            'coins' => array_map(static fn (int $tread): int => $step->rule->countOn($tread, \count($treads)), array_keys($treads)),
            'states' => null === $machine ? [] : array_map(self::state(...), $machine->states),
            'start' => null === $machine ? 0 : $machine->firsts[min($taught->startTread, \count($machine->firsts) - 1)],
            'mode' => $this->translator->trans('mode.'.$step->mode->value),
            'rounds' => $this->rounds($piece, $taught, $chunks[$taught->chunk] ?? null),
            'who' => WhoKind::All === $step->who()->kind ? '' : $this->words->who($step->who()),
            'others' => Others::None === $step->who()->others
                ? ''
                : $this->translator->trans('others.say.'.$step->who()->others->value),
            'players' => array_column($step->who()->instruments, 'value'),
            'easier' => Version::Written === $step->easier ? '' : $this->translator->trans('version.'.$step->easier->value),
            'fuller' => Version::Written === $step->fuller ? '' : $this->translator->trans('version.'.$step->fuller->value),
            'half' => Version::Half === $step->easier ? $halves[$taught->chunk] ?? 0 : 0,
            'isSpare' => $taught->isSpare,
            'prompt' => null === $taught->says ? $step->prompt : $this->music->notice($taught->says),
            'listen' => null === $taught->listen ? '' : $this->music->notice($taught->listen),
            'quick' => Version::Memory === $step->fuller ? $this->translator->trans('version.memory') : '',
            'seconds' => $taught->seconds,
            'doneBefore' => $taught->doneBefore,
            'twoMeasures' => array_map(static fn (int $tempo): bool => CountIn::isFast($piece, $tempo), $treads),
        ];
    }

    /** @return list<RoundData> */
    private function rounds(Piece $piece, TaughtStep $taught, ?CoreChunk $chunk): array
    {
        $rounds = $taught->step->rounds;
        $names = $this->roundWords->names($piece, $chunk, $rounds);

        return array_map(
            fn (Round $round, string $name): array => [
                'mode' => $round->mode->value,
                'name' => $name,
                'say' => $this->roundWords->say($piece, $chunk, $round),
                'silent' => $round->mode->isSilent(),
                'excerpt' => null === $chunk ? null : $this->excerpt($piece, $round->of($chunk, $piece), $chunk),
            ],
            $rounds,
            $names,
        );
    }

    /**
     * What is clicked, counted and sounded of a part of a chunk.
     *
     * @return ExcerptData|null none where it is all of the chunk
     */
    private function excerpt(Piece $piece, CoreChunk $part, CoreChunk $of): ?array
    {
        return $part === $of
            ? null
            : ['from' => $piece->ticksBetween($of->from, $part->from) / $piece->beatTicks] + $this->clicks($piece, $part);
    }

    private function title(Step $step, string $chunk, string $like): string
    {
        if (null !== $step->warmUp) {
            return $this->words->warmUp($step->warmUp);
        }
        $title = trim($this->translator->trans('purpose.'.$step->purpose->value).' '.$chunk);

        return $title.
            (null === $step->rung ? '' : ', '.$this->translator->trans('rung.'.$step->rung->value)).
            ('' === $like ? '' : ', '.$this->translator->trans('the same as %measures%', ['%measures%' => $like]));
    }

    /** @return ClickData */
    private function clicks(Piece $piece, CoreChunk $played): array
    {
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
