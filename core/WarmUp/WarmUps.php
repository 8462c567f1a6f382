<?php

declare(strict_types=1);

namespace CoinStair\Core\WarmUp;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Difficulty\Difficulty;
use CoinStair\Core\Difficulty\Move;
use CoinStair\Core\Difficulty\MoveFamily;
use CoinStair\Core\Difficulty\MoveRow;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Lesson\ClassPolicies;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\Step;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Lesson\WarmUpKind;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Practice\NewMusic;
use CoinStair\Core\Practice\Practice;
use CoinStair\Core\Practice\StepMaker;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Skill\SkillPrompts;
use CoinStair\Core\Stair\Stair;

/** The warm-ups of a lesson: made from the piece, for what its steps need, never from a fixed list (handbook 6). */
final class WarmUps
{
    /** At most so many seconds and so many of them in a lesson. Starting values, as all of these. */
    private const SECONDS = 240.0;
    private const AT_MOST = 3;
    private const GOES = 2;
    /** Beats a minute, by year; never above the goal. */
    private const TEMPO = [1 => 60, 2 => 66, 3 => 72, 4 => 76];
    /** Share of the moves of the coming chunks that cross from which on open strings are played first. */
    private const CROSSES = 0.15;
    /** Letters of the strings, lowest first. */
    private const STRINGS = 'CGDAE';

    /** @var array<string, LessonStep> by code and goal */
    private array $steps = [];

    /**
     * @param array<string, list<string>> $strings letters of those that each instrument uses, the most used first
     */
    public function __construct(
        private readonly Piece $piece,
        private readonly ClassPolicies $policies,
        private readonly Difficulty $difficulty,
        private readonly SkillPrompts $skills,
        private readonly array $strings = [],
    ) {
    }

    /**
     * @param non-empty-list<Chunk> $chunks  that are about to be learned
     * @param int                   $goal    beats a minute
     * @param int                   $lesson  of the sequence, from 1
     * @param array<string, string> $met     places on the fingerboard that are not new any more, as Difficulty names them
     * @param list<WarmUp>          $asked   that a teacher asked for: they are there in any case
     * @param list<WarmUp>          $reviews that touch what is due again: they come right after what is new
     *
     * @return list<array{WarmUp, LessonStep}> each with its step
     */
    public function choose(array $chunks, int $goal, int $lesson, array $met = [], array $asked = [], array $reviews = []): array
    {
        if ($this->piece->isOutline()) {
            return [];
        }
        $steps = $there = [];
        $seconds = 0.0;
        foreach ($asked as $warmUp) {
            $step = $this->step($warmUp, $goal);
            $steps[] = [$warmUp, $step];
            $seconds += $step->time->seconds();
            $there[$warmUp->code()] = true;
        }
        foreach ($this->wanted($chunks, $lesson, $met, $reviews) as $warmUp) {
            if (isset($there[$warmUp->code()])) {
                continue;
            }
            $there[$warmUp->code()] = true;
            $step = $this->step($warmUp, $goal);
            $seconds += $step->time->seconds();
            if (\count($steps) >= self::AT_MOST || $seconds > min(self::SECONDS, $this->policies->seconds / 5)) {
                break;
            }
            $steps[] = [$warmUp, $step];
        }

        return $steps;
    }

    /**
     * What the coming chunks ask for, the most needed first.
     *
     * @param non-empty-list<Chunk> $chunks
     * @param array<string, string> $met
     * @param list<WarmUp>          $reviews
     *
     * @return list<WarmUp>
     */
    private function wanted(array $chunks, int $lesson, array $met, array $reviews): array
    {
        $wanted = [];
        $moves = $this->moves($chunks);
        $crossings = array_filter($moves, static fn (Move $move): bool => MoveFamily::Crossing === $move->row->family());
        $onStrings = self::counted(
            array_filter(
                $moves,
                static fn (Move $move): bool => MoveFamily::Left === $move->row->family() && MoveRow::Shift !== $move->row,
            ),
        );
        $new = $this->newPitches($chunks, $met)[0] ?? null;
        if (null !== $new) {
            $wanted[] = WarmUp::of(WarmUpKind::NewPlace, $new);
        }
        $rarest = $this->rarest($chunks);
        if (null !== $rarest) {
            $wanted[] = WarmUp::of(WarmUpKind::Stroke, (string) $rarest);
        }
        array_push($wanted, ...$reviews);
        if (\count($crossings) > self::CROSSES * \count($moves)) {
            $wanted[] = WarmUp::of(WarmUpKind::OpenStrings, self::pair($crossings));
        }
        if ([] === $onStrings) {
            $wanted[] = WarmUp::of(WarmUpKind::FirstNote, (string) $chunks[0]->from->position);
        } else {
            $wanted[] = 1 === $lesson % 2 || $this->policies->year() < 2
                ? WarmUp::of(WarmUpKind::Hand, (string) array_key_first($onStrings))
                : WarmUp::of(WarmUpKind::Scale);
        }
        if (null === $rarest && $this->hasStroke($chunks[0])) {
            $wanted[] = WarmUp::of(WarmUpKind::Stroke, (string) $chunks[0]->from->position);
        }

        return $wanted;
    }

    /** Each lesson has much the same ones. */
    private function step(WarmUp $warmUp, int $goal): LessonStep
    {
        return $this->steps[$warmUp->code().' '.$goal] ??= $this->make($warmUp, $goal);
    }

    private function make(WarmUp $warmUp, int $goal): LessonStep
    {
        $tempo = min($goal, self::TEMPO[$this->policies->year()]);
        $music = WarmUpMusic::write($this->piece, $warmUp, $this->policies->instruments, $this->strings);
        $maker = new StepMaker($music, $tempo, $this->policies->year(), $this->policies->growth);
        $measures = new NewMusic($music, Likeness::of($music), $this->policies->year());
        $practice = new Practice($music, $measures, $this->difficulty, null, $tempo, null, 2.0 * $tempo);
        $time = $maker->goes(StepPurpose::WarmUp, $practice, Chunk::whole($music), $tempo, self::GOES);
        $step = new Step(
            StepPurpose::WarmUp,
            Stair::ofTreads([$tempo]),
            $time->rule ?? $this->policies->rule,
            warmUp: $warmUp,
        );

        return new LessonStep('', $step, $time, says: new Notice(0, 0, $warmUp->kind->prompt()));
    }

    /**
     * The moves of the class's first instrument in the coming chunks.
     *
     * @param list<Chunk> $chunks
     *
     * @return list<Move>
     */
    private function moves(array $chunks): array
    {
        return array_values(
            array_filter($this->difficulty->moves($this->leader()), static function (Move $move) use ($chunks): bool {
                foreach ($chunks as $chunk) {
                    if (!$move->from->isBefore($chunk->from) && $move->from->isBefore($chunk->to)) {
                        return true;
                    }
                }

                return false;
            }),
        );
    }

    /**
     * The measure with the rarest stroke or rhythm of the coming chunks that a class of this year has yet to learn.
     *
     * @param list<Chunk> $chunks
     */
    private function rarest(array $chunks): ?int
    {
        $best = null;
        foreach ($chunks as $chunk) {
            $found = $this->skills->rarestStroke(
                $this->leader(),
                $chunk->from->position,
                $chunk->lastPosition() + 1,
                $this->policies->year(),
            );
            if (null !== $found && $found[1] > ($best[1] ?? 0.0)) {
                $best = $found;
            }
        }

        return $best[0] ?? null;
    }

    private function leader(): Instrument
    {
        return $this->policies->instruments[0];
    }

    /**
     * @param list<Chunk>           $chunks
     * @param array<string, string> $met
     *
     * @return list<string> pitches of places that are new to the first instrument that has one
     */
    private function newPitches(array $chunks, array $met): array
    {
        $pitches = [];
        foreach ($chunks as $chunk) {
            for ($position = $chunk->from->position; $position <= $chunk->lastPosition(); ++$position) {
                foreach (array_diff_key($this->difficulty->fresh[$position] ?? [], $met) as $place => $pitch) {
                    // An open string has no place to look for.
                    if (str_starts_with($place, $this->leader()->value.' ') && !str_ends_with($place, ' 0')) {
                        $pitches[] = $pitch;
                    }
                }
            }
        }

        return $pitches;
    }

    /**
     * Strings to which moves lead, by how often.
     *
     * @param array<int, Move> $moves
     *
     * @return array<string, int>
     */
    private static function counted(array $moves): array
    {
        $strings = array_count_values(array_map(static fn (Move $move): string => $move->string, $moves));
        arsort($strings);

        return $strings;
    }

    /**
     * The two strings between which the bow crosses most.
     *
     * @param array<int, Move> $crossings
     */
    private static function pair(array $crossings): string
    {
        $pairs = array_count_values(
            array_map(static function (Move $move): string {
                $strings = [$move->leaves, $move->string];
                $rank = static fn (string $string): int => (int) strpos(self::STRINGS, $string);
                usort($strings, static fn (string $one, string $other): int => $rank($one) <=> $rank($other));

                return implode('', $strings);
            }, $crossings),
        );
        arsort($pairs);

        return (string) array_key_first($pairs);
    }

    /** Its first measure has slurs or articulations, or a rhythm of its own. */
    private function hasStroke(Chunk $chunk): bool
    {
        foreach ($this->piece->parts[0]->events($chunk->from->position) as $event) {
            if ($event->slurStarts > 0 || [] !== $event->marks->articulations) {
                return true;
            }
        }

        return false;
    }
}
