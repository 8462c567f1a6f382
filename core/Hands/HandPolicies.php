<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\LeftHand\BassHand;
use CoinStair\Core\LeftHand\BeneathPolicy;
use CoinStair\Core\LeftHand\FifthPolicy;
use CoinStair\Core\LeftHand\FingeringPolicy;
use CoinStair\Core\LeftHand\HandFrames;
use CoinStair\Core\LeftHand\KeepDownPolicy;
use CoinStair\Core\LeftHand\OpenStringPolicy;
use CoinStair\Core\LeftHand\PlacePolicy;
use CoinStair\Core\LeftHand\PrintedFingers;
use CoinStair\Core\LeftHand\ShowPolicy;
use CoinStair\Core\LeftHand\ShowWhere;
use CoinStair\Core\RightHand\AmountPolicy;
use CoinStair\Core\RightHand\ContactPolicy;
use CoinStair\Core\RightHand\DirectionPolicy;
use CoinStair\Core\RightHand\LongNotePolicy;
use CoinStair\Core\RightHand\StartPolicy;
use CoinStair\Core\Score\Instrument;

/**
 * All that a teacher chooses for both hands of a class (handbook 1), with the defaults of its year of playing.
 *
 * Choices are named by their matter; positions by instrument, marks in semitones above the open string.
 *
 * @phpstan-type Choices array<string, string|list<int>|array<string, list<string>>>
 */
final readonly class HandPolicies
{
    /** Semitones above the open strings at which a fingerboard can have marks. */
    public const MARKS = [1, 2, 3, 4, 5, 6, 7];
    private const USUAL_MARKS = [2, 4, 5];

    /**
     * @param array<string, list<string>|null> $positions allowed hands by instrument; the year's own if none are named
     * @param list<int>                        $marks     semitones above the open strings at which the fingerboards have marks
     */
    private function __construct(
        public int $level,
        public OpenStringPolicy $openStrings,
        public PrintedFingers $printed,
        public FifthPolicy $fifth,
        public BeneathPolicy $beneath,
        public KeepDownPolicy $keepDown,
        public BassHand $bassHand,
        public DirectionPolicy $bowing,
        public AmountPolicy $amount,
        public StartPolicy $start,
        public ContactPolicy $contact,
        public LongNotePolicy $longNotes,
        public ShowPolicy $show,
        public ShowWhere $where,
        public PlacePolicy $place,
        public array $positions,
        public array $marks,
    ) {
    }

    /**
     * The named choices of each matter, the default of the year first told by ofLevel().
     *
     * @return array<string, class-string<\BackedEnum>>
     */
    public static function matters(): array
    {
        return [
            'openStrings' => OpenStringPolicy::class,
            'printed' => PrintedFingers::class,
            'fifth' => FifthPolicy::class,
            'beneath' => BeneathPolicy::class,
            'keepDown' => KeepDownPolicy::class,
            'bassHand' => BassHand::class,
            'bowing' => DirectionPolicy::class,
            'amount' => AmountPolicy::class,
            'start' => StartPolicy::class,
            'contact' => ContactPolicy::class,
            'longNotes' => LongNotePolicy::class,
            'show' => ShowPolicy::class,
            'where' => ShowWhere::class,
            'place' => PlacePolicy::class,
        ];
    }

    /** @param int $level year of playing, 1 to 4 */
    public static function ofLevel(int $level): self
    {
        return self::of($level, []);
    }

    /**
     * The defaults of a year with what was chosen instead; a choice that no matter has is left out.
     *
     * @param int          $level   year of playing, 1 to 4
     * @param array<mixed> $choices as a form sent them or as choices() told them
     */
    public static function of(int $level, array $choices): self
    {
        $level = max(1, min(HandFrames::LEVELS, $level));
        $positions = $marks = [];
        foreach (Instrument::strings() as $instrument) {
            $named = \is_array($choices['positions'] ?? null) ? $choices['positions'][$instrument->value] ?? null : null;
            $positions[$instrument->value] = \is_array($named)
                ? array_values(array_intersect(HandFrames::positions($instrument), ['I', ...array_filter($named, is_string(...))]))
                : null;
        }
        foreach (\is_array($choices['marks'] ?? null) ? $choices['marks'] : self::USUAL_MARKS as $mark) {
            if (is_numeric($mark) && \in_array((int) $mark, self::MARKS, true)) {
                $marks[] = (int) $mark;
            }
        }

        return new self(
            $level,
            self::choice($choices, 'openStrings', OpenStringPolicy::ofLevel($level)),
            self::choice($choices, 'printed', PrintedFingers::Kept),
            self::choice($choices, 'fifth', FifthPolicy::ByTempo),
            self::choice($choices, 'beneath', BeneathPolicy::Together),
            self::choice($choices, 'keepDown', KeepDownPolicy::Near),
            self::choice($choices, 'bassHand', BassHand::OneTwoFour),
            self::choice($choices, 'bowing', DirectionPolicy::Alternate),
            self::choice($choices, 'amount', AmountPolicy::Value),
            self::choice($choices, 'start', StartPolicy::ByLength),
            self::choice($choices, 'contact', ContactPolicy::Middle),
            self::choice($choices, 'longNotes', LongNotePolicy::Planned),
            self::choice($choices, 'show', ShowPolicy::Fingers),
            self::choice($choices, 'where', ShowWhere::New),
            self::choice($choices, 'place', PlacePolicy::Both),
            $positions,
            array_values(array_unique($marks)),
        );
    }

    /** @return array<string, string> the value chosen for each matter */
    public function chosen(): array
    {
        return [
            'openStrings' => $this->openStrings->value,
            'printed' => $this->printed->value,
            'fifth' => $this->fifth->value,
            'beneath' => $this->beneath->value,
            'keepDown' => $this->keepDown->value,
            'bassHand' => $this->bassHand->value,
            'bowing' => $this->bowing->value,
            'amount' => $this->amount->value,
            'start' => $this->start->value,
            'contact' => $this->contact->value,
            'longNotes' => $this->longNotes->value,
            'show' => $this->show->value,
            'where' => $this->where->value,
            'place' => $this->place->value,
        ];
    }

    /**
     * What differs from the defaults of the year, to be kept: a class that chose nothing moves on to the next year's defaults.
     *
     * @return Choices as of() takes it
     */
    public function choices(): array
    {
        $usual = self::ofLevel($this->level);
        $choices = array_diff_assoc($this->chosen(), $usual->chosen());
        $positions = [];
        foreach (Instrument::strings() as $instrument) {
            if ($this->positionsOf($instrument) !== HandFrames::positions($instrument, $this->level)) {
                $positions[$instrument->value] = $this->positionsOf($instrument);
            }
        }

        return $choices +
            ([] === $positions ? [] : ['positions' => $positions]) +
            ($usual->marks === $this->marks ? [] : ['marks' => $this->marks]);
    }

    /** @return list<string> names of the positions that this class uses */
    public function positionsOf(Instrument $instrument): array
    {
        return $this->positions[$instrument->value] ?? HandFrames::positions($instrument, $this->level);
    }

    /**
     * @param float $secondsPerTick 0 where no tempo is known
     *
     * @throws \InvalidArgumentException for an instrument without strings
     */
    public function fingering(Instrument $instrument, float $secondsPerTick = 0.0): FingeringPolicy
    {
        return FingeringPolicy::of(
            $instrument,
            $this->level,
            $this->openStrings,
            $this->printed,
            $this->keepDown,
            $this->fifth,
            $this->beneath,
            $this->bassHand,
            $this->positionsOf($instrument),
            $secondsPerTick,
        );
    }

    /** What tells two sets of policies apart. */
    public function fingerprint(): string
    {
        return hash(
            'xxh128',
            serialize([$this->level, $this->chosen(), array_map($this->positionsOf(...), Instrument::strings()), $this->marks]),
        );
    }

    /**
     * @template T of \BackedEnum
     *
     * @param array<mixed> $choices
     * @param T            $default
     *
     * @return T
     */
    private static function choice(array $choices, string $matter, \BackedEnum $default): \BackedEnum
    {
        $value = $choices[$matter] ?? null;

        return \is_string($value) ? $default::tryFrom($value) ?? $default : $default;
    }
}
