<?php

declare(strict_types=1);

namespace CoinStair\Core\Readiness;

use CoinStair\Core\LeftHand\HandFrames;
use CoinStair\Core\LeftHand\OpenString;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Lesson\WarmUpKind;
use CoinStair\Core\Progress\SkillOfGroups;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Needs;
use CoinStair\Core\Skill\Rule\Block;
use CoinStair\Core\Skill\Rule\BlockRule;
use CoinStair\Core\Skill\Skill;

/**
 * Warm-ups by which a lesson on some piece touches skills that are due again (handbook 7): a finger is checked against its string,
 * crossings are played on open strings, a stroke of the piece on one. What is read or counted has none: a piece touches it.
 */
final class ReviewWarmUps
{
    private const MOST = 2;
    /** Letters of the strings, lowest first. */
    private const STRINGS = 'CGDAE';

    /**
     * @param list<SkillOfGroups> $due   worst first
     * @param Needs               $needs of the piece of the lesson
     *
     * @return array<string, WarmUp> at most a few, by code of the skill
     */
    public static function of(array $due, Catalogue $catalogue, Needs $needs): array
    {
        $warmUps = $codes = [];
        foreach ($due as $one) {
            $skill = $catalogue->find($one->code);
            $warmUp = null === $skill ? null : self::find($skill, $one->instruments[0], $needs);
            if (null !== $warmUp && !isset($codes[$warmUp->code()])) {
                $warmUps[$one->code] = $warmUp;
                $codes[$warmUp->code()] = true;
            }
            if (self::MOST === \count($warmUps)) {
                break;
            }
        }

        return $warmUps;
    }

    private static function find(Skill $skill, Instrument $instrument, Needs $needs): ?WarmUp
    {
        $block = $skill->rule()?->alternatives()[0] ?? null;

        return match ($skill->rule()?->firstBlock()) {
            Block::Finger => null === $block ? null : self::finger($block, $instrument),
            Block::Crossing => self::crossing($instrument),
            Block::Stroke, Block::Slur => self::stroke($skill, $instrument, $needs),
            default => null,
        };
    }

    private static function finger(BlockRule $block, Instrument $instrument): ?WarmUp
    {
        [$string, $finger, $placement] = $block->typed + [1 => '', 2 => ''];
        $open = OpenString::named($instrument, $string)?->pitch;
        if (null === $open || '0' === $finger) {
            return null;
        }
        foreach (HandFrames::allOf($instrument, []) as $hand) {
            foreach ($hand->fingers[(int) $finger] ?? [] as [$semitones, $placed]) {
                if ($placed->value === $placement && $hand->isFirst()) {
                    $pitch = self::spelled($open, $semitones, (int) $finger, $instrument);

                    return WarmUp::parse(WarmUp::of(WarmUpKind::Check, $pitch)->code());
                }
            }
        }

        return null;
    }

    /** By the letter of the finger on violin and viola; else natural, or with a sharp. */
    private static function spelled(Pitch $open, int $semitones, int $finger, Instrument $instrument): string
    {
        $isUpper = Instrument::Violin === $instrument || Instrument::Viola === $instrument;
        $letters = $isUpper ? $finger : [0, 0, 1, 2, 2, 3, 3, 4, 4][$semitones] ?? 4;
        $natural = Pitch::fromDiatonic($open->diatonic() + $letters, 0);

        return Pitch::of($natural->letter, max(-2, min(2, $open->midi() + $semitones - $natural->midi())), $natural->octave)->name();
    }

    /** The two strings in the middle. */
    private static function crossing(Instrument $instrument): WarmUp
    {
        $strings = [$instrument->openStrings()[1], $instrument->openStrings()[2]];
        usort($strings, static fn (string $one, string $other): int => strpos(self::STRINGS, $one) <=> strpos(self::STRINGS, $other));

        return WarmUp::of(WarmUpKind::OpenStrings, implode('', $strings));
    }

    private static function stroke(Skill $skill, Instrument $instrument, Needs $needs): ?WarmUp
    {
        $place = $needs->firstPlace($instrument, $skill->code);

        return null === $place ? null : WarmUp::of(WarmUpKind::Stroke, (string) $place->position);
    }
}
