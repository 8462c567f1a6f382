<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill;

use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Skill\Rule\PlaceSet;
use CoinStair\Core\Skill\Rule\Playing;

/** What can be told of the skills that a piece holds, and in which of its measures (handbook 6). */
final readonly class SkillPrompts
{
    /** Skills that make a line worth more, and two that a class has met often enough. Starting values. */
    private const FAMILIES = [Family::BowStrokes, Family::Rhythm, Family::DoubleStops];
    private const MORE = 0.5;
    private const LESS = ['rhythm.eighth' => 0.6, 'rhythm.rest.quarter' => 0.6, 'rhythm.rest.half' => 0.6, 'rhythm.rest.eighth' => 0.6];
    private const OF_THE_YEAR = 3.0;
    /** What no measure by itself prepares. */
    private const NO_STROKE = '/^(rhythm\.(rest|meter|pickup)|bow\.(slow|upbeat|up$|stagger|recover))/D';

    /** @param array<string, array<string, array<int, true>>> $found positions of measures, by instrument and code */
    private function __construct(private array $found, private int $measures)
    {
    }

    public static function none(): self
    {
        return new self([], 1);
    }

    /**
     * @param PieceFacts       $facts       of the piece
     * @param list<Instrument> $instruments of the class
     * @param int              $measures    of the piece
     */
    public static function in(PieceFacts $facts, array $instruments, int $measures): self
    {
        $catalogue = Catalogue::shipped();
        $found = [];
        $written = Playing::written();
        foreach ($instruments as $instrument) {
            $of = $facts->byInstrument[$instrument->value] ?? null;
            foreach ($catalogue->of($instrument) as $skill) {
                if (null === $of || !self::isTold($skill)) {
                    continue;
                }
                $set = $skill->rule()?->find($of, $written) ?? '';
                foreach (PlaceSet::isEmpty($set) ? [] : $of->ranks($set, $written) as $rank) {
                    $found[$instrument->value][$skill->code][Place::ofRank($rank)->position] = true;
                }
            }
        }

        return new self($found, max(1, $measures));
    }

    /**
     * What is worth telling an instrument of some measures: the score of each skill there, before it counts how often it was told.
     *
     * @return array<string, float> by code
     */
    public function scores(Instrument $instrument, int $from, int $to, int $year): array
    {
        $scores = [];
        foreach ($this->found[$instrument->value] ?? [] as $code => $positions) {
            $skill = Catalogue::shipped()->find($code);
            if (null === $skill || !self::isAny($positions, $from, $to)) {
                continue;
            }
            $usual = $skill->year($instrument);
            $scores[$code] = ($usual >= $year ? self::OF_THE_YEAR + $usual - $year : 0.0)
                + 1 - \count($positions) / $this->measures
                + (\in_array($skill->family, self::FAMILIES, true) ? self::MORE : 0.0)
                - (self::LESS[$code] ?? 0.0);
        }

        return $scores;
    }

    /**
     * The first measure of some that holds the stroke or rhythm that is most worth preparing.
     *
     * @return array{int, float}|null its position and the score; none where all of it is of an earlier year
     */
    public function rarestStroke(Instrument $instrument, int $from, int $to, int $year): ?array
    {
        $best = null;
        foreach ($this->scores($instrument, $from, $to, $year) as $code => $score) {
            $family = Catalogue::shipped()->find($code)?->family;
            $isStroke = Family::BowStrokes === $family || Family::Rhythm === $family;
            if ($isStroke && 1 !== preg_match(self::NO_STROKE, $code) && $score >= self::OF_THE_YEAR && $score > ($best[1] ?? 0.0)) {
                $positions = array_filter(
                    array_keys($this->found[$instrument->value][$code] ?? []),
                    static fn (int $position): bool => $position >= $from && $position < $to,
                );
                $best = [] === $positions ? $best : [min($positions), $score];
            }
        }

        return $best;
    }

    /** @return list<int> positions of the measures in which an instrument has a skill that can be told */
    public function measuresOf(Instrument $instrument, string $code): array
    {
        return array_keys($this->found[$instrument->value][$code] ?? []);
    }

    public function line(string $code): Notice
    {
        $line = self::lines()[$code] ?? null;

        return null !== $line
            ? Notice::word($line)
            : new Notice(0, 0, '{finger}: look, set, listen', ['finger' => Notice::word(Catalogue::shipped()->find($code)->name ?? $code)]);
    }

    private static function isTold(Skill $skill): bool
    {
        return isset(self::lines()[$skill->code]) || Family::Fingers === $skill->family;
    }

    /** @param array<int, true> $positions */
    private static function isAny(array $positions, int $from, int $to): bool
    {
        for ($position = $from; $position < $to; ++$position) {
            if (isset($positions[$position])) {
                return true;
            }
        }

        return false;
    }

    /** @return array<string, string> */
    private static function lines(): array
    {
        static $lines = null;

        /** @var array<string, string> */
        return $lines ??= require __DIR__.'/prompts.php';
    }
}
