<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\CoveredPieces;
use App\Shared\Facts\FactsOfClasses;
use App\Shared\Facts\Skills;
use App\Shared\Looked\LibraryNeeds;
use App\Shared\Repository\ClassRepository;
use App\Shared\Repository\LibrarySearch;
use App\Shared\Repository\PieceLength;
use App\Shared\Repository\PieceOrder;
use App\Shared\Repository\PieceRepository;
use App\Shared\Web\ForWhom;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Readiness\Glance;
use CoinStair\Core\Readiness\Readiness;
use CoinStair\Core\Readiness\Verdict;
use CoinStair\Core\Skill\Needs;
use Symfony\Component\HttpFoundation\InputBag;

/** Finds pieces of the library; for a class with how ready it is for each piece. */
final readonly class LibraryView
{
    /** Pieces of a page. */
    public const PAGE = 40;
    /** Classes that are looked through for what is in work. */
    private const CLASSES = 60;

    public function __construct(
        private PieceRepository $library,
        private ClassRepository $classes,
        private LibraryNeeds $needs,
        private FactsOfClasses $facts,
        private Skills $skills,
        private CoveredPieces $covered,
    ) {
    }

    /**
     * @param InputBag<string> $query search, book, key, meter, length, work (only what is in work), sort ("-" before it turns it round),
     *                                page, for (class-7), ready (a verdict)
     */
    public function of(InputBag $query): LibraryPage
    {
        $class = ForWhom::parse($query->getString('for'), $this->classes)?->class;
        $verdict = null === $class ? null : Verdict::tryFrom($query->getString('ready'));
        $inWork = '1' === $query->getString('work');
        $search = self::search($query);
        if ($inWork) {
            $search = $search->among($this->covered->inWork(null === $class ? $this->classes->page(0, self::CLASSES) : [$class]));
        }
        $left = 0;
        if (null !== $class && null !== $verdict) {
            [$verdicts, $left] = $this->verdicts($class);
            $search = $search->among(array_keys($verdicts, $verdict, true));
        }
        $found = $this->library->count($search);
        $pages = max(1, (int) ceil($found / self::PAGE));
        $page = max(1, min($pages, (int) $query->getString('page', '1')));
        $pieces = $this->library->search($search, ($page - 1) * self::PAGE, self::PAGE);
        $ready = [];
        if (null !== $class) {
            [$ready, $more] = $this->ready($class, array_column($pieces, 'id'));
            $left = max($left, $more);
        }

        return new LibraryPage(
            $pieces,
            $search,
            $page,
            $pages,
            $found,
            $this->library->choices(),
            $this->classes->choices(),
            $inWork,
            $class,
            $verdict,
            $ready,
            $left,
        );
    }

    /** @param InputBag<string> $query */
    private static function search(InputBag $query): LibrarySearch
    {
        $sort = $query->getString('sort');
        $order = PieceOrder::tryFrom(ltrim($sort, '-'));

        return new LibrarySearch(
            trim($query->getString('search')),
            $query->getString('book'),
            $query->getString('key'),
            $query->getString('meter'),
            PieceLength::tryFrom($query->getString('length')),
            null,
            $order ?? PieceOrder::Book,
            null !== $order && str_starts_with($sort, '-'),
        );
    }

    /**
     * How ready a class is for the whole library, as far as it is looked through: the word alone, since there may be hundreds.
     *
     * @return array{array<int, Verdict>, int} by id, outlines left out; and how many pieces nobody looked at yet
     */
    private function verdicts(SchoolClass $class): array
    {
        return $this->needs->following(
            $this->follows('verdicts', $class),
            $this->library->outlines(),
            $class->handPolicies(),
            $class,
            fn (iterable $needs): array => $this->glances($class, $needs),
        );
    }

    /**
     * @param list<int> $ids of pieces
     *
     * @return array{array<int, Readiness>, int} by id, outlines left out; and how many pieces nobody looked at yet
     */
    private function ready(SchoolClass $class, array $ids): array
    {
        return $this->needs->following(
            $this->follows('ready', $class),
            $this->library->outlines($ids),
            $class->handPolicies(),
            $class,
            fn (iterable $needs): array => $this->readiness($class, $needs),
        );
    }

    private function follows(string $what, SchoolClass $class): Fingerprint
    {
        return Fingerprint::of($what)->with('class', $this->facts->of($class));
    }

    /**
     * @param iterable<int, Needs> $needs
     *
     * @return array<int, Verdict> of those whose notes are known
     */
    private function glances(SchoolClass $class, iterable $needs): array
    {
        $known = $this->skills->of($class);
        $verdicts = [];
        foreach ($needs as $id => $of) {
            if ($of->isKnown()) {
                $verdicts[$id] = Glance::at($of, $known, $this->skills->catalogue())->verdict;
            }
        }

        return $verdicts;
    }

    /**
     * @param iterable<int, Needs> $needs of a page
     *
     * @return array<int, Readiness> of those whose notes are known
     */
    private function readiness(SchoolClass $class, iterable $needs): array
    {
        $known = $this->skills->of($class);
        $readiness = [];
        foreach ($needs as $id => $of) {
            if ($of->isKnown()) {
                $readiness[$id] = Readiness::of($of, $known, $this->skills->catalogue());
            }
        }

        return $readiness;
    }
}
