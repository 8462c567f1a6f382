<?php

declare(strict_types=1);

namespace CoinStair\Core\Progress;

use CoinStair\Core\Difficulty\Newness;
use CoinStair\Core\LeftHand\BassHand;
use CoinStair\Core\LeftHand\FingerMarks;
use CoinStair\Core\LeftHand\HandFrame;
use CoinStair\Core\LeftHand\HandFrames;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Family;
use CoinStair\Core\Skill\Rule\Block;
use CoinStair\Core\Skill\Rule\FactIndex;
use CoinStair\Core\Skill\Rule\PlaceSet;

/**
 * Which places on the fingerboard a class knows, by the skills that stand for them (handbook 7): a finger in first position by the skill
 * of that finger, any other by that of its position. A place for which the catalogue has no skill goes with its neighbor.
 */
final readonly class KnownPlaces
{
    /** Rhythms that are more than a longer or shorter note. */
    private const FIGURES = '/^rhythm\.(eighth|sixteenth|dotted-|triplet|off-beat|across|tie)/D';

    /**
     * @param array<string, array<string, list<string>>> $skills  codes that stand for each place, by instrument and place
     * @param array<string, list<string>>                $rhythms codes of rhythms, by instrument
     */
    private function __construct(private array $skills, private array $rhythms)
    {
    }

    public static function of(Catalogue $catalogue): self
    {
        $skills = $rhythms = [];
        foreach (Instrument::strings() as $instrument) {
            $rhythms[$instrument->value] = self::rhythms($catalogue, $instrument);
            $places = self::places($instrument);
            $fingers = $positions = [];
            foreach ($places as [$facts, $position]) {
                $positions[$position] = [];
                $fingers += array_fill_keys([...$facts, ...self::asUsual($facts), ...self::asUsual($facts, '1')], []);
            }
            $byFinger = self::codes($catalogue, $instrument, Block::Finger, $fingers);
            $byHand = self::codes($catalogue, $instrument, Block::Hand, $positions);
            foreach ($places as $place => [$facts, $position]) {
                // What no skill names by itself goes with the nearest that one names: the position, then the finger as it sits usually.
                $skills[$instrument->value][$place] =
                    self::standingFor($byFinger, $facts) ?:
                    $byHand[$position] ?:
                    self::standingFor($byFinger, self::asUsual($facts)) ?:
                    self::standingFor($byFinger, self::asUsual($facts, '1'));
            }
        }

        return new self($skills, $rhythms);
    }

    /**
     * What the groups of a class know, what they have begun, and which rhythms they have never met.
     *
     * @return array{array<string, list<string>>, array<string, list<string>>, array<string, list<string>>} by instrument of the class:
     *                                                                                                      places that are known and that
     *                                                                                                      were introduced, as
     *                                                                                                      FingerMarks::named() names them;
     *                                                                                                      codes of rhythms
     */
    public function to(ClassSkills $class): array
    {
        $known = $introduced = $newRhythms = [];
        foreach ($class->instruments as $instrument) {
            $newRhythms[$instrument->value] = array_values(array_filter(
                $this->rhythms[$instrument->value] ?? [],
                static fn (string $code): bool => Newness::New === $class->of($instrument, $code)->newness(),
            ));
            $known[$instrument->value] = $introduced[$instrument->value] = [];
            foreach ($this->skills[$instrument->value] ?? [] as $place => $codes) {
                $newness = [] === $codes ? [Newness::Known] : array_map(
                    static fn (string $code): Newness => $class->of($instrument, $code)->newness(),
                    $codes,
                );
                if (\in_array(Newness::Known, $newness, true)) {
                    $known[$instrument->value][] = $place;
                } elseif (\in_array(Newness::Introduced, $newness, true)) {
                    $introduced[$instrument->value][] = $place;
                }
            }
        }

        return [$known, $introduced, $newRhythms];
    }

    /** @return list<string> codes of the skills that are said and clapped: how notes follow on each other, not what a single one is */
    private static function rhythms(Catalogue $catalogue, Instrument $instrument): array
    {
        $codes = [];
        foreach ($catalogue->of($instrument) as $skill) {
            if (Family::Rhythm === $skill->family && 1 === preg_match(self::FIGURES, $skill->code)) {
                $codes[] = $skill->code;
            }
        }

        return $codes;
    }

    /**
     * The same finger, or another, in its natural place in first position.
     *
     * @param list<string> $facts
     *
     * @return list<string>
     */
    private static function asUsual(array $facts, ?string $finger = null): array
    {
        return array_map(static function (string $fact) use ($finger): string {
            $values = explode('|', $fact);

            return $values[0].'|'.($finger ?? $values[1]).'|natural|I|'.($values[4] ?? 'bow');
        }, $facts);
    }

    /**
     * Which skills a place stands for by itself: those of which one block of a kind is enough and asks for it.
     *
     * @param array<array-key, list<int>> $facts of places, by the fact's values with bars between
     *
     * @return array<array-key, list<string>> codes in the order of the catalogue, by the same
     */
    private static function codes(Catalogue $catalogue, Instrument $instrument, Block $kind, array $facts): array
    {
        $index = FactIndex::of($kind, $facts);
        $codes = array_map(static fn (): array => [], $facts);
        $names = array_keys($facts);
        foreach ($catalogue->of($instrument) as $skill) {
            $fitting = str_repeat(PlaceSet::OUT, \count($facts));
            foreach ($skill->rule()?->alternatives() ?? [] as $block) {
                if ($kind === $block->block) {
                    $fitting |= $index->fitting($block->asked);
                }
            }
            foreach (PlaceSet::numbers($fitting) as $fact) {
                $codes[$names[$fact]][] = $skill->code;
            }
        }

        return $codes;
    }

    /**
     * @param array<array-key, list<string>> $codes in the order of the catalogue, by fact
     * @param list<string>                   $facts
     *
     * @return list<string> codes that stand for one of the facts
     */
    private static function standingFor(array $codes, array $facts): array
    {
        return array_values(array_unique(array_merge(...array_map(static fn (string $fact): array => $codes[$fact] ?? [], $facts))));
    }

    /** @return array<string, array{list<string>, string}> facts of each place and its position, by the place's name */
    private static function places(Instrument $instrument): array
    {
        $hands = [];
        foreach (BassHand::cases() as $bassHand) {
            array_push($hands, ...HandFrames::allOf($instrument, HandFrames::positions($instrument), $bassHand));
        }
        $places = [];
        foreach ($instrument->openStrings() as $string) {
            $name = FingerMarks::named($string, 'natural', 0, 'I');
            $places[$name] = [["$string|0|natural|I|bow", "$string|0|natural|I|pluck"], 'I'];
            foreach ($hands as $hand) {
                $places += self::placesOf($hand, $string);
            }
        }

        return $places;
    }

    /** @return array<string, array{list<string>, string}> */
    private static function placesOf(HandFrame $hand, string $string): array
    {
        $places = [];
        $position = strtr($hand->position, ' ', '-');
        foreach ($hand->fingers as $finger => $of) {
            foreach ($of as [, $placement]) {
                $name = FingerMarks::named($string, $placement->value, $finger, $hand->position);
                $places[$name] = [["$string|$finger|$placement->value|$position|bow"], $position];
            }
        }

        return $places;
    }
}
