<?php

declare(strict_types=1);

namespace App\Classroom;

use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\LeftHand\HandFrames;
use CoinStair\Core\Score\Instrument;

/** The form on how a class plays, or on what is usual in a year where there is no class. */
final readonly class HandsPage
{
    /**
     * @param array<string, string>              $usual     choice of the year, by matter
     * @param array<string, list<int|string>>    $matters   choices, by matter
     * @param array<string, array<string, bool>> $positions whether each is allowed, by instrument
     */
    private function __construct(
        public ?SchoolClass $class,
        public HandPolicies $policies,
        public array $usual,
        public array $matters,
        public array $positions,
        public string $problem,
        public bool $kept,
    ) {
    }

    /** @param bool $kept the policies were just kept for the class */
    public static function of(?SchoolClass $class, HandPolicies $policies, string $problem = '', bool $kept = false): self
    {
        $positions = [];
        foreach ($class?->instruments() ?: Instrument::strings() as $instrument) {
            $all = HandFrames::positions($instrument);
            $allowed = $policies->positionsOf($instrument);
            $positions[$instrument->value] = array_combine(
                $all,
                array_map(static fn (string $name): bool => \in_array($name, $allowed, true), $all),
            );
        }

        return new self(
            $class,
            $policies,
            HandPolicies::ofLevel($policies->level)->chosen(),
            array_map(static fn (string $matter): array => array_column($matter::cases(), 'value'), HandPolicies::matters()),
            $positions,
            $problem,
            $kept,
        );
    }
}
