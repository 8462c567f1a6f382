<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Practice\Practice;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Skill\SkillPrompts;

/**
 * What a class is told before it learns a chunk (handbook 6): the newest or rarest thing in it for those who play, else the move that
 * decides what is comfortable. Said to all only where it is true for most; else to those for whom it is. Remembers what was told.
 */
final class Prompts
{
    /** Score from which on a skill is told, and what it has more while it was not. Starting values, as all of these. */
    private const TOLD_FROM = 4.0;
    private const NOT_TOLD = 1.5;
    private const AT_MOST = 2;
    /** Score of the deciding move, and how far it lies above comfort when it has all of it. */
    private const MOVE = 3.9;
    private const HARD = 1.6;
    /** Times the goal above which a comfort tempo says that nothing is hard. */
    private const EASY = 2.0;
    /** Lines of one step, and steps in a row on which the same one may stand. */
    private const LINES = 2;
    private const IN_A_ROW = 2;

    /** @var array<string, int> how often each line was told */
    private array $told = [];
    /** @var list<string> what was told to all, the last first */
    private array $last = [];

    /**
     * @param array<string, int> $players by instrument; one each where they are not told
     * @param int                $year    of playing
     * @param int                $goal    beats a minute
     */
    public function __construct(
        private readonly SkillPrompts $skills,
        private readonly array $players,
        private readonly int $year,
        private readonly int $goal,
    ) {
    }

    /**
     * What is told before a chunk is learned.
     *
     * @param non-empty-list<Instrument> $who      that play
     * @param array<string, Practice>    $practice of each, by instrument
     */
    public function of(Chunk $chunk, array $who, array $practice): Notice
    {
        $rows = $this->candidates($chunk, $who, $practice);
        $most = array_sum(array_map($this->count(...), $who)) / 2;
        $all = null;
        foreach ($rows as $row) {
            if ($row->players > $most && (null === $all || !$this->isWornOut($row))) {
                $all = null === $all || $this->isWornOut($all) ? $row : $all;
            }
        }
        $own = array_values(array_filter(
            $rows,
            static fn (Prompt $row): bool => $row->players <= $most && $row->score > ($all->score ?? 0.0),
        ));
        $lines = [...null === $all ? [] : [$all], ...self::disjoint($own)];
        $chosen = \array_slice($lines, 0, self::LINES);
        foreach ($chosen as $row) {
            $this->told[$row->key()] = ($this->told[$row->key()] ?? 0) + 1;
        }
        $this->last = \array_slice([$all?->key() ?? '', ...$this->last], 0, self::IN_A_ROW);

        return [] === $chosen
            ? Notice::word('listen, then play')
            : Notice::joined(array_map(static fn (Prompt $row): Notice => $row === $all ? $row->line : $row->toGroup(), $chosen));
    }

    /** What was told in a lesson that was taught counts as if it had been chosen here. */
    public function recall(?Notice $said): void
    {
        if (null === $said) {
            return;
        }
        $parts = array_values(array_filter($said->parameters, static fn (string|Notice $part): bool => $part instanceof Notice));
        $lines = isset($said->parameters['part0']) ? $parts : [$said];
        $all = '';
        foreach ($lines as $line) {
            $own = $line->parameters['line'] ?? null;
            $key = $own instanceof Notice ? $own->text() : $line->text();
            $all = $own instanceof Notice || '' !== $all ? $all : $key;
            $this->told[$key] = ($this->told[$key] ?? 0) + 1;
        }
        $this->last = \array_slice([$all, ...$this->last], 0, self::IN_A_ROW);
    }

    /**
     * @param non-empty-list<Instrument> $who
     * @param array<string, Practice>    $practice
     *
     * @return list<Prompt> the best first
     */
    private function candidates(Chunk $chunk, array $who, array $practice): array
    {
        $rows = [];
        foreach ($who as $instrument) {
            $skills = $this->skillsOf($chunk, $instrument);
            foreach ($skills as [$code, $line, $score]) {
                $rows[] = [$code, $line, $score, $instrument];
            }
            // A move scores less than whatever skill is worth telling.
            $of = [] === $skills ? $practice[$instrument->value] ?? null : null;
            $move = null === $of ? null : $this->move($chunk, $of, $instrument);
            if (null !== $move) {
                $rows[] = ['', $move[0], $move[1], $instrument];
            }
        }
        $byLine = [];
        foreach ($rows as [$code, $line, $score, $instrument]) {
            $byLine[$line->text()][] = [$code, $line, $score, $instrument];
        }
        $candidates = [];
        foreach ($byLine as $of) {
            $instruments = array_values(array_unique(array_column($of, 3), \SORT_REGULAR));
            $candidates[] = new Prompt(
                $of[0][0],
                $of[0][1],
                max(array_column($of, 2)),
                $instruments,
                (float) array_sum(array_map($this->count(...), $instruments)),
            );
        }
        usort($candidates, static fn (Prompt $one, Prompt $other): int => $other->score <=> $one->score);

        return $candidates;
    }

    /** @return list<array{string, Notice, float}> code, line and score of what is worth telling an instrument */
    private function skillsOf(Chunk $chunk, Instrument $instrument): array
    {
        $rows = [];
        foreach ($this->skills->scores($instrument, $chunk->from->position, $chunk->lastPosition() + 1, $this->year) as $code => $score) {
            $line = $this->skills->line($code);
            $told = $this->told[$line->text()] ?? 0;
            $score += 0 === $told ? self::NOT_TOLD : 0.0;
            if ($told < self::AT_MOST && $score >= self::TOLD_FROM) {
                $rows[] = [$code, $line, $score];
            }
        }

        return $rows;
    }

    /** @return array{Notice, float}|null line and score of the move that decides for an instrument; none where it is easy */
    private function move(Chunk $chunk, Practice $practice, Instrument $instrument): ?array
    {
        $held = $practice->heldBy($chunk, $instrument);

        return null === $held || $held[0] > self::EASY * $this->goal ? null : [
            new Notice(0, 0, $held[1]->move->row->prompt(), $held[1]->move->reason->parameters),
            self::MOVE * min(1.0, $this->goal / $held[0] / self::HARD),
        ];
    }

    /** The same sentence does not stand on three steps in a row. */
    private function isWornOut(Prompt $row): bool
    {
        return \count($this->last) >= self::IN_A_ROW && [$row->key()] === array_values(array_unique($this->last));
    }

    /**
     * The best line of each group.
     *
     * @param list<Prompt> $rows the best first
     *
     * @return list<Prompt>
     */
    private static function disjoint(array $rows): array
    {
        $lines = [];
        $served = [];
        foreach ($rows as $row) {
            $names = array_column($row->instruments, 'value');
            if ([] === array_intersect($names, $served)) {
                $lines[] = $row;
                array_push($served, ...$names);
            }
        }

        return $lines;
    }

    private function count(Instrument $instrument): int
    {
        return $this->players[$instrument->value] ?? 1;
    }
}
