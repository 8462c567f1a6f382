<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

use CoinStair\Core\Score\Instrument;

/** What finds a skill in an analysed piece (handbook 7): one building block, or several together. */
interface Rule
{
    /** Where it is found: a set of places of what is played (see PlaceSet). */
    public function find(Facts $facts, Playing $playing): string;

    /** What is found in a part of a piece is found in the whole of it too, played in the same way. */
    public function growsWithThePiece(): bool;

    /** An instrument has what the rule names: its strings, fingers, positions. */
    public function appliesTo(Instrument $instrument): bool;

    /** @return list<BlockRule> building blocks any one of which is enough; none where several have to come together */
    public function alternatives(): array;

    /** The first building block of which it is made. */
    public function firstBlock(): Block;

    /** As it is written. */
    public function text(): string;
}
