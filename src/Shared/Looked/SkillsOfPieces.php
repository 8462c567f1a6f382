<?php

declare(strict_types=1);

namespace App\Shared\Looked;

use App\Shared\Entity\Piece;
use App\Shared\Entity\SchoolClass;
use App\Shared\Repository\OverrideRepository;
use App\Shared\Repository\SkillRepository;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Lesson\ClassPolicies;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Memory\NoMemory;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Override;
use CoinStair\Core\Sequence\PieceForClass;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Needs;
use CoinStair\Core\Skill\PieceFacts;
use CoinStair\Core\Skill\PieceSkills;
use CoinStair\Core\Skill\Skill;
use CoinStair\Core\Standing\Standing;
use Symfony\Contracts\Service\ResetInterface;

/** The skills of pieces, by the catalogue of the program: loads what they follow from, and has the core tell. */
final class SkillsOfPieces implements ResetInterface
{
    private ?Catalogue $catalogue = null;
    /** the program has skills of its own; none where nobody looked yet */
    private ?bool $hasOwn = null;

    public function __construct(
        private readonly OverrideRepository $overrides,
        private readonly SkillRepository $skills,
        private readonly Memory $memory,
    ) {
    }

    public function reset(): void
    {
        $this->catalogue = $this->hasOwn = null;
    }

    /** What somebody saw who looked already: it saves a query where there is none. */
    public function hasOwn(bool $hasOwn): void
    {
        $this->hasOwn = $hasOwn;
    }

    /** What ships, with what the program added. */
    public function catalogue(): Catalogue
    {
        return $this->catalogue ??= Catalogue::shipped()->with(false === $this->hasOwn ? [] : $this->own());
    }

    /**
     * Hundreds of long rules take their time to be read; most pages only want to know to which instruments they apply.
     *
     * @return list<Skill>
     */
    private function own(): array
    {
        $own = $this->skills->own();
        $instruments = static fn (): array => array_map(static fn (Skill $skill): array => $skill->instruments(), $own);
        $known = [] === $own ? [] : $this->memory->remember(Fingerprint::of('own-instruments')->with('own', $own), $instruments);

        return array_map(static fn (Skill $skill, array $of): Skill => $skill->applyingTo($of), $own, $known);
    }

    /** What a piece asks for where a class's teacher set nothing of its own, by all string instruments. */
    public function needs(Piece $piece, HandPolicies $policies, ?SchoolClass $class = null): Needs
    {
        $of = $this->playedAs($piece, $policies, $class);
        $fingerprint = $of->fingerprint('needs')->with('catalogue', $this->catalogue());

        return $this->memory->remember($fingerprint, fn (): Needs => Needs::of($this->found($of), Instrument::strings()));
    }

    /** The skills of a piece with all their places. */
    public function ofPiece(Piece $piece, HandPolicies $policies, ?SchoolClass $class = null): PieceSkills
    {
        return $this->found($this->playedAs($piece, $policies, $class));
    }

    /** The skills of a piece in certain hands, with all their places. */
    public function found(PieceForClass $of): PieceSkills
    {
        // Without the rules: with another one they are the same.
        $facts = $this->memory->remember($of->fingerprint('facts'), static fn (): PieceFacts => self::look($of));

        return PieceSkills::in($facts, $this->catalogue());
    }

    private static function look(PieceForClass $of): PieceFacts
    {
        $hands = [];
        foreach ($of->piece->isOutline() ? [] : Instrument::strings() as $instrument) {
            array_push($hands, ...$of->handsOfAll($instrument));
        }

        return PieceFacts::of($of->piece, $hands);
    }

    /** The piece in the class's hands, as if nothing were known of what it knows: what it knows follows from this. */
    public function playedAs(Piece $piece, HandPolicies $policies, ?SchoolClass $class): PieceForClass
    {
        return self::inHands($piece, $policies, $class, $this->overrides->counting($piece, $class), $this->memory);
    }

    /** The facts of a piece, of which nothing is kept on the way. */
    public function facts(Piece $piece, LibraryHands $hands): PieceFacts
    {
        if ($piece->score()->isOutline()) {
            return PieceFacts::none();
        }
        $set = $hands->isSet((int) $piece->getId()) ? $this->overrides->counting($piece, $hands->class) : [];

        return self::look(self::inHands($piece, $hands->policies, $hands->class, $set, new NoMemory()));
    }

    /** @param array<string, list<Override>> $set of its notes, by instrument */
    private static function inHands(
        Piece $piece,
        HandPolicies $policies,
        ?SchoolClass $class,
        array $set,
        Memory $memory,
    ): PieceForClass {
        return PieceForClass::of(
            $piece->score(),
            null === $class ? ClassPolicies::ofYear($policies) : $class->policies($policies),
            Standing::unknown(),
            $piece->getGoalTempo(),
            $piece->getScoreHash(),
            $set,
            $memory,
        );
    }
}
