<?php

declare(strict_types=1);

namespace App\Classroom;

use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\CoveredPiece;
use App\Shared\Plans\RankedLibrary;
use CoinStair\Core\Progress\ClassSkills;
use CoinStair\Core\Skill\Catalogue;

/** The page of a class. */
final readonly class ClassPage
{
    /** @var array<int, string> names by ISO weekday */
    public array $weekdays;

    /**
     * @param list<array{id: int, title: string, goalTempo: int, pieces: list<int>}> $sequences the latest first
     * @param list<CoveredPiece>                                                     $pieces    the one taught last first
     * @param ClassSkills                                                            $skills    as of today
     * @param RankedLibrary|null                                                     $next      what it could play next; none where the
     *                                                                                          library is large, which is asked for apart
     * @param list<QuiltBlock>                                                       $quilt     family by family
     * @param list<LogRow>                                                           $log       of lessons, the latest first
     * @param int                                                                    $page      of the log
     * @param bool                                                                   $more      the log has another page
     * @param list<string>                                                           $books     of which a row of short pieces can be made
     */
    public function __construct(
        public SchoolClass $class,
        public array $sequences,
        public array $pieces,
        public ClassSkills $skills,
        public Catalogue $catalogue,
        public ?RankedLibrary $next,
        public array $quilt,
        public array $log,
        public int $page,
        public bool $more,
        public array $books,
    ) {
        $this->weekdays = ClassType::WEEKDAYS;
    }

    /** @return list<CoveredPiece> that were begun and whose whole is not at its goal yet, the one taught last first */
    public function inWork(): array
    {
        return array_values(
            array_filter($this->pieces, static fn (CoveredPiece $piece): bool => $piece->isInWork()),
        );
    }

    /** The sequence of a piece, if there is one: its id. */
    public function sequenceOf(int $piece): ?int
    {
        foreach ($this->sequences as $sequence) {
            if (\in_array($piece, $sequence['pieces'], true)) {
                return $sequence['id'];
            }
        }

        return null;
    }
}
