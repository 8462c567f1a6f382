<?php

declare(strict_types=1);

namespace CoinStair\Core\Report;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Progress\ClassSkills;
use CoinStair\Core\Progress\SkillOfGroups;
use CoinStair\Core\Readiness\NewSkill;
use CoinStair\Core\Readiness\Readiness;
use CoinStair\Core\Readiness\WarmUpForSkill;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Needs;
use CoinStair\Core\Skill\PieceSkills;

/**
 * What piece:ready tells: whether a class can play a piece, and what is new in it for whom (handbook 7).
 *
 * @phpstan-type NewRow array{
 *     code: string, name: string, instruments: list<string>, first: array{position: int, offset: string}|null, 'taught-by': list<string>,
 * }
 */
final class ReadyReport
{
    /**
     * @param list<BothHands> $hands of the class's instruments
     *
     * @return array{verdict: string, points: array<string, int>, decides: string, new: list<NewRow>, due: list<string>}
     */
    public static function tell(Piece $piece, array $hands, ClassSkills $class, Catalogue $catalogue): array
    {
        $needs = Needs::of(PieceSkills::of($piece, $hands, $catalogue), $class->instruments);
        $readiness = Readiness::of($needs, $class, $catalogue);

        return [
            'verdict' => $readiness->verdict->value,
            'points' => $readiness->byGroup,
            'decides' => $readiness->decides()->value ?? '',
            'new' => array_map(
                static fn (NewSkill $new): array => [
                    'code' => $new->code,
                    'name' => $catalogue->skills[$new->code]->name,
                    'instruments' => array_map(static fn (Instrument $one): string => $one->value, $new->instruments),
                    'first' => self::place($new->first),
                    'taught-by' => self::taughtBy($new, $hands, $catalogue),
                ],
                $readiness->new,
            ),
            'due' => array_map(static fn (SkillOfGroups $due): string => $due->code, $readiness->due),
        ];
    }

    /** @return array{position: int, offset: string}|null */
    private static function place(?Place $place): ?array
    {
        return null === $place ? null : ['position' => $place->position, 'offset' => Ticks::quarters($place->offset)];
    }

    /**
     * The warm-up made from the piece; a library knows more.
     *
     * @param list<BothHands> $hands
     *
     * @return list<string>
     */
    private static function taughtBy(NewSkill $new, array $hands, Catalogue $catalogue): array
    {
        foreach ($hands as $of) {
            if (null !== $new->first && \in_array($of->instrument(), $new->instruments, true)) {
                $warmUp = WarmUpForSkill::find($catalogue->skills[$new->code], $of, $new->first);
                if (null !== $warmUp) {
                    return ['warm-up: '.$warmUp->title()];
                }
            }
        }

        return [];
    }
}
