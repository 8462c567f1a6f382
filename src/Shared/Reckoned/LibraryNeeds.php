<?php

declare(strict_types=1);

namespace App\Shared\Reckoned;

use App\Shared\Entity\SchoolClass;
use App\Shared\Repository\OverrideRepository;
use App\Shared\Repository\PieceRepository;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Skill\Needs;

/**
 * What each piece of a library asks for. A piece that was never looked at takes its time: a request looks at as many as fit, and tells how
 * many are left; the next one goes on.
 *
 * @phpstan-type Outline array{
 *     id: int, title: string, book: string, numberInBook: string, scoreHash: string, goalTempo: int, beats: float, measures: int,
 * }
 */
final readonly class LibraryNeeds
{
    /** Seconds of a request for pieces that nobody looked at yet. */
    private const SECONDS = 0.8;
    /** Pieces that are looked at together. */
    private const AT_ONCE = 8;

    public function __construct(
        private SkillsOfPieces $skills,
        private PieceRepository $library,
        private OverrideRepository $overrides,
        private Memory $memory,
    ) {
    }

    /**
     * What is made of the needs of some pieces: kept once none of them is left to be looked at, so that a large library is looked through
     * once for each state of what it follows from.
     *
     * @template T
     *
     * @param Fingerprint                    $of   all else that it follows from
     * @param list<Outline>                  $rows
     * @param \Closure(array<int, Needs>): T $make
     *
     * @return array{T, int} and how many pieces are not looked at yet
     */
    public function following(Fingerprint $of, array $rows, HandPolicies $policies, ?SchoolClass $class, \Closure $make): array
    {
        $pieces = array_map(static fn (array $row): array => [$row['id'], $row['scoreHash'], $row['goalTempo']], $rows);
        $of = $of
            ->with('pieces', $pieces)
            ->with('policies', $policies->fingerprint())
            ->with('set', $this->overrides->states($class))
            ->with('catalogue', $this->skills->catalogue());
        $part = null;
        try {
            $made = $this->memory->remember($of, function () use ($rows, $policies, $class, $make, &$part): mixed {
                [$needs, $left] = $this->of($rows, $policies, $class);
                $made = $make($needs);
                if ($left > 0) {
                    $part = [$made, $left];
                    throw new StillLooking();
                }

                return $made;
            });

            return [$made, 0];
        } catch (StillLooking) {
            return $part ?? throw new \LogicException('It was made just now.');
        }
    }

    /**
     * @param list<Outline> $rows
     *
     * @return array{array<int, Needs>, int} by id of the piece, in the order of the rows; and how many are not looked at yet
     */
    public function of(array $rows, HandPolicies $policies, ?SchoolClass $class = null): array
    {
        $states = $this->overrides->states($class);
        $fingerprints = [];
        foreach ($rows as $row) {
            $fingerprints[$row['id']] = Fingerprint::of('needs-of-piece')
                ->with('score', $row['scoreHash'])
                ->with('goal', $row['goalTempo'])
                ->with('policies', $policies->fingerprint())
                ->with('set', $states[$row['id']] ?? '')
                ->with('catalogue', $this->skills->catalogue());
        }
        $until = microtime(true) + self::SECONDS;
        $found = [];
        $left = 0;
        foreach (array_chunk($rows, self::AT_ONCE) as $some) {
            if (microtime(true) > $until) {
                $left += \count($some);
                continue;
            }
            $keys = array_map(static fn (array $row): string => $fingerprints[$row['id']]->key(), $some);
            // Kept under contents: the same for whatever pieces have them, so in the order of the keys, and by no id.
            $needs = $this->memory->remember(
                Fingerprint::of('needs-of-pieces')->with('pieces', $keys),
                fn (): array => $this->look(array_column($some, 'id'), $policies, $class),
            );
            foreach ($some as $index => $row) {
                $found += null === $needs[$index] ? [] : [$row['id'] => $needs[$index]];
            }
        }

        return [$found, $left];
    }

    /**
     * @param list<int> $ids
     *
     * @return list<Needs|null> one for each; none for a piece that went meanwhile
     */
    private function look(array $ids, HandPolicies $policies, ?SchoolClass $class): array
    {
        $pieces = $this->library->byIds($ids);

        return array_map(
            fn (int $id): ?Needs => isset($pieces[$id]) ? $this->skills->needs($pieces[$id], $policies, $class) : null,
            $ids,
        );
    }
}
