<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill;

use CoinStair\Core\Form\Texture;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Skill\Rule\Facts;
use CoinStair\Core\Skill\Rule\Playing;

/**
 * The skills of an analysed piece, each with its evidence, for each instrument (handbook 7). A pure function of the piece, the hands that
 * the policies give it, and the catalogue.
 */
final readonly class PieceSkills
{
    /** @param array<string, Facts> $facts by instrument */
    private function __construct(private Catalogue $catalogue, private array $facts)
    {
    }

    /**
     * @param Piece           $piece with all parts that sound together
     * @param list<BothHands> $hands of every part, of one or several instruments
     */
    public static function of(Piece $piece, array $hands, Catalogue $catalogue): self
    {
        $byInstrument = [];
        foreach ($hands as $of) {
            $byInstrument[$of->instrument()->value][] = $of;
        }

        $texture = \count($piece->parts) > 1 ? Texture::find($piece) : [];

        return new self($catalogue, array_map(static fn (array $of): Facts => Facts::of($piece, $of, $texture), $byInstrument));
    }

    /** @return list<Instrument> whose hands were given */
    public function instruments(): array
    {
        return array_map(Instrument::from(...), array_keys($this->facts));
    }

    /**
     * What an instrument meets.
     *
     * @param Playing|null $playing a chunk, or a way to play; all of the piece as written if none is named
     *
     * @return array<string, list<int>> ranks of the places where it is found, rising (see Place::rank()), by code in the catalogue's order
     */
    public function found(Instrument $instrument, ?Playing $playing = null): array
    {
        $facts = $this->facts[$instrument->value] ?? null;
        $playing ??= Playing::written();
        if (null === $facts) {
            return [];
        }
        $found = [];
        foreach ($this->catalogue->of($instrument) as $skill) {
            $places = $skill->rule()?->find($facts, $playing) ?? [];
            if ([] !== $places) {
                $found[$skill->code] = $places;
            }
        }

        return $found;
    }

    /** @return list<Place> where an instrument meets one skill */
    public function evidence(Instrument $instrument, Skill $skill): array
    {
        $facts = $this->facts[$instrument->value] ?? null;
        $places = null === $facts || !$skill->appliesTo($instrument) ? [] : $skill->rule()?->find($facts, Playing::written()) ?? [];

        return array_map(Place::ofRank(...), $places);
    }
}
