<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Copies;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Stair;
use CoinStair\Core\Standing\Matter;

/**
 * A step as a lesson keeps it: a copy of the sequence's step as it stood when the lesson began, so that later changes do not rewrite
 * what was taught. The one place that knows how it is stored.
 *
 * @phpstan-type Stored array{
 *     id: string, purpose: string, chunk: int, treads: list<int>, goingOn: string, coins: int, below?: int, missesDown: int,
 *     startTread: int, mode: string, turns: int, prompt: string, pattern?: string, rung?: string, like?: int, goal?: int, seconds: float,
 *     doneBefore: bool, who?: array{kind: string, instruments: list<string>, others: string}, rounds?: list<StoredRound>, warmUp?: string,
 *     easier?: string, fuller?: string, isCut?: bool, isSpare?: bool, says?: StoredNotice,
 *     listen?: StoredNotice, row?: string
 * }
 *
 * @phpstan-import-type Stored from Notice as StoredNotice
 * @phpstan-import-type Stored from Round as StoredRound
 */
final readonly class TaughtStep
{
    use Copies;

    /**
     * @param string      $id         in the log of its lesson
     * @param int         $chunk      id of the chunk; 0 where nothing is played
     * @param int         $like       id of the chunk with the same notes that was taught before; 0 for none
     * @param int         $goal       of the sequence, in beats a minute; that of the stair if 0
     * @param float       $seconds    that it was planned to take
     * @param bool        $doneBefore its top was reached before the lesson
     * @param bool        $isCut      the lesson has no time for all of its treads: it goes on in the next one
     * @param bool        $isSpare    it is of the next lesson, for a class that is quicker than it was planned
     * @param Notice|null $says       what the class is told, where the teacher has no words of their own
     * @param Notice|null $listen     what it listens for in its last coins
     * @param string|null $row        id of the step of the sequence of which it is, where the lesson was moved to another class's sequence
     *                                afterwards; empty where that has none like it
     */
    public function __construct(
        public string $id,
        public Step $step,
        public int $chunk = 0,
        public int $like = 0,
        public int $startTread = 0,
        private int $goal = 0,
        public float $seconds = 0.0,
        public bool $doneBefore = false,
        public bool $isCut = false,
        public bool $isSpare = false,
        public ?Notice $says = null,
        public ?Notice $listen = null,
        private ?string $row = null,
    ) {
    }

    /** Id of the step of its sequence of which it is; empty for none. */
    public function row(): string
    {
        return $this->row ?? $this->id;
    }

    /** It is a step of a sequence's order, and none that the lesson asked for by itself. */
    public function isOrdered(): bool
    {
        return ctype_digit($this->id);
    }

    /** As a step of another sequence. */
    public function asRow(string $row): self
    {
        return $this->copy(row: $row === $this->id ? null : $row);
    }

    /** As it was played by others than was planned; as it is where none are named. */
    public function playedBy(?Who $who): self
    {
        return null === $who ? $this : $this->copy(step: $this->step->playedBy($who));
    }

    /** @param Stored $row as stored() made it, also years ago */
    public static function parse(array $row): self
    {
        $step = new Step(
            StepPurpose::kept($row['purpose']),
            [] === $row['treads'] ? null : Stair::ofTreads($row['treads']),
            CoinRule::of(GoingOn::from($row['goingOn']), $row['coins'], $row['missesDown'], below: $row['below'] ?? $row['coins']),
            Rung::tryFrom($row['rung'] ?? ''),
            Mode::from($row['mode']),
            $row['turns'],
            $row['prompt'],
            $row['pattern'] ?? '',
            isset($row['who']) ? Who::parse($row['who']) : null,
            array_map(Round::parse(...), $row['rounds'] ?? []),
            WarmUp::parse($row['warmUp'] ?? ''),
            Version::from($row['easier'] ?? Version::Written->value),
            Version::from($row['fuller'] ?? Version::Written->value),
        );

        return new self(
            $row['id'],
            $step,
            $row['chunk'],
            $row['like'] ?? 0,
            $row['startTread'],
            $row['goal'] ?? 0,
            $row['seconds'],
            $row['doneBefore'],
            $row['isCut'] ?? false,
            $row['isSpare'] ?? false,
            isset($row['says']) ? Notice::parse($row['says']) : null,
            isset($row['listen']) ? Notice::parse($row['listen']) : null,
            $row['row'] ?? null,
        );
    }

    /** @return Stored */
    public function stored(): array
    {
        return [
            'id' => $this->id,
            'purpose' => $this->step->purpose->value,
            'chunk' => $this->chunk,
            'treads' => $this->step->stair->treads ?? [],
            'goingOn' => $this->step->rule->goingOn->value,
            'coins' => $this->step->rule->top,
            'below' => $this->step->rule->below,
            'missesDown' => $this->step->rule->missesDown,
            'startTread' => $this->startTread,
            'mode' => $this->step->mode->value,
            'turns' => $this->step->turns,
            'prompt' => $this->step->prompt,
            'pattern' => $this->step->figure,
            'rung' => $this->step->rung->value ?? '',
            'like' => $this->like,
            'goal' => $this->goal,
            'seconds' => $this->seconds,
            'doneBefore' => $this->doneBefore,
            'who' => $this->step->who()->stored(),
            'rounds' => array_map(static fn (Round $round): string|array => $round->stored(), $this->step->rounds),
            'warmUp' => $this->step->warmUp?->code() ?? '',
            'easier' => $this->step->easier->value,
            'fuller' => $this->step->fuller->value,
            'isCut' => $this->isCut,
            'isSpare' => $this->isSpare,
            ...null === $this->says ? [] : ['says' => $this->says->stored()],
            ...null === $this->listen ? [] : ['listen' => $this->listen->stored()],
            ...null === $this->row ? [] : ['row' => $this->row],
        ];
    }

    /** The class plays in it, on a stair; what is told, shown or played to it is nothing that it did. */
    public function isPlayed(): bool
    {
        return null !== $this->step->stair && $this->step->purpose->isPlayed();
    }

    /** What it teaches, as the record of the class names it. */
    public function matter(): Matter
    {
        $isTaught = 0 !== $this->chunk && $this->step->purpose->isPlayed();

        return Matter::of($isTaught ? (string) $this->chunk : '', $this->step->rung);
    }

    /** Beats a minute that count as the goal met; 0 where nothing is played. */
    public function goal(): int
    {
        return $this->goal > 0 ? $this->goal : $this->step->stair?->top() ?? 0;
    }
}
