<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

use CoinStair\Core\Form\Texture;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Score\Piece;

/**
 * What an analysed piece asks of one instrument, in the words of the building blocks: for each kind of fact the distinct ones with their
 * places. Made once for a piece, an instrument and policies; rules only look up in it (handbook 7).
 */
final class Facts
{
    /** @var array<string, FactIndex> by block, once a rule looked there */
    private array $indexes = [];
    /** @var list<int>|null ranks of all places at which anything is, rising */
    private ?array $ranks = null;
    /** @var array<int, array<int, int>>|null numbers of these places (see Ranks::numbered()) */
    private ?array $numbered = null;
    /** @var array<string, array{int, int}> number of the first place and how many, by what is played */
    private array $spans = [];
    /** @var array<int, string> the empty set, by how many places there are: most rules find it */
    private array $none = [];
    /** @var array<string, array<string, string>> what building blocks found, by what is played and how, and by the block */
    private array $found = [];

    /** @param array<string, array<array-key, list<int>>> $facts ranks of places, rising, by block and by the fact's values with bars */
    private function __construct(private readonly array $facts)
    {
    }

    /**
     * @param Piece           $piece   with all parts that sound together
     * @param list<BothHands> $hands   of each part of one instrument
     * @param list<Texture>   $texture of the piece
     */
    public static function of(Piece $piece, array $hands, array $texture): self
    {
        $facts = new FactsDraft();
        foreach ($hands as $of) {
            FactsOfHands::find($of, $facts);
            FactsOfPart::find($piece, $texture, $of, $facts);
        }

        return new self($facts->inOrder());
    }

    /** The places of what is played at which a fact stands that a building block asks for: found once, however many rules have it. */
    public function find(Asked $asked, Playing $playing): string
    {
        return $this->found[$playing->key][$asked->key] ??= $this->look($asked, $playing);
    }

    private function look(Asked $asked, Playing $playing): string
    {
        [$first, $count] = $this->span($playing);
        $none = $this->none[$count] ??= PlaceSet::none($count);
        if (!$asked->canBeIn($playing)) {
            return $none;
        }
        if (Block::Mode === $asked->block) {
            return PlaceSet::beginning($count);
        }
        if (!isset($this->facts[$asked->block->value])) {
            return $none;
        }
        $all = \count($this->all());
        $set = $this->ofKind($asked->block)->places($asked, $playing->isPlucked(), $this->none[$all] ??= PlaceSet::none($all));

        return $all === $count ? $set : PlaceSet::OUT.substr($set, 1 + $first, $count);
    }

    /** How many places there are in what is played. */
    public function places(Playing $playing): int
    {
        return $this->span($playing)[1];
    }

    /**
     * @param string $set of places of what is played
     *
     * @return list<int> their ranks (see Place::rank()), rising, each once
     */
    public function ranks(string $set, Playing $playing): array
    {
        $ranks = [];
        $last = -1;
        $first = $this->span($playing)[0] - 1;
        foreach (PlaceSet::numbers($set) as $number) {
            $rank = 0 === $number ? $playing->from : $this->all()[$first + $number];
            if ($rank > $last) {
                $ranks[] = $last = $rank;
            }
        }

        return $ranks;
    }

    /** How many places are in a set of places of what is played: the beginning is none more where something stands there. */
    public function count(string $set, Playing $playing): int
    {
        return PlaceSet::OUT === $set[0] ? PlaceSet::count($set) : \count($this->ranks($set, $playing));
    }

    /**
     * @param string $set of places of what is played, not empty
     *
     * @return int rank of the first of them
     */
    public function first(string $set, Playing $playing): int
    {
        $number = (int) strpos($set, PlaceSet::IN);

        return 0 === $number ? $playing->from : $this->all()[$this->span($playing)[0] - 1 + $number];
    }

    /** @return array{facts: array<string, array<array-key, list<int>>>} the facts alone: what rules found in them is found again */
    public function __serialize(): array
    {
        return ['facts' => $this->facts];
    }

    private function ofKind(Block $block): FactIndex
    {
        $this->numbered ??= Ranks::numbered($this->all());

        return $this->indexes[$block->value] ??= FactIndex::of($block, $this->facts[$block->value] ?? [], $this->numbered);
    }

    /** @return array{int, int} number of the first place of what is played, and how many there are */
    private function span(Playing $playing): array
    {
        return $this->spans[$playing->key] ??= $this->reckonSpan($playing);
    }

    /** @return array{int, int} */
    private function reckonSpan(Playing $playing): array
    {
        $first = 0 === $playing->from ? 0 : Ranks::before($this->all(), $playing->from);
        $count = (\PHP_INT_MAX === $playing->to ? \count($this->all()) : Ranks::before($this->all(), $playing->to)) - $first;

        return [$first, $count];
    }

    /** @return list<int> ranks of all places at which anything is, rising */
    private function all(): array
    {
        $this->ranks ??= Ranks::together(array_merge(...array_map(array_values(...), array_values($this->facts))));

        return $this->ranks;
    }
}
