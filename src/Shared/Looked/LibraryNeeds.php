<?php

declare(strict_types=1);

namespace App\Shared\Looked;

use App\Shared\Entity\SchoolClass;
use App\Shared\Repository\OverrideRepository;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Skill\Needs;

/**
 * What each piece of a library asks for, as it was found by LibraryLook. A few pieces that nobody looked at yet are looked at now; where
 * they are many, the background is asked to, and the page says how many are left.
 *
 * @phpstan-type Outline array{
 *     id: int, title: string, book: string, numberInBook: string, scoreHash: string, goalTempo: int, beats: float, measures: int,
 * }
 */
final readonly class LibraryNeeds
{
    /** Seconds of a request for pieces that nobody looked at yet. */
    private const SECONDS = 0.3;
    /** Pieces of which the rows are asked for by their ids; more are read with the whole library. */
    private const BY_IDS = 500;

    public function __construct(
        private LibraryDetection $detection,
        private LookedAt $lookedAt,
        private LibraryLook $look,
        private SkillsOfPieces $skills,
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
     * @param Fingerprint                       $of   all else that it follows from
     * @param list<Outline>                     $rows
     * @param \Closure(iterable<int, Needs>): T $make
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
     * @return array{iterable<int, Needs>, int} by id of the piece, in the order of the rows, read as they are asked for, once; and how many
     *                                          are not looked at yet
     */
    public function of(array $rows, HandPolicies $policies, ?SchoolClass $class = null): array
    {
        $hands = $this->detection->hands($policies, $class);
        $known = $this->lookedAt->known($hands->allPlayed(), \count($rows) > self::BY_IDS ? null : array_column($rows, 'id'));
        $needsOf = $missing = [];
        foreach ($rows as $row) {
            $of = $hands->needsOf($row);
            $needsOf[$row['id']] = $of;
            if (!isset($known[$of])) {
                $missing[] = $row;
            }
        }
        $left = $this->look($missing, $hands);

        return [$this->lookedAt->needs($needsOf, $hands->allPlayed(), $this->skills->catalogue()), $left];
    }

    /**
     * @param list<Outline> $missing
     *
     * @return int how many of them are left
     */
    private function look(array $missing, LibraryHands $hands): int
    {
        $left = \count($missing);
        if (0 === $left) {
            return 0;
        }
        $until = microtime(true) + ($this->look->isUnderWay($hands->policies, $hands->class) ? 0.0 : self::SECONDS);
        foreach (array_chunk($missing, LibraryDetection::AT_ONCE) as $some) {
            if (microtime(true) > $until) {
                $this->look->ask($hands->policies, $hands->class);

                return $left;
            }
            $this->detection->look($hands, $some);
            $left -= \count($some);
        }

        return 0;
    }
}
