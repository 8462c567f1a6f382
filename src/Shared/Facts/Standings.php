<?php

declare(strict_types=1);

namespace App\Shared\Facts;

use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Log\Coverage;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Progress\KnownPlaces;
use CoinStair\Core\Standing\Standing;

/** Where a class stands: what it has covered, and which places on the fingerboard it knows by its skills. */
final readonly class Standings
{
    public function __construct(
        private FactsOfClasses $facts,
        private TaughtLessons $taught,
        private Skills $skills,
        private Memory $memory,
    ) {
    }

    public function of(SchoolClass $class): Standing
    {
        $facts = $this->facts->of($class);
        $log = Fingerprint::of('coverage')->with('log', $facts->log);
        $coverage = $this->memory->remember(
            $log,
            fn (): array => $this->taught->summed(
                $class,
                Fingerprint::of('coverage-settled'),
                static fn (iterable $lessons, ?array $before): array => Coverage::ofChunks($lessons, $before ?? []),
            ),
        );
        $state = Fingerprint::of('known')->with('class', $facts->onRecord());
        [$known, $introduced, $newRhythms] = $this->memory->remember($state, fn (): array => $this->places($class));

        return Standing::of($coverage, $known, $introduced, $newRhythms, $this->skills->thresholds());
    }

    /** @return array{array<string, list<string>>, array<string, list<string>>, array<string, list<string>>} as KnownPlaces tells them */
    private function places(SchoolClass $class): array
    {
        $catalogue = $this->skills->catalogue();
        $places = $this->memory->remember(
            Fingerprint::of('places')->with('catalogue', $catalogue),
            static fn (): KnownPlaces => KnownPlaces::of($catalogue),
        );

        return $places->to($this->skills->onRecord($class));
    }
}
