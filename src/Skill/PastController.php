<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Entity\SchoolClass;
use App\Shared\Facts\Skills;
use App\Shared\Repository\ClassRepository;
use App\Shared\Repository\PieceRepository;
use App\Shared\Web\Version;
use CoinStair\Core\Progress\ClassPast;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Skill;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Where a class begins: what its past before the first lesson here is told to be. */
final class PastController extends AbstractController
{
    private const OLD = 'Somebody else changed this in the meantime. Your values stand below; save again to keep them.';
    private const CLASSES = 100;

    #[Route('/classes/{id:class}/past', name: 'class_past', methods: ['GET', 'POST'], requirements: ['id' => '\d{1,9}'])]
    public function __invoke(
        SchoolClass $class,
        Request $request,
        Skills $skills,
        ClassRepository $classes,
        PieceRepository $library,
        EntityManagerInterface $entities,
    ): Response {
        $past = $class->past();
        $others = array_values(
            array_filter($classes->page(0, self::CLASSES), static fn (SchoolClass $other): bool => $other !== $class),
        );
        $problem = '';
        if ($request->isMethod('POST')) {
            $past = self::read($request, $others, $skills, $past);
            if (Version::isOld($request, $class->getVersion())) {
                $problem = self::OLD;
            } else {
                $class->setPast($past);
                $entities->flush();
                $this->addFlash('done', 'The past of the class is saved. What is presumed changes with it.');

                return $this->redirectToRoute('class_skills', ['id' => $class->getId()], 303);
            }
        }

        return $this->render('skill/past.html.twig', [
            'class' => $class,
            'past' => $past,
            'others' => $others,
            'books' => $library->books(),
            'problem' => $problem,
            'presumed' => self::presumed($class, $skills),
        ], new Response(null, '' === $problem ? 200 : 409));
    }

    /** @param list<SchoolClass> $others */
    private static function read(Request $request, array $others, Skills $skills, ClassPast $before): ClassPast
    {
        $typed = $request->request;
        $codes = $before->codes;
        $name = $before->class;
        $from = $typed->getString('class');
        foreach ($others as $other) {
            if ((string) $other->getId() === $from) {
                $name = $other->getName();
                $codes = self::known($other, $skills);
            }
        }
        if ('none' === $from) {
            $name = '';
        }

        return ClassPast::of(
            '' !== $typed->getString('year'),
            mb_substr(trim(mb_scrub($typed->getString('book'))), 0, 120),
            (int) $typed->getString('upTo'),
            $name,
            $codes,
        );
    }

    /** @return array<string, list<string>> codes that a class knows now, by instrument */
    private static function known(SchoolClass $class, Skills $skills): array
    {
        $states = $skills->of($class);
        $known = [];
        foreach ($class->instruments() as $instrument) {
            $known[$instrument->value] = array_values(
                array_map(
                    static fn (Skill $skill): string => $skill->code,
                    array_filter(
                        $skills->catalogue()->of($instrument),
                        static fn (Skill $skill): bool => $states->isKnown($instrument, $skill->code),
                    ),
                ),
            );
        }

        return $known;
    }

    /** @return array<string, int> skills that are presumed of each group, by instrument */
    private static function presumed(SchoolClass $class, Skills $skills): array
    {
        $baseline = $skills->baseline($class);
        $counted = [];
        foreach ($class->instruments() ?: Instrument::strings() as $instrument) {
            $counted[$instrument->value] = \count(
                array_filter(
                    $skills->catalogue()->of($instrument),
                    static fn (Skill $skill): bool => $baseline->has($instrument, $skill->code),
                ),
            );
        }

        return $counted;
    }
}
