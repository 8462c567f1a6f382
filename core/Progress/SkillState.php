<?php

declare(strict_types=1);

namespace CoinStair\Core\Progress;

use CoinStair\Core\Difficulty\Newness;
use CoinStair\Core\Score\Instrument;

/**
 * Where one instrument group stands with one skill on one day, with all that says so (handbook 7).
 *
 * @phpstan-type Row array{
 *     string, string, int, int, int, int, int, int, string|null, string|null, string|null, int,
 *     array{string, string, string, string, int}|null,
 * }
 */
final readonly class SkillState
{
    /**
     * @param State       $state      that counts
     * @param State       $ofEvidence what the log says by itself
     * @param bool        $isPresumed the class's past has it, and no teacher said otherwise
     * @param int         $lessons    with a step that held it
     * @param int         $goalDays   with a coin at the goal
     * @param string|null $first      day (Y-m-d) on which it was played first; none if it never was
     * @param string|null $last       day on which it was touched last: with a coin, else played at all
     * @param string|null $due        day on which it is due again; none where it is not practised
     * @param int         $interval   days from the last touch to that day
     * @param Said|null   $said       by a teacher, last
     */
    public function __construct(
        public State $state,
        public State $ofEvidence,
        public bool $isPresumed,
        public int $steps = 0,
        public int $lessons = 0,
        public int $coins = 0,
        public int $misses = 0,
        public int $goalDays = 0,
        public ?string $first = null,
        public ?string $last = null,
        public ?string $due = null,
        public int $interval = 0,
        public ?Said $said = null,
    ) {
    }

    /** Nothing was met, nothing is presumed. */
    public static function notMet(): self
    {
        return new self(State::NotMet, State::NotMet, false);
    }

    /** @return Row */
    public function stored(): array
    {
        $said = $this->said;

        return [
            $this->state->value,
            $this->ofEvidence->value,
            (int) $this->isPresumed,
            $this->steps,
            $this->lessons,
            $this->coins,
            $this->misses,
            $this->goalDays,
            $this->first,
            $this->last,
            $this->due,
            $this->interval,
            null === $said ? null : [$said->state->value, $said->day, $said->who, $said->why, $said->id],
        ];
    }

    /** @param Row $row as stored() told it */
    public static function parse(array $row, Instrument $instrument, string $code): self
    {
        [$state, $ofEvidence, $isPresumed, $steps, $lessons, $coins, $misses, $days, $first, $last, $due, $interval, $said] = $row;

        return new self(
            State::from($state),
            State::from($ofEvidence),
            1 === $isPresumed,
            $steps,
            $lessons,
            $coins,
            $misses,
            $days,
            $first,
            $last,
            $due,
            $interval,
            null === $said ? null : new Said($code, $instrument, State::from($said[0]), $said[1], $said[2], $said[3], $said[4]),
        );
    }

    /** Known in the sense of the handbook: practised, secure, due again or presumed, whatever evidence there is beside. */
    public function newness(): Newness
    {
        return match (true) {
            $this->isPresumed => Newness::Known,
            State::NotMet === $this->state => Newness::New,
            State::Introduced === $this->state => Newness::Introduced,
            default => Newness::Known,
        };
    }

    public function isNew(): bool
    {
        return Newness::New === $this->newness();
    }

    public function isDue(): bool
    {
        return State::DueAgain === $this->state;
    }

    /** How long it is due, as a share of the interval that it had: the higher, the worse. */
    public function overdue(string $day): float
    {
        return null === $this->last || 0 === $this->interval ? 0.0 : Days::between($this->last, $day) / $this->interval;
    }
}
