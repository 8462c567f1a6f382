<?php

declare(strict_types=1);

namespace CoinStair\Core\Readiness;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\LeftHand\LineNote;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Lesson\WarmUpKind;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Skill\Rule\Block;
use CoinStair\Core\Skill\Rule\BlockRule;
use CoinStair\Core\Skill\Skill;

/** The warm-up made from a piece that prepares one of its skills (handbook 6 and 7). */
final class WarmUpForSkill
{
    /** Letters of the strings, lowest first. */
    private const STRINGS = 'CGDAE';

    /**
     * @param Place $place where the piece has the skill
     *
     * @return WarmUp|null none where no warm-up prepares it: what is read, counted or played together
     */
    public static function find(Skill $skill, BothHands $hands, Place $place): ?WarmUp
    {
        $blocks = $skill->rule()?->alternatives() ?? [];
        $index = self::noteAt($hands, $place);
        $pitch = null === $index ? '' : $hands->fingering->notes[$index]->pitch->name();

        return match ($skill->rule()?->firstBlock()) {
            Block::Finger => self::finger($blocks, $pitch),
            Block::Hand, Block::Accidental => WarmUp::parse(WarmUp::of(WarmUpKind::NewPlace, $pitch)->code()),
            Block::Pattern, Block::Mark => null === $index ? null : WarmUp::of(WarmUpKind::Hand, self::string($hands, $index)),
            Block::Crossing => self::crossing($hands, $index),
            Block::Stroke, Block::Slur, Block::Rhythm, Block::Length => WarmUp::of(WarmUpKind::Stroke, (string) $place->position),
            Block::Key, Block::Range => WarmUp::of(WarmUpKind::Scale),
            default => null,
        };
    }

    /**
     * An open string is played as the first note of the piece is; a finger is found at its new place.
     *
     * @param list<BlockRule> $blocks
     */
    private static function finger(array $blocks, string $pitch): ?WarmUp
    {
        return WarmUp::parse(WarmUp::of('0' === ($blocks[0]->typed[1] ?? '') ? WarmUpKind::Check : WarmUpKind::NewPlace, $pitch)->code());
    }

    private static function crossing(BothHands $hands, ?int $index): ?WarmUp
    {
        $before = null === $index ? null : $hands->fingering->neighbour($index, -1);
        $here = null === $index ? null : $hands->fingering->choices[$index];
        if (null === $before || null === $here || $before->string === $here->string) {
            return null;
        }
        $strings = [$hands->fingering->fingerboard->stringName($before->string), $hands->fingering->fingerboard->stringName($here->string)];
        usort($strings, static fn (string $one, string $other): int => strpos(self::STRINGS, $one) <=> strpos(self::STRINGS, $other));

        return WarmUp::of(WarmUpKind::OpenStrings, implode('', $strings));
    }

    private static function string(BothHands $hands, int $index): string
    {
        return $hands->fingering->fingerboard->stringName($hands->fingering->choices[$index]->string ?? 0);
    }

    private static function noteAt(BothHands $hands, Place $place): ?int
    {
        $found = array_filter(
            $hands->fingering->notes,
            static fn (LineNote $note): bool => $note->position === $place->position && $note->offset === $place->offset,
        );

        return array_key_first($found);
    }
}
