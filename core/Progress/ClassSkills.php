<?php

declare(strict_types=1);

namespace CoinStair\Core\Progress;

use CoinStair\Core\Difficulty\Newness;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Standing\Thresholds;

/**
 * Where the instrument groups of a class stand with all skills on one day (handbook 7). Kept as one text: of hundreds of states a page asks
 * for a few.
 *
 * @phpstan-import-type Row from SkillState
 */
final class ClassSkills
{
    /** @var array<string, array<string, Row>> states as they were kept, by instrument and code; they are read where they are asked for */
    private array $kept = [];
    /** @var array<string, array<string, bool>> whether it is new, by instrument and code, once it was asked for */
    private array $new = [];
    /** @var list<SkillOfGroups>|null once they were asked for: every piece asks again */
    private ?array $due = null;

    /**
     * @param list<Instrument>                         $instruments of the class
     * @param array<string, array<string, SkillState>> $states      by instrument and code; only those that are not simply unmet
     * @param string                                   $day         Y-m-d
     */
    private function __construct(
        public readonly array $instruments,
        private array $states,
        public readonly string $day,
        public readonly Thresholds $thresholds,
    ) {
    }

    /**
     * @param list<Instrument> $instruments of the class
     * @param list<Said>       $said        by its teachers, in any order
     * @param string           $day         Y-m-d; what is later is left out
     */
    public static function on(
        string $day,
        Catalogue $catalogue,
        array $instruments,
        ClassRecord $record,
        array $said = [],
        ?Baseline $baseline = null,
        ?Thresholds $thresholds = null,
    ): self {
        usort($said, static fn (Said $one, Said $other): int => [$one->day, $one->id] <=> [$other->day, $other->id]);
        $words = [];
        foreach ($said as $one) {
            $words[$one->instrument->value][$one->code][] = $one;
        }
        $baseline ??= Baseline::none();
        $thresholds ??= Thresholds::standard();
        $states = [];
        foreach ($instruments as $instrument) {
            foreach ($catalogue->of($instrument) as $skill) {
                $of = $record->evidence($instrument, $skill->code);
                $told = $words[$instrument->value][$skill->code] ?? [];
                $isPresumed = $baseline->has($instrument, $skill->code);
                if ($isPresumed || [] !== $of || [] !== $told) {
                    $states[$instrument->value][$skill->code] = History::state($of, $told, $isPresumed, $day, $thresholds);
                }
            }
        }

        return new self($instruments, $states, $day, $thresholds);
    }

    public function of(Instrument $instrument, string $code): SkillState
    {
        $row = $this->kept[$instrument->value][$code] ?? null;
        if (null !== $row) {
            return $this->states[$instrument->value][$code] ??= SkillState::parse($row, $instrument, $code);
        }

        return $this->states[$instrument->value][$code] ?? SkillState::notMet();
    }

    /** The state alone. */
    public function stateOf(Instrument $instrument, string $code): State
    {
        $row = $this->kept[$instrument->value][$code] ?? null;

        return null === $row ? $this->of($instrument, $code)->state : State::from($row[0]);
    }

    /** It was not met in any way: asked for each skill of each piece of a library. */
    public function isNew(Instrument $instrument, string $code): bool
    {
        return $this->new[$instrument->value][$code] ??= $this->of($instrument, $code)->isNew();
    }

    /** Whether an instrument group of the class knows it, in the sense of the handbook. */
    public function isKnown(Instrument $instrument, string $code): bool
    {
        return Newness::Known === $this->of($instrument, $code)->newness();
    }

    /**
     * What is due again, the worst first: that which is overdue by the largest share of its interval.
     *
     * @return list<SkillOfGroups>
     */
    public function due(): array
    {
        return $this->due ??= $this->findDue();
    }

    /** @return array<string, array<string, SkillState>> by instrument and code; only those that are not simply unmet */
    public function all(): array
    {
        $all = [];
        foreach ($this->instruments as $instrument) {
            foreach ($this->codes($instrument) as $code) {
                $all[$instrument->value][$code] = $this->of($instrument, $code);
            }
        }

        return $all;
    }

    /** @return array{list<string>, string, array<string, int>, string} */
    public function __serialize(): array
    {
        $rows = array_map(
            static fn (array $of): array => array_map(static fn (SkillState $state): array => $state->stored(), $of),
            $this->all(),
        );

        return [
            array_map(static fn (Instrument $one): string => $one->value, $this->instruments),
            $this->day,
            $this->thresholds->values(),
            json_encode($rows, \JSON_THROW_ON_ERROR),
        ];
    }

    /** @param array{list<string>, string, array<string, int>, string} $kept */
    public function __unserialize(array $kept): void
    {
        $this->instruments = array_map(Instrument::from(...), $kept[0]);
        $this->day = $kept[1];
        $this->thresholds = Thresholds::of($kept[2]);
        $this->states = [];
        /** @var array<string, array<string, Row>> $rows */
        $rows = json_decode($kept[3], true, 512, \JSON_THROW_ON_ERROR);
        $this->kept = $rows;
    }

    /** @return list<SkillOfGroups> */
    private function findDue(): array
    {
        $due = [];
        $worst = [];
        foreach ($this->instruments as $instrument) {
            foreach ($this->codes($instrument) as $code) {
                if (State::DueAgain === $this->stateOf($instrument, $code)) {
                    $due[$code][] = $instrument;
                    $worst[$code] = max($worst[$code] ?? 0.0, $this->of($instrument, $code)->overdue($this->day));
                }
            }
        }
        arsort($worst);

        return array_map(
            static fn (string $code): SkillOfGroups => new SkillOfGroups($code, $due[$code]),
            array_map(strval(...), array_keys($worst)),
        );
    }

    /** @return list<string> codes of which there is something to tell */
    private function codes(Instrument $instrument): array
    {
        $codes = ($this->kept[$instrument->value] ?? []) + ($this->states[$instrument->value] ?? []);

        return array_map(strval(...), array_keys($codes));
    }
}
