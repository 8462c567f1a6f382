<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Entity\Piece;
use App\Shared\Reckoned\SkillsOfPieces;
use App\Shared\Repository\PieceRepository;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Skill\Skill;

/** In which pieces of the library a skill is found, as a year of playing plays them. */
final readonly class FoundInLibrary
{
    /** Seconds of a request: a library that takes longer is told as far as it was looked through. */
    private const SECONDS = 1.2;
    private const PIECES = 120;

    public function __construct(private SkillsOfPieces $ofPieces, private PieceRepository $library)
    {
    }

    /** @param int $year of playing, whose hands are reckoned */
    public function of(Skill $skill, int $year): LibraryResult
    {
        $until = microtime(true) + self::SECONDS;
        $policies = HandPolicies::ofLevel($year);
        $ids = \array_slice(array_column($this->library->outlines(), 'id'), 0, self::PIECES);
        $pieces = $this->library->byIds($ids);
        $found = [];
        $looked = 0;
        foreach ($ids as $id) {
            if (!isset($pieces[$id]) || microtime(true) > $until) {
                continue;
            }
            ++$looked;
            $places = $this->places($pieces[$id], $skill, $policies);
            if ([] !== $places) {
                $found[] = new FoundPiece($id, $pieces[$id]->getTitle(), $places);
            }
        }

        return new LibraryResult($found, $looked, \count($ids));
    }

    /** @return array<string, array{string, int}> number of the first measure, and how many places, by instrument */
    private function places(Piece $piece, Skill $skill, HandPolicies $policies): array
    {
        $skills = $this->ofPieces->ofPiece($piece, $policies);
        $numbers = MeasureNumbers::of($piece->score())->all();
        $places = [];
        foreach ($skills->instruments() as $instrument) {
            $of = $skills->evidence($instrument, $skill);
            if ([] !== $of) {
                $places[$instrument->value] = [$numbers[$of[0]->position] ?? '', \count($of)];
            }
        }

        return $places;
    }
}
