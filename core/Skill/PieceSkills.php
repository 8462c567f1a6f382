<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Skill\Rule\Facts;
use CoinStair\Core\Skill\Rule\PlaceSet;
use CoinStair\Core\Skill\Rule\Playing;

/**
 * The skills of an analysed piece, each with its evidence, for each instrument (handbook 7). A pure function of the piece, the hands that
 * the policies give it, and the catalogue.
 */
final class PieceSkills
{
    /** @var array<string, array<string, string>> sets of places of what is found in all of it, by instrument and way, and by code */
    private array $whole = [];

    /** @param array<string, Facts> $facts by instrument */
    private function __construct(private readonly Catalogue $catalogue, private readonly array $facts)
    {
    }

    /**
     * @param Piece           $piece with all parts that sound together
     * @param list<BothHands> $hands of every part, of one or several instruments
     */
    public static function of(Piece $piece, array $hands, Catalogue $catalogue): self
    {
        return self::in(PieceFacts::of($piece, $hands), $catalogue);
    }

    public static function in(PieceFacts $facts, Catalogue $catalogue): self
    {
        return new self($catalogue, $facts->byInstrument);
    }

    /** @return list<Instrument> whose hands were given */
    public function instruments(): array
    {
        return array_map(Instrument::from(...), array_keys($this->facts));
    }

    /**
     * What an instrument meets, with all places.
     *
     * @param Playing|null $playing a chunk, or a way to play; all of the piece as written if none is named
     *
     * @return array<string, list<int>> ranks of the places where it is found, rising (see Place::rank()), by code in the catalogue's order
     */
    public function found(Instrument $instrument, ?Playing $playing = null): array
    {
        $playing ??= Playing::written();
        $facts = $this->facts[$instrument->value] ?? null;

        return null === $facts ? [] : array_map(
            static fn (string $set): array => $facts->ranks($set, $playing),
            $this->sets($instrument, $facts, $playing),
        );
    }

    /** @return array<string, int> rank of the place where an instrument meets it first, by code in the catalogue's order */
    public function first(Instrument $instrument): array
    {
        $facts = $this->facts[$instrument->value] ?? null;
        $all = Playing::written();

        return null === $facts ? [] : array_map(
            static fn (string $set): int => $facts->first($set, $all),
            $this->sets($instrument, $facts, $all),
        );
    }

    /** @return list<string> codes of what an instrument meets in what is played, in the catalogue's order */
    public function codes(Instrument $instrument, Playing $playing): array
    {
        $facts = $this->facts[$instrument->value] ?? null;

        return null === $facts ? [] : array_map(strval(...), array_keys($this->sets($instrument, $facts, $playing)));
    }

    /** @return array<string, string> sets of places, none of them empty, by code in the catalogue's order */
    private function sets(Instrument $instrument, Facts $facts, Playing $playing): array
    {
        $all = $playing->ofAll();
        $whole = $this->whole[$instrument->value.' '.$all->key] ??= $this->whole($instrument, $facts, $all);
        $sets = [];
        foreach ($whole as $code => $set) {
            $set = $playing->key === $all->key ? $set : $this->catalogue->find($code)?->rule()?->find($facts, $playing) ?? '';
            if (!PlaceSet::isEmpty($set)) {
                $sets[$code] = $set;
            }
        }

        return $sets;
    }

    /**
     * What is nowhere in the whole piece is in none of its parts, so that many parts cost hardly more than the whole.
     *
     * @return array<string, string> sets of places by code in the catalogue's order; empty ones of what can be in a part all the same
     */
    private function whole(Instrument $instrument, Facts $facts, Playing $all): array
    {
        $whole = [];
        foreach ($this->catalogue->of($instrument) as $skill) {
            $rule = $skill->rule();
            $set = $rule?->find($facts, $all) ?? '';
            if (null !== $rule && (!PlaceSet::isEmpty($set) || !$rule->growsWithThePiece())) {
                $whole[$skill->code] = $set;
            }
        }

        return $whole;
    }

    /** @return list<Place> where an instrument meets one skill */
    public function evidence(Instrument $instrument, Skill $skill): array
    {
        $facts = $this->facts[$instrument->value] ?? null;
        $all = Playing::written();
        $places = null === $facts || !$skill->appliesTo($instrument) ? null : $skill->rule()?->find($facts, $all);

        return null === $facts || null === $places ? [] : array_map(Place::ofRank(...), $facts->ranks($places, $all));
    }
}
