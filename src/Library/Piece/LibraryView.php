<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Shared\Entity\SchoolClass;
use App\Shared\Reckoned\LibraryNeeds;
use App\Shared\Reckoned\Skills;
use App\Shared\Repository\ClassRepository;
use App\Shared\Repository\PieceRepository;
use App\Shared\Web\ForWhom;
use CoinStair\Core\Skill\Readiness;
use CoinStair\Core\Skill\Verdict;
use Symfony\Component\HttpFoundation\InputBag;

/** Lists the library; for a class with how ready it is for each piece. */
final readonly class LibraryView
{
    private const PAGE = 40;

    public function __construct(
        private PieceRepository $library,
        private ClassRepository $classes,
        private LibraryNeeds $needs,
        private Skills $skills,
    ) {
    }

    /** @param InputBag<string> $query search, page, for (class-7), ready (a verdict) */
    public function of(InputBag $query): LibraryPage
    {
        $search = trim($query->getString('search'));
        $page = max(1, min(10_000, (int) $query->getString('page', '1')));
        $class = ForWhom::parse($query->getString('for'), $this->classes)?->class;
        $verdict = null === $class ? null : Verdict::tryFrom($query->getString('ready'));
        $left = 0;
        $only = null;
        if (null !== $class && null !== $verdict) {
            [$ready, $left] = $this->ready($class, null);
            $only = array_keys(array_filter($ready, static fn (Readiness $one): bool => $verdict === $one->verdict));
        }
        $pieces = $this->library->search($search, ($page - 1) * self::PAGE, self::PAGE + 1, $only);
        $shown = \array_slice($pieces, 0, self::PAGE);
        $ready = [];
        if (null !== $class) {
            [$ready, $more] = $this->ready($class, array_column($shown, 'id'));
            $left = max($left, $more);
        }

        return new LibraryPage(
            $shown,
            $search,
            $page,
            \count($pieces) > self::PAGE,
            $this->classes->choices(),
            $class,
            $verdict,
            $ready,
            $left,
        );
    }

    /**
     * @param list<int>|null $ids of pieces; of the whole library, as far as it is looked through, if none are named
     *
     * @return array{array<int, Readiness>, int} by id, outlines left out; and how many pieces nobody looked at yet
     */
    private function ready(SchoolClass $class, ?array $ids): array
    {
        [$needs, $left] = $this->needs->of($this->library->outlines($ids), $class->handPolicies(), $class);
        $known = $this->skills->of($class);
        $ready = [];
        foreach ($needs as $id => $of) {
            if ($of->isKnown()) {
                $ready[$id] = Readiness::of($of, $known, $this->skills->catalogue());
            }
        }

        return [$ready, $left];
    }
}
