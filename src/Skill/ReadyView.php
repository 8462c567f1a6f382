<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\FactsOfClasses;
use App\Shared\Facts\Skills;
use App\Shared\Facts\Standings;
use App\Shared\Looked\LibraryNeeds;
use App\Shared\Looked\SkillsOfPieces;
use App\Shared\Plans\PiecesForClasses;
use App\Shared\Repository\ChunkRepository;
use App\Shared\Repository\PieceRepository;
use App\Shared\Repository\SequenceRepository;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Progress\ClassSkills;
use CoinStair\Core\Readiness\NewSkill;
use CoinStair\Core\Readiness\Readiness;
use CoinStair\Core\Readiness\WarmUpForSkill;
use CoinStair\Core\Readiness\WhatTeaches;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Needs;
use CoinStair\Core\Standing\ChunkCoverage;

/** What is new in a piece for a class, for whom, where first, and what teaches it. */
final readonly class ReadyView
{
    public function __construct(
        private FactsOfClasses $facts,
        private Skills $skills,
        private SkillsOfPieces $ofPieces,
        private LibraryNeeds $needs,
        private PieceRepository $library,
        private PiecesForClasses $pieces,
        private Standings $standings,
        private ChunkRepository $chunks,
        private SequenceRepository $sequences,
    ) {
    }

    public function catalogue(): Catalogue
    {
        return $this->skills->catalogue();
    }

    public function of(Piece $piece, SchoolClass $class): ReadyPage
    {
        $rows = $this->library->outlines();
        $known = $this->skills->of($class);
        $follows = Fingerprint::of('what-is-new')
            ->with('class', $this->facts->of($class))
            ->with('class-version', $class->getVersion())
            ->with('piece', [$piece->getId(), $piece->getVersion()])
            ->with('titles', hash('xxh128', implode("\n", array_column($rows, 'title'))));
        [$found, $left] = $this->needs->following(
            $follows,
            $rows,
            $class->handPolicies(),
            $class,
            fn (iterable $library): WhatIsNew => $this->find($piece, $class, $known, $library, array_column($rows, 'title', 'id')),
        );

        return new ReadyPage(
            $class,
            $found->readiness,
            $found->new,
            $this->skills->catalogue(),
            $this->sequence($piece, $class),
            $found->isOutline,
            $left,
        );
    }

    /**
     * @param iterable<int, Needs> $library by id of the piece
     * @param array<int, string>   $titles  by id of the piece
     */
    private function find(Piece $piece, SchoolClass $class, ClassSkills $known, iterable $library, array $titles): WhatIsNew
    {
        $needs = $this->ofPieces->needs($piece, $class->handPolicies(), $class);
        $readiness = Readiness::of($needs, $known, $this->skills->catalogue());
        $numbers = MeasureNumbers::of($piece->score())->all();
        $teaching = WhatTeaches::find($this->others($library, $piece), $known, $readiness->new);
        $new = [];
        foreach ($readiness->new as $one) {
            $new[] = new NewInPiece(
                $one,
                $this->skills->catalogue()->skills[$one->code],
                null === $one->first ? '' : $numbers[$one->first->position] ?? '',
                self::titled($teaching[$one->code] ?? [], $titles),
                $this->warmUp($one, $piece, $class),
            );
        }

        return new WhatIsNew($readiness, $new, $piece->score()->isOutline());
    }

    /** @return list<int> ids of pieces that the class has begun: they are not next any more */
    public function learned(SchoolClass $class): array
    {
        $met = array_filter(
            $this->standings->of($class)->coverage(),
            static fn (ChunkCoverage $one): bool => $one->matter->isChunk(),
        );
        $pieces = [];
        $ids = array_map(static fn (ChunkCoverage $one): string => $one->matter->chunk, $met);
        foreach ($this->chunks->byIds(array_values($ids)) as $chunk) {
            $pieces[(int) $chunk->getPiece()->getId()] = true;
        }

        return array_keys($pieces);
    }

    /**
     * @param iterable<int, Needs> $library
     *
     * @return \Generator<int, Needs>
     */
    private function others(iterable $library, Piece $piece): \Generator
    {
        foreach ($library as $id => $needs) {
            if ($id !== $piece->getId()) {
                yield $id => $needs;
            }
        }
    }

    /**
     * @param list<int>          $ids
     * @param array<int, string> $titles by id
     *
     * @return array<int, string> titles by id, in the order of the ids
     */
    private static function titled(array $ids, array $titles): array
    {
        $titled = [];
        foreach ($ids as $id) {
            $titled[$id] = $titles[$id] ?? '';
        }

        return $titled;
    }

    private function warmUp(NewSkill $new, Piece $piece, SchoolClass $class): ?WarmUp
    {
        if (null === $new->first) {
            return null;
        }
        $of = $this->pieces->of($piece, $class);
        foreach ($new->instruments as $instrument) {
            foreach ($of->handsOfAll($instrument) as $hands) {
                $warmUp = WarmUpForSkill::find($this->skills->catalogue()->skills[$new->code], $hands, $new->first);
                if (null !== $warmUp) {
                    return $warmUp;
                }
            }
        }

        return null;
    }

    /** Id of the class's sequence on the piece. */
    private function sequence(Piece $piece, SchoolClass $class): ?int
    {
        foreach ($this->sequences->ofClass($class) as $sequence) {
            if (\in_array((int) $piece->getId(), $sequence['pieces'], true)) {
                return $sequence['id'];
            }
        }

        return null;
    }
}
