<?php

declare(strict_types=1);

namespace CoinStair\Core\Report;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Score\Ticks;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\PieceSkills;

/**
 * What piece:skills tells: the skills of a piece, each with its evidence (handbook 7).
 *
 * @phpstan-type SkillRow array{
 *     code: string, name: string, family: string, instruments: list<string>,
 *     evidence: list<array{instrument: string, position: int, offset: string}>,
 * }
 */
final class SkillsReport
{
    /**
     * @param list<Instrument> $instruments
     * @param int              $tempo       beats a minute
     *
     * @return array{skills: list<SkillRow>}
     */
    public static function tell(Piece $piece, array $instruments, HandPolicies $policies, int $tempo): array
    {
        $catalogue = Catalogue::shipped();
        $skills = PieceSkills::of($piece, BothHands::ofEach($piece, $instruments, $policies, $tempo), $catalogue);
        $rows = [];
        foreach ($instruments as $instrument) {
            foreach ($skills->found($instrument) as $code => $ranks) {
                $skill = $catalogue->skills[$code];
                $rows[$code] ??= [
                    'code' => $skill->code,
                    'name' => $skill->name,
                    'family' => $skill->family->value,
                    'instruments' => [],
                    'evidence' => [],
                ];
                $rows[$code]['instruments'][] = $instrument->value;
                foreach ($ranks as $rank) {
                    $place = Place::ofRank($rank);
                    $rows[$code]['evidence'][] = [
                        'instrument' => $instrument->value,
                        'position' => $place->position,
                        'offset' => Ticks::quarters($place->offset),
                    ];
                }
            }
        }
        $order = array_flip(array_keys($catalogue->skills));
        uksort($rows, static fn (string $one, string $other): int => $order[$one] <=> $order[$other]);

        return ['skills' => array_values($rows)];
    }
}
